import { create, type StoreApi, type UseBoundStore } from 'zustand'
import type { GatherPlan } from '../../core/color/gather-colors.ts'
import type { Vision } from '../../core/color/vision.ts'
import { fitsEncoding } from '../../core/site/encoding.ts'
import type { Look, SiteFile, SiteState } from '../../protocol/site-state.ts'
import { isPage, comparePages } from '../../core/paths/paths.ts'
import {
  EMPTY_HASH,
  fileDoc,
  lookDoc,
  pathOfDoc,
  reverseStep,
  stepOf,
  textsAfter,
  type Doc,
  type Edit,
  type FileChange,
  type Step,
} from '../../core/site/step.ts'
import { applySplices, diffTexts, type Splice } from '../../core/text/splice.ts'
import { api } from './api.ts'
import { Keeper, type Keeping } from './keeper.ts'

/** Typing pauses this long before it becomes a step. */
const TYPING_PAUSE_MS = 600

/** The facets of the bench. */
export type Facet = 'pages' | 'colour' | 'type' | 'boxes' | 'links'

/** The views of the facet Pages. */
export type PagesView = 'wear' | 'files' | 'links' | 'parts' | 'lift'

/** The views of the facets Colour and Type. */
export type ColourView = 'swatches' | 'gather' | 'contrast' | 'sight' | 'ground'
export type TypeView = 'roles' | 'fonts' | 'scale'

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
  | { readonly kind: 'gather'; readonly plans: readonly (GatherPlan & { readonly names: readonly string[] })[] }
  | { readonly kind: 'licences' }

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

/** Everything the workroom shows of a site. Texts change only through `edit`, `preview`, `type`, `undo` and `redo`. */
export interface WorkroomState {
  readonly siteId: string
  readonly name: string
  readonly sheetPath: string
  /** Where new images are put; '' for the top folder. */
  readonly imageFolder: string
  readonly looks: readonly Pick<Look, 'id' | 'name' | 'encoding'>[]
  readonly lookId: string
  readonly files: readonly SiteFile[]
  /** By doc: every page, every further stylesheet, and the sheet of each look. */
  readonly texts: ReadonlyMap<Doc, string>
  /** The sheet's text while something is dragged; it is nobody's step yet. */
  readonly preview: string | null
  readonly past: readonly Step[]
  readonly future: readonly Step[]
  readonly keeping: Keeping
  /** Why the latest change was not made; a new object each time. */
  readonly trouble: { readonly text: string } | null
  /** Grows when pages must be loaded anew, by path. */
  readonly reloads: ReadonlyMap<string, number>
  /** Pages that are new or have a new name and are not kept yet: the server does not know them. */
  readonly unkept: ReadonlySet<string>

  readonly facet: Facet
  readonly pagesView: PagesView
  readonly colourView: ColourView
  readonly typeView: TypeView
  /** How the lineup is seen; null as it is. */
  readonly vision: Vision | null
  /** Whether web fonts arrive in the frames. */
  readonly fontsArrive: boolean
  /** Whether the bench shows the findings of the fit check. */
  readonly findings: boolean
  readonly asking: Asking | null
  readonly filter: LineupFilter
  readonly closeUp: string | null
  /** What is traced: an element by its place in document order over all elements of its page, or a pseudo-element of it. */
  readonly picked: Picked | null
  /** The viewport of the close-up, in CSS px. */
  readonly closeUpViewport: { readonly width: number; readonly height: number }
  /** A link the close-up is asked to follow; a new object each time. */
  readonly follow: { readonly href: string } | null
  /** The page or other stylesheet whose text is shown in the sheet's place; null for the sheet. */
  readonly source: string | null
  readonly sheetOpen: boolean
  /** A place in the sheet to show; a new object each time it is asked for. */
  readonly goTo: { readonly from: number; readonly to: number } | null
  /** The selector whose reach is outlined in the frames; '' for none. */
  readonly outlined: string

  /** Carries out an edit as one step and keeps it. Gives false when it changes nothing. */
  edit(edit: Edit): boolean
  /** Shows a change of the sheet without making a step of it; null goes back. */
  showPreview(splices: readonly Splice[] | null): void
  /** A stretch of typing in the sheet: shown at once, one step after a pause. */
  typeSheet(splices: readonly Splice[]): void
  /** The same in the text of a page or another stylesheet; frames follow once it is kept. */
  typeText(doc: Doc, splices: readonly Splice[]): void
  /** Makes a step of what was typed, if anything. */
  closeTyping(): void
  undo(): void
  redo(): void
  wearLook(id: string): void
  set(
    part: Partial<
      Pick<
        WorkroomState,
        | 'facet'
        | 'pagesView'
        | 'colourView'
        | 'typeView'
        | 'vision'
        | 'fontsArrive'
        | 'findings'
        | 'asking'
        | 'filter'
        | 'closeUp'
        | 'picked'
        | 'closeUpViewport'
        | 'follow'
        | 'sheetOpen'
        | 'source'
        | 'goTo'
        | 'outlined'
      >
    >,
  ): void
  /** Settles a conflict: this window's texts, or those of the other one. Both stay in the history. */
  settle(theirs: SiteState, keep: 'mine' | 'theirs'): void
}

export type WorkroomStore = UseBoundStore<StoreApi<WorkroomState>>

function textsOf(site: SiteState): Map<Doc, string> {
  return new Map([
    ...Object.entries(site.texts).map(([path, text]) => [fileDoc(path), text] as const),
    ...site.looks.map(({ id, text }) => [lookDoc(id), text] as const),
  ])
}

/** The store of one opened site. */
export function createWorkroom(site: SiteState): WorkroomStore {
  let typing: { doc: Doc; before: string; timer: ReturnType<typeof setTimeout> } | null = null

  /** Pages whose text changed; frames load them anew once the change is kept, for they ask the server. */
  const stale = new Set<string>()

  return create<WorkroomState>()((set, get) => {
    const keeper = new Keeper(site.id, site.revision, (keeping) => {
      set({ keeping })
      if (keeping.state === 'kept') reloadStale()
    })
    const reloadStale = () => {
      if (get().unkept.size > 0) set({ unkept: new Set() })
      if (stale.size === 0) return
      const reloads = new Map(get().reloads)
      for (const page of stale) reloads.set(page, (reloads.get(page) ?? 0) + 1)
      stale.clear()
      set({ reloads })
    }
    globalThis.addEventListener?.('beforeunload', (event) => {
      get().closeTyping()
      if (keeper.busy) event.preventDefault()
    })

    /** Texts, files and names after a step. Pages that must be loaded anew for it are noted. */
    const after = (state: WorkroomState, step: Step) => {
      const changed = textsAfter(step, (doc) => state.texts.get(doc))
      const texts = new Map(state.texts)
      for (const [doc, text] of changed) {
        if (text === null) texts.delete(doc)
        else texts.set(doc, text)
      }
      const files = filesAfter(state.files, step)
      const pages = pagePaths(files)
      const known = new Set(pagePaths(state.files))
      const coming = pages.filter((page) => !known.has(page))
      // A file that comes, goes or moves may be one that any page shows.
      const everywhere = step.files.length + step.moves.length > 0
      for (const doc of everywhere ? pages.map(fileDoc) : changed.keys()) {
        const path = pathOfDoc(doc)
        for (const page of path === null ? [] : isPage(path) ? [path] : pages) stale.add(page)
      }
      const moved = (path: string) => step.moves.find(({ from }) => from === path)?.to ?? path
      const still = (path: string | null) =>
        path === null || files.some((file) => file.path === moved(path)) ? path && moved(path) : null
      const closeUp = still(state.closeUp)
      return {
        texts,
        files,
        preview: null,
        sheetPath: moved(state.sheetPath),
        closeUp,
        source: still(state.source),
        picked: state.picked && closeUp === state.picked.page ? state.picked : null,
        unkept: new Set([...state.unkept, ...coming].filter((page) => pages.includes(page))),
      }
    }

    /** Whether a text's encoding can hold what is to be written; says so when it cannot. */
    const writable = (doc: Doc, splices: readonly Splice[]): boolean => {
      const path = pathOfDoc(doc)
      const holder =
        path === null
          ? get().looks.find(({ id }) => lookDoc(id) === doc)
          : get().files.find((file) => file.path === path)
      if (splices.every(({ insert }) => fitsEncoding(insert, holder?.encoding ?? 'utf-8'))) return true
      set({
        trouble: {
          text: `${path ?? get().sheetPath} is not stored as UTF-8, so only plain ASCII letters can be written into it. Nothing was changed.`,
        },
      })
      return false
    }

    const commit = (step: Step, operation: Parameters<Keeper['keep']>[0]) => {
      set((state) => after(state, step))
      keeper.keep(operation)
      // An undo in another look than the one worn would change what nobody sees.
      const touched = get().looks.filter(({ id }) => step.texts.some(({ doc }) => doc === lookDoc(id)))
      if (touched.length > 0 && !touched.some(({ id }) => id === get().lookId)) get().wearLook(touched[0]!.id)
    }

    return {
      siteId: site.id,
      name: site.name,
      sheetPath: site.sheetPath,
      imageFolder: site.imageFolder,
      looks: site.looks.map(({ id, name, encoding }) => ({ id, name, encoding })),
      lookId: site.lookId,
      files: site.files,
      texts: textsOf(site),
      preview: null,
      past: site.steps.slice(0, site.cursor),
      future: site.steps.slice(site.cursor).reverse(),
      keeping: { state: 'kept', at: null },
      trouble: null,
      reloads: new Map(),
      unkept: new Set(),
      facet: 'colour',
      pagesView: 'wear',
      colourView: 'swatches',
      typeView: 'roles',
      vision: null,
      fontsArrive: true,
      findings: false,
      asking: null,
      filter: { name: '', folder: null, findings: false },
      closeUp: null,
      picked: null,
      closeUpViewport: { width: 1280, height: 800 },
      follow: null,
      source: null,
      sheetOpen: false,
      goTo: null,
      outlined: '',

      edit(edit) {
        get().closeTyping()
        if (edit.texts.some(({ doc, splices }) => !writable(doc, splices))) {
          set({ preview: null })
          return false
        }
        const step = stepOf(edit, (doc) => get().texts.get(doc))
        if (!step) {
          set({ preview: null })
          return false
        }
        commit(step, { type: 'step', step })
        set((state) => ({ past: [...state.past, step], future: [] }))
        return true
      },
      showPreview(splices) {
        const text = get().texts.get(lookDoc(get().lookId))!
        set({ preview: splices ? applySplices(text, splices) : null })
      },
      typeSheet(splices) {
        get().typeText(lookDoc(get().lookId), splices)
      },
      typeText(doc, splices) {
        const before = get().texts.get(doc)
        if (before === undefined) return
        if (!writable(doc, splices)) return
        if (typing && typing.doc !== doc) get().closeTyping()
        if (typing) clearTimeout(typing.timer)
        typing = {
          doc,
          before: typing?.before ?? before,
          timer: setTimeout(() => get().closeTyping(), TYPING_PAUSE_MS),
        }
        set((state) => ({ texts: new Map(state.texts).set(doc, applySplices(before, splices)), preview: null }))
      },
      closeTyping() {
        if (!typing) return
        const { doc, before, timer } = typing
        clearTimeout(timer)
        typing = null
        const now = get().texts.get(doc)!
        const path = pathOfDoc(doc)
        const step = stepOf(
          {
            label: path === null ? 'Typed in the sheet' : `Typed in ${path}`,
            texts: [{ doc, splices: diffTexts(before, now) }],
          },
          () => before,
        )
        if (!step) return
        for (const page of path === null ? [] : isPage(path) ? [path] : pagePaths(get().files)) stale.add(page)
        keeper.keep({ type: 'step', step })
        set((state) => ({ past: [...state.past, step], future: [] }))
      },
      undo() {
        get().closeTyping()
        const step = get().past.at(-1)
        if (!step) return
        commit(reverseStep(step), { type: 'undo' })
        set((state) => ({ past: state.past.slice(0, -1), future: [...state.future, step] }))
      },
      redo() {
        get().closeTyping()
        const step = get().future.at(-1)
        if (!step) return
        commit(step, { type: 'redo' })
        set((state) => ({ past: [...state.past, step], future: state.future.slice(0, -1) }))
      },
      wearLook(id) {
        get().closeTyping()
        if (id === get().lookId) return
        set({ lookId: id, preview: null })
        void api.settings(site.id, { lookId: id }).catch(() => undefined)
      },
      set(part) {
        set(part)
      },
      settle(theirs, keep) {
        const mine = get().texts
        const others = textsOf(theirs)
        const docs = [...others.keys()].filter((doc) => mine.has(doc) && mine.get(doc) !== others.get(doc))
        // Files that only this window has come along; those that only the other has stay.
        const coming = get().files.filter(
          ({ path }) => path !== theirs.sheetPath && !theirs.files.some((file) => file.path === path),
        )
        const toMine = stepOf(
          {
            label: 'This window’s version',
            texts: [...docs, ...coming.filter(({ encoding }) => encoding).map(({ path }) => fileDoc(path))].map(
              (doc) => ({ doc, splices: diffTexts(others.get(doc) ?? '', mine.get(doc) ?? '') }),
            ),
            files: coming.map(({ path, hash, size, pixels, encoding }): FileChange =>
              encoding
                ? { path, before: null, after: EMPTY_HASH, encoding }
                : { path, before: null, after: hash, is: { size, pixels } },
            ),
          },
          (doc) => others.get(doc),
        )
        keeper.restart(theirs.revision)
        for (const path of pagePaths(theirs.files))
          if (mine.get(fileDoc(path)) !== others.get(fileDoc(path))) stale.add(path)
        set({
          texts: others,
          files: theirs.files,
          sheetPath: theirs.sheetPath,
          preview: null,
          unkept: new Set(),
          past: theirs.steps.slice(0, theirs.cursor),
          future: [],
          keeping: { state: 'kept', at: null },
        })
        if (!toMine) return reloadStale()
        keeper.keep({ type: 'step', step: toMine })
        set((state) => ({ ...after(state, toMine), past: [...state.past, toMine] }))
        if (keep === 'theirs') get().undo()
      },
    }
  })
}

/** The files after a step: those that come, change, move and go. */
function filesAfter(before: readonly SiteFile[], step: Step): readonly SiteFile[] {
  if (step.files.length + step.moves.length === 0) return before
  const names = new Map(step.moves.map(({ from, to }) => [from, to]))
  const changes = new Map(step.files.map((change) => [change.path, change]))
  const coming = step.files.filter(({ path, after }) => after !== null && !before.some((file) => file.path === path))
  const changed = ({ hash, size, pixels, encoding, path }: SiteFile): SiteFile => {
    const change = changes.get(path)
    return {
      path: names.get(path) ?? path,
      hash: change?.after ?? hash,
      size: change?.is?.size ?? size,
      pixels: change?.is?.pixels ?? (change ? null : pixels),
      encoding,
    }
  }
  return [
    ...before.filter(({ path }) => changes.get(path)?.after !== null),
    ...coming.map(({ path, after, encoding, is }): SiteFile => ({
      path,
      hash: after!,
      size: is?.size ?? 0,
      pixels: is?.pixels ?? null,
      encoding: encoding ?? null,
    })),
  ].map(changed)
}

/** The sheet's text as it is worn right now, previews included. */
export function sheetText(state: WorkroomState): string {
  return state.preview ?? state.texts.get(lookDoc(state.lookId)) ?? ''
}

/** The sheet's text without what is only being dragged: what an edit starts from. */
export function settledSheetText(state: WorkroomState): string {
  return state.texts.get(lookDoc(state.lookId)) ?? ''
}

/** Paths of the pages, in the order they are shown. */
export function pagePaths(files: readonly SiteFile[]): string[] {
  return files
    .filter((file) => file.encoding !== null && isPage(file.path))
    .map((file) => file.path)
    .sort(comparePages)
}
