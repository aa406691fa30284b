import type { Splice } from '../text/splice.ts'
import { emptiedDeepBlocks } from './deep-blocks.ts'
import { addressesIn } from './references.ts'

/**
 * The copy of a stylesheet that a frame is given: its addresses led to `root`, and without what stands too deep in blocks.
 * `base` shifts the places.
 */
export function wornSheet(text: string, root: string, base = 0): Splice[] {
  const emptied = emptiedDeepBlocks(text, base)
  const stays = ({ from }: Splice) => !emptied.some((gone) => from >= gone.from && from < gone.to)
  return [...rootedUrls(text, root, base).filter(stays), ...emptied]
}

/** Splices that lead every root-relative `url()` and `@import` of a stylesheet to `root`; `base` shifts their places. */
export function rootedUrls(text: string, root: string, base = 0): Splice[] {
  if (!text.includes('/')) return []
  return addressesIn(text, base)
    .filter(({ from }) => text[from - base] === '/' && text[from - base + 1] !== '/')
    .map(({ from }) => ({ from, to: from + 1, insert: root }))
}
