'use client'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'

/**
 * A part of the screen that may fail by itself: the rest goes on, what was done is kept, and it can be tried again. It begins
 * anew by itself when `of`, what it shows, changes.
 */
export function Boundary({ name, of, children }: { name: string; of: string; children: ReactNode }) {
  return (
    <ErrorBoundary
      resetKeys={[of]}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <div role="alert" className="p-4">
          <p className="font-semibold">{name} cannot be shown</p>
          <p className="mt-1 text-quiet">
            The fault is Attire’s; nothing you did is lost. {error instanceof Error ? error.message : ''}
          </p>
          <button type="button" className="btn mt-3" onClick={resetErrorBoundary}>
            Try again
          </button>
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  )
}
