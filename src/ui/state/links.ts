import * as z from 'zod/mini'
import type { StateCreator } from 'zustand'
import type { LinkKind, LinkPlace } from '../../core/links/kinds.ts'
import type { ProofState } from '../../core/links/link-states.ts'
import type { Wearable, WornOn } from '../../core/links/wearable.ts'

/** A state put on in the frames, and what it is put on, in words. */
export interface Worn {
  readonly state: Wearable
  readonly subject: WornOn
  readonly says: string
  /** Whether it is put on and off, over and over. */
  readonly playing?: boolean
}

export interface LinksState {
  /** The kind of link that is worked on, and the link that stands for it; null for the first. */
  readonly linkKind: (LinkPlace & { readonly key: string }) | null
  readonly linkState: ProofState
  /** Selectors of somebody's own groups of links. */
  readonly linkGroups: readonly string[]
  /** Whether all kinds and states are shown as a table in the lineup's place. */
  readonly proofTable: boolean
  readonly worn: Worn | null
  /** How fast what changes on the pages while a state is played: 1 as it is. */
  readonly pace: number
  chooseKind(kind: Pick<LinkKind, 'key' | 'sample'>, state?: ProofState): void
  setLinkGroups(groups: readonly string[]): void
  setLinks(part: Partial<Pick<LinksState, 'linkState' | 'proofTable' | 'worn' | 'pace'>>): void
}

const groupsSchema = z.array(z.string())
/** Where the groups of a site wait while the window is loaded anew. */
const keptUnder = (siteId: string) => `attire-link-groups-${siteId}`

function recall(siteId: string): readonly string[] {
  try {
    return groupsSchema.parse(JSON.parse(localStorage.getItem(keptUnder(siteId)) ?? '[]'))
  } catch {
    return []
  }
}

/** The part of the workroom's state that is about links and the states worn. */
export function createLinks(siteId: string): StateCreator<LinksState, [], [], LinksState> {
  return (set, get) => ({
    linkKind: null,
    linkState: 'link',
    linkGroups: typeof window === 'undefined' ? [] : recall(siteId),
    proofTable: false,
    worn: null,
    pace: 1,
    chooseKind: ({ key, sample: { page, index } }, state) =>
      set({ linkKind: { key, page, index }, linkState: state ?? get().linkState }),
    setLinkGroups(linkGroups) {
      try {
        localStorage.setItem(keptUnder(siteId), JSON.stringify(linkGroups))
      } catch {
        // A browser that keeps nothing keeps no groups either.
      }
      set({ linkGroups })
    },
    setLinks: (part) => set(part),
  })
}
