import type { StateCreator } from 'zustand'
import { unfitCharacter, unfitSentence } from '../../core/site/encoding.ts'
import type { Look, SiteFile, SiteState } from '../../protocol/site-state.ts'
import { isPage, isSheet, comparePages } from '../../core/paths/paths.ts'
import { editFault } from '../../core/sheet/edit-fault.ts'
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
import { memo } from '../../core/text/memo.ts'
import { applySplices, diffTexts, SpliceError, type Splice } from '../../core/text/splice.ts'
import { headFollows } from '../../core/writing/head.ts'
import { api } from './api.ts'
import { filesAfter } from './files-after.ts'
import { sheetOf } from './texts.ts'
import { Keeper, type Keeping } from './keeper.ts'
import { viewAfterMoves, type View } from './view.ts'

/** Typing pauses this long before it becomes a step. */
const TYPING_PAUSE_MS = 600

/** The site as it is worked on. Texts change only through `edit`, `showPreview`, `typeSheet`, `typeText`, `undo` and `redo`. */
export interface DocumentState {
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
  /** A stylesheet's text while something is dragged; it is nobody's step yet. */
  readonly preview: { readonly doc: Doc; readonly text: string } | null
  readonly past: readonly Step[]
  readonly future: readonly Step[]
  readonly keeping: Keeping
  /** Why the latest change was not made; a new object each time. */
  readonly trouble: { readonly text: string } | null
  /** Whether something was typed that is no step yet. */
  readonly typing: boolean
  /** Grows when pages must be loaded anew, by path. */
  readonly reloads: ReadonlyMap<string, number>
  /** Pages whose frames are being changed in place, or have been: to what text; null while nobody knows yet. */
  readonly inPlace: ReadonlyMap<string, string | null>
  /** Pages that are new or have a new name and are not kept yet: the server does not know them. */
  readonly unkept: ReadonlySet<string>

  /** Carries out an edit as one step and keeps it. Gives false when it changes nothing. */
  edit(edit: Edit): boolean
  /** Shows a change of the sheet, or of another stylesheet, without making a step of it; null goes back. */
  showPreview(splices: readonly Splice[] | null, doc?: Doc): void
  /** A stretch of typing in the sheet: shown at once, one step after a pause. */
  typeSheet(splices: readonly Splice[]): void
  /** The same in the text of a page or another stylesheet; frames that cannot follow are loaded anew once it is kept. */
  typeText(doc: Doc, splices: readonly Splice[]): void
  /** Makes a step of what was typed, if anything. */
  closeTyping(): void
  /** Says which text the frames of a page show by now; null while they are being changed, undefined where they have to load it anew. */
  shownInPlace(page: string, text: string | null | undefined): void
  undo(): void
  redo(): void
  wearLook(id: string): void
  /** Whether something is not kept yet. */
  isBusy(): boolean
  /**
   * Goes on after keeping has stopped, from what the server holds: with this window’s texts, or with the kept ones. Both
   * stay in the history; with `kept`, only what is kept does.
   */
  settle(theirs: SiteState, keep: 'mine' | 'theirs' | 'kept'): void
}

function textsOf(site: SiteState): Map<Doc, string> {
  return new Map([
    ...Object.entries(site.texts).map(([path, text]) => [fileDoc(path), text] as const),
    ...site.looks.map(({ id, text }) => [lookDoc(id), text] as const),
  ])
}

/** The step of an edit; null when it changes nothing, a sentence when it cannot be made. */
function plannedStep(edit: Edit, known: (doc: Doc) => string | undefined): Step | string | null {
  try {
    const step = stepOf(edit, known)
    return step && (sheetFault(step, known) ?? step)
  } catch (error) {
    if (!(error instanceof SpliceError)) throw error
    return 'This change does not fit the text as it stands, which is a fault of Attire’s. Make it in the text itself.'
  }
}

/** Why a planned step must not be made of a stylesheet; null when every sheet of it says what it should afterwards. */
function sheetFault(step: Step, known: (doc: Doc) => string | undefined): string | null {
  for (const { doc, splices } of step.texts) {
    const path = pathOfDoc(doc)
    const text = known(doc)
    if (text === undefined || (path !== null && !isSheet(path))) continue
    const before = sheetOf(text)
    const fault = editFault(before, sheetOf(applySplices(text, splices)), splices)
    if (fault !== null) return fault
  }
  return null
}

/** Which pages show another text of a stylesheet without being loaded anew. */
type ShowsLive = (state: DocumentState, path: string) => (page: string) => boolean

/** The part of the workroom's state that holds the site itself, and keeps it. */
export function createDocument(
  site: SiteState,
  showsLive: ShowsLive,
): StateCreator<DocumentState & View, [], [], DocumentState> {
  let typing: { doc: Doc; before: string; timer: ReturnType<typeof setTimeout> } | null = null

  /** Pages whose text changed; frames that do not show it by now load it anew once it is kept, for they ask the server. */
  const stale = new Set<string>()
  /** Pages that show something else that changed: they are loaded anew in any case. */
  const outdated = new Set<string>()

  return (set, get) => {
    const keeper = new Keeper(site.id, site.revision, (keeping) => {
      set({ keeping })
      if (keeping.state === 'kept') reloadStale()
    })
    const reloadStale = () => {
      if (get().unkept.size > 0) set({ unkept: new Set() })
      const { inPlace, texts } = get()
      for (const page of stale) {
        const shown = inPlace.get(page)
        if (shown === null) continue
        if (shown !== texts.get(fileDoc(page))) outdated.add(page)
        stale.delete(page)
      }
      if (outdated.size === 0) return
      const reloads = new Map(get().reloads)
      for (const page of outdated) reloads.set(page, (reloads.get(page) ?? 0) + 1)
      const still = new Map([...inPlace].filter(([page]) => !outdated.has(page)))
      outdated.clear()
      set({ reloads, inPlace: still })
    }
    /** Notes which pages look other for another text of a file. */
    const noteStale = (path: string, pages: readonly string[], everywhere = false) => {
      if (isPage(path) && !everywhere) return void stale.add(path)
      if (isPage(path)) return void outdated.add(path)
      const follows = showsLive(get(), path)
      for (const page of pages) if (everywhere || !follows(page)) outdated.add(page)
    }
    /** Texts, files and names after a step. Pages that must be loaded anew for it are noted. */
    const after = (state: DocumentState & View, step: Step) => {
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
        if (path !== null) noteStale(path, pages, everywhere)
      }
      const moved = (path: string) => step.moves.find(({ from }) => from === path)?.to ?? path
      const still = (path: string | null) =>
        path === null || files.some((file) => file.path === moved(path)) ? path && moved(path) : null
      return {
        ...viewAfterMoves(state, still),
        texts,
        files,
        preview: null,
        sheetPath: moved(state.sheetPath),
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
      const encoding = holder?.encoding ?? 'utf-8'
      const unfit = splices.map(({ insert }) => unfitCharacter(insert, encoding)).find((char) => char !== null)
      if (unfit === undefined) return true
      const text = `${unfitSentence(path ?? get().sheetPath, unfit, encoding)} Nothing was changed.`
      set({ trouble: { text } })
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
      keeping: { state: 'kept', at: null, revision: site.revision },
      trouble: null,
      typing: false,
      reloads: new Map(),
      inPlace: new Map(),
      unkept: new Set(),
      edit(edit) {
        get().closeTyping()
        if (edit.texts.some(({ doc, splices }) => !writable(doc, splices))) {
          set({ preview: null })
          return false
        }
        const planned = plannedStep(edit, (doc) => get().texts.get(doc))
        if (typeof planned === 'string') set({ trouble: { text: `${planned} Nothing was changed.` } })
        if (planned === null || typeof planned === 'string') {
          set({ preview: null })
          return false
        }
        const step = planned
        commit(step, { type: 'step', step })
        set((state) => ({ past: [...state.past, step], future: [] }))
        return true
      },
      showPreview(splices, doc = lookDoc(get().lookId)) {
        set({ preview: splices ? { doc, text: applySplices(get().texts.get(doc) ?? '', splices) } : null })
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
        set((state) => ({
          texts: new Map(state.texts).set(doc, applySplices(before, splices)),
          preview: null,
          typing: true,
        }))
      },
      closeTyping() {
        if (!typing) return
        const { doc, before, timer } = typing
        clearTimeout(timer)
        typing = null
        set({ typing: false })
        const path = pathOfDoc(doc)
        const typed = get().texts.get(doc)!
        // The list of sections in the head of the sheet follows what is typed.
        const now = path === null ? applySplices(typed, headFollows(sheetOf(typed))) : typed
        if (now !== typed) set((state) => ({ texts: new Map(state.texts).set(doc, now) }))
        const step = stepOf(
          {
            label: path === null ? 'Typed in the sheet' : `Typed in ${path}`,
            texts: [{ doc, splices: diffTexts(before, now) }],
          },
          () => before,
        )
        if (!step) return
        if (path !== null) noteStale(path, pagePaths(get().files))
        keeper.keep({ type: 'step', step })
        set((state) => ({ past: [...state.past, step], future: [] }))
      },
      shownInPlace(page, text) {
        const inPlace = new Map(get().inPlace)
        if (text === undefined) inPlace.delete(page)
        else inPlace.set(page, text)
        set({ inPlace })
        if (text !== null && get().keeping.state === 'kept' && stale.has(page)) reloadStale()
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
      isBusy: () => keeper.busy,
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
          keeping: { state: 'kept', at: null, revision: theirs.revision },
        })
        if (!toMine || keep === 'kept') return reloadStale()
        keeper.keep({ type: 'step', step: toMine })
        set((state) => ({ ...after(state, toMine), past: [...state.past, toMine] }))
        if (keep === 'theirs') get().undo()
      },
    }
  }
}

/** A text as it is worn right now, previews included; '' when there is none. */
export function shownText({ preview, texts }: Pick<DocumentState, 'preview' | 'texts'>, doc: Doc): string {
  return (preview?.doc === doc ? preview.text : texts.get(doc)) ?? ''
}

/** The sheet's text as it is worn right now, previews included. */
export function sheetText(state: DocumentState): string {
  return shownText(state, lookDoc(state.lookId))
}

/** The sheet's text without what is only being dragged: what an edit starts from. */
export function settledSheetText(state: DocumentState): string {
  return state.texts.get(lookDoc(state.lookId)) ?? ''
}

/** Paths of the pages, in the order they are shown. Half the screen asks, and files seldom change. */
export const pagePaths = memo((files: readonly SiteFile[]): readonly string[] =>
  files
    .filter((file) => file.encoding !== null && isPage(file.path))
    .map((file) => file.path)
    .sort(comparePages),
)
