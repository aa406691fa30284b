'use client'
import { useState } from 'react'

/** How often a value has changed. */
export function useChanges(value: unknown): number {
  const [seen, setSeen] = useState({ value, times: 0 })
  if (seen.value !== value) setSeen({ value, times: seen.times + 1 })
  return seen.times
}
