'use client'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'

/** Whether code was asked for and did not come; it is not asked for again by the same page. */
const isMissing = (error: unknown) => error instanceof Error && error.name === 'ChunkLoadError'

function Said({ text, name, onClick }: { text: string; name: string; onClick: () => void }) {
  return (
    <>
      <p className="mt-1 text-quiet">{text}</p>
      <button type="button" className="btn mt-3" onClick={onClick}>
        {name}
      </button>
    </>
  )
}

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
          {isMissing(error) ? (
            <Said
              text="A part of Attire’s own code did not come. Once what you did is kept, load the page again."
              name="Load the page again"
              onClick={() => location.reload()}
            />
          ) : (
            <Said
              text={`The fault is Attire’s; nothing you did is lost. ${error instanceof Error ? error.message : ''}`}
              name="Try again"
              onClick={resetErrorBoundary}
            />
          )}
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  )
}
