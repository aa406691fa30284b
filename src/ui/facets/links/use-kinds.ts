'use client'
import type { LinkKind } from '../../../core/links/kinds.ts'
import { heightFor, useViewport } from '../../state/viewport.ts'
import { useRoom } from '../../state/context.tsx'
import type { LinksState } from '../../state/links.ts'
import { useAsk, type Asked } from '../../state/use-answer.ts'

/** Kinds are looked for once the sheet has come to rest. */
const KINDS_AFTER_MS = 150

/** The viewport that links are looked at in. */
export function useLinkViewport() {
  const { width } = useViewport()
  return { width, height: heightFor(width) }
}

/** All kinds of link of the site. */
export function useKinds(): Asked<'linkKinds'> {
  const viewport = useLinkViewport()
  const groups = useRoom((state) => state.linkGroups)
  return useAsk('linkKinds', { viewport, groups }, { pause: KINDS_AFTER_MS, keep: true })
}

/**
 * The kind that is worked on: an edit may have made another key of it, so it is known by its link as well; the first one where
 * nothing was chosen, or it is gone.
 */
export function chosenKind(kinds: readonly LinkKind[], chosen: LinksState['linkKind']): LinkKind | undefined {
  return (
    kinds.find(({ key }) => key === chosen?.key) ??
    kinds.find(({ sample }) => sample.page === chosen?.page && sample.index === chosen.index) ??
    kinds[0]
  )
}
