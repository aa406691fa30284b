'use client'
import { useDeferredValue, type ReactNode } from 'react'

/** What comes right after the first picture of a screen, so that no single layout has to hold all of it; `before` keeps its place. */
export function Afterwards({ before, children }: { before: ReactNode; children: ReactNode }) {
  return useDeferredValue(true, false) ? children : before
}
