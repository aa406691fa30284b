'use client'
import { useDeferredValue, type ReactNode } from 'react'

/**
 * What comes after the first picture of a screen, so that no single task has to make and lay out all of it; `before` keeps its
 * place. What has a later turn comes after what has an earlier one; what has turn 0 comes at once.
 */
export function Afterwards({
  turn = 1,
  before,
  children,
}: {
  turn?: number
  before: ReactNode
  children: ReactNode
}): ReactNode {
  const comes = useDeferredValue(true, turn === 0)
  if (!comes) return before
  if (turn <= 1) return children
  return (
    <Afterwards turn={turn - 1} before={before}>
      {children}
    </Afterwards>
  )
}
