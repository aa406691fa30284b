import type { StateCreator } from 'zustand'
import type { GatherPlan } from '../../core/color/gather-colors.ts'
import type { NameKind } from '../../core/classes/names-in-css.ts'
import type { SiteChange } from '../../core/site/change.ts'
import { DESK } from '../../core/values/media.ts'
import { FIRST_FACET } from './first-facet.ts'
import type { Ask } from '../../workers/questions.ts'
import type { Vision } from '../../core/color/vision.ts'

/** Elements that are picked on a page. */
export interface PickedElements {
  readonly page: string
  readonly indices: readonly number[]
  /** Whether the first has a style attribute. */
  readonly styled: boolean
}

/** What is asked in a window of its own. */
export type Asking =
  | { readonly kind: 'new-page'; readonly folder: string; readonly path?: string }
  | { readonly kind: 'copy-page'; readonly page: string }
  | { readonly kind: 'move'; readonly path: string }
  | { readonly kind: 'better-names'; readonly paths: readonly string[] }
  | { readonly kind: 'delete'; readonly path: string }
  | { readonly kind: 'share'; readonly page: string; readonly index?: number }
  | { readonly kind: 'part'; readonly name: string }
  | { readonly kind: 'wrap'; readonly page: string; readonly index: number }
  | { readonly kind: 'lift'; readonly pages: readonly string[] }
  | { readonly kind: 'fix'; readonly what: Ask<'fix'>; readonly title: string }
  | { readonly kind: 'set-aside'; readonly cause: string; readonly message: string }
  | { readonly kind: 'gather'; readonly plans: readonly (GatherPlan & { readonly names: readonly string[] })[] }
  /** A change of the site, to be proved before it is made. */
  | {
      readonly kind: 'change'
      readonly title: string
      readonly label: string
      readonly change: SiteChange
      /** What a proof cannot know, in sentences. */
      readonly beside?: string
    }
  | { readonly kind: 'rename'; readonly what: NameKind | 'property'; readonly name: string }
  /** A new class, for elements that are picked or for none. */
  | { readonly kind: 'new-class'; readonly picked: PickedElements | null }
  | { readonly kind: 'split'; readonly name: string }
  | { readonly kind: 'figure'; readonly page: string; readonly offset: number }
  | { readonly kind: 'scripts' }
  | { readonly kind: 'licences' }
  | { readonly kind: 'tidy' }
  /** Words of the sheet replaced by others. */
  | { readonly kind: 'replace'; readonly find: string }
  /** The comment at the head of the sheet. */
  | { readonly kind: 'head' }
  /** A section of the sheet by its place, or a new one. */
  | { readonly kind: 'section'; readonly at: number | null }

/** Which pages the lineup shows. */
export interface LineupFilter {
  readonly name: string
  /** A folder with its slash, '' for the top one, null for all. */
  readonly folder: string | null
  /** Pages with findings alone. */
  readonly findings: boolean
}

/** An element, or a pseudo-element of it, on a page. */
export interface Picked {
  readonly page: string
  readonly index: number
  /** '' for the element itself. */
  readonly pseudo: string
}

/** What the workroom shows, and where. */
export interface View {
  /** The facet on the bench, by its id. */
  readonly facet: string
  /** The view shown of each facet, by facet; the first one where none is named. */
  readonly views: Readonly<Record<string, string>>
  /** How the lineup is seen; null as it is. */
  readonly vision: Vision | null
  /** Whether web fonts arrive in the frames. */
  readonly fontsArrive: boolean
  /** Whether the site's own scripts run in the frames. Never kept: a script may hold the window up. */
  readonly scriptsRun: boolean
  /** Whether the bench shows the findings of the fit check. */
  readonly findings: boolean
  /** The page whose findings alone are shown; null for those of all. */
  readonly findingsOf: string | null
  readonly asking: Asking | null
  readonly filter: LineupFilter
  readonly closeUp: string | null
  /** The box on the measure line, by a selector; null for the first that is there. */
  readonly box: string | null
  /** Whether the measure line of the box lies over the pages. */
  readonly lineOnPages: boolean
  /** What is traced: an element by its place in document order over all elements of its page, or a pseudo-element of it. */
  readonly picked: Picked | null
  /** Further elements of its page that were picked with Shift, by their places. */
  readonly pickedToo: readonly number[]
  /** The viewport of the close-up, in CSS px. */
  readonly closeUpViewport: { readonly width: number; readonly height: number }
  /** A link the close-up is asked to follow, until it does. */
  readonly follow: { readonly href: string } | null
  /** The page or other stylesheet whose text is shown in the sheet's place; null for the sheet. */
  readonly source: string | null
  readonly sheetOpen: boolean
  /** A place in the sheet to show; a new object each time it is asked for. */
  readonly goTo: { readonly of: string | null; readonly from: number; readonly to: number } | null
  /** Whether the sheet's text is to take the focus as soon as it is there. */
  readonly focusText: boolean
  /** Which of two open texts is before the other where there is no room for both. */
  readonly inFront: 'sheet' | 'source'
  /** Where the cursor stands in the text of a page or another stylesheet. */
  readonly textCursor: { readonly path: string; readonly from: number; readonly to: number } | null
  /** The selector whose reach is outlined in the frames; '' for none. */
  readonly outlined: string
}

export interface ViewState extends View {
  /** Shows a facet on the bench, or one view of it; what covers the bench gives way. The one way to switch. */
  showFacet(facet: string, view?: string): void
  /** Shows the findings of the fit check on the bench, all of them or those of one page. */
  showFindings(page?: string): void
  /** Traces an element; null ends it. */
  pick(picked: Picked | null): void
  /** Picks a further element of the page beside the one that is traced, or lets it go. */
  pickToo(index: number): void
  /** Opens the close-up of a page, or leaves it. */
  openCloseUp(page: string | null): void
  /** Opens the text of a page or stylesheet, the sheet's for null, at a place of it where one is named. */
  showText(source: string | null, place?: { readonly from: number; readonly to: number }): void
  set(part: Partial<View>): void
}

const FIRST: View = {
  facet: FIRST_FACET,
  views: {},
  vision: null,
  fontsArrive: true,
  scriptsRun: false,
  findings: false,
  findingsOf: null,
  asking: null,
  filter: { name: '', folder: null, findings: false },
  closeUp: null,
  box: null,
  lineOnPages: false,
  picked: null,
  pickedToo: [],
  closeUpViewport: DESK,
  follow: null,
  source: null,
  sheetOpen: false,
  goTo: null,
  focusText: false,
  inFront: 'sheet',
  textCursor: null,
  outlined: '',
}

/** The part of the workroom's state that says what is shown where. */
export const createView: StateCreator<ViewState, [], [], ViewState> = (set, get) => ({
  ...FIRST,
  showFacet(facet, view) {
    const { views } = get()
    set({ facet, views: view ? { ...views, [facet]: view } : views, picked: null, findings: false })
  },
  showFindings: (page) => set({ findings: true, picked: null, findingsOf: page ?? null }),
  pick: (picked) => set({ picked, pickedToo: [] }),
  pickToo(index) {
    const { picked, pickedToo } = get()
    if (!picked || picked.index === index) return
    set({ pickedToo: pickedToo.includes(index) ? pickedToo.filter((each) => each !== index) : [...pickedToo, index] })
  },
  openCloseUp: (closeUp) => set({ closeUp, picked: null, pickedToo: [] }),
  showText: (path, place) => {
    const goTo = place ? { of: path, ...place } : null
    // A place in the sheet leaves the other text open beside it.
    const source = path === null && place ? get().source : path
    set({ sheetOpen: true, source, goTo, inFront: path === null ? 'sheet' : 'source' })
  },
  set: (part) => set(part),
})

/** What is shown after files have moved or gone; `still` gives a path's new name, or null when the file is gone. */
export function viewAfterMoves(view: View, still: (path: string | null) => string | null): Partial<View> {
  const closeUp = still(view.closeUp)
  const picked = view.picked && closeUp === view.picked.page ? view.picked : null
  return { closeUp, source: still(view.source), picked }
}
