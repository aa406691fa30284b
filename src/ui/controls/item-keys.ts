'use client'
import { useState } from 'react'

/** Keys of the items of a list that is read from text, so that what somebody has begun to type stays with its item. */
export interface ItemKeys {
  readonly keys: readonly number[]
  readonly removed: (at: number) => void
  readonly moved: (from: number, to: number) => void
  readonly inserted: (at: number) => void
}

let next = 0

const fresh = (count: number): number[] => Array.from({ length: count }, () => ++next)

/** Tell it of every change made here. When the text has changed elsewhere, so that the count is another, all items begin anew. */
export function useItemKeys(count: number): ItemKeys {
  const [keys, setKeys] = useState<readonly number[]>(() => fresh(count))
  const current = keys.length === count ? keys : fresh(count)
  if (current !== keys) setKeys(current)
  return {
    keys: current,
    removed: (at) => setKeys(current.toSpliced(at, 1)),
    moved: (from, to) => setKeys(current.toSpliced(from, 1).toSpliced(to, 0, current[from]!)),
    inserted: (at) => setKeys(current.toSpliced(at, 0, ...fresh(1))),
  }
}
