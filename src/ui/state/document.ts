import type { StateCreator } from 'zustand'
import { unfitCharacter, unfitSentence } from '../../core/site/encoding.ts'
import type { Changes, Look, Operation, SiteFile, SiteState } from '../../protocol/site-state.ts'
import { isPage, isSheet, comparePages } from '../../core/paths/paths.ts'
import { editFault } from '../../core/sheet/edit-fault.ts'
import {
  fileDoc,
  lookDoc,
  pathOfDoc,
  reverseStep,
  stepOf,
  textsAfter,
  type Doc,
  type Edit,
  type Step,
} from '../../core/site/step.ts'
import { memo } from '../../core/text/memo.ts'
import { textsOf as chosenTexts } from '../../core/site/merge-texts.ts'
import type { Choice as TextChoice } from '../../core/text/merge.ts'
import { applySplices, diffTexts, SpliceError, type Splice } from '../../core/text/splice.ts'
import { headFollows } from '../../core/writing/head.ts'
import { api, type Api } from './api.ts'
import { filesAfter } from './files-after.ts'
import { sheetOf } from './texts.ts'
import { Keeper, type KeeperServer, type Keeping, type Pending, type TakenIn } from './keeper.ts'
import { isQuiet, mergedDocs, stepToMine, takeInSaves, untilQuiet, type Conflict } from './taking-in.ts'
import { OwnSteps } from './undoing.ts'
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
  /** What undo and redo would be about: steps of this window. */
  readonly undoable: Step | null
  readonly redoable: Step | null
  readonly keeping: Keeping
  /** What this window and another have both changed, while somebody has to choose. */
  readonly conflict: Conflict | null
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
  /** Another window has saved the site, which has this revision now; null to ask whether one has. */
  hear(revision: number | null): void
  /** Goes on after a conflict, with what was chosen at each place. This window’s version stays in the history. */
  choose(choose: (doc: Doc, at: number) => TextChoice): void
  /** Goes on after the server refused a change: with this window’s texts as one change on what it holds, or with what is kept. */
  settle(theirs: SiteState, keep: 'mine' | 'kept'): void
}

/** All texts of a site, of its looks too. */
export function textsOfSite(site: SiteState): Map<Doc, string> {
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

/** What the document asks of the server. */
export type DocumentServer = KeeperServer & Pick<Api, 'settings'>

/** The part of the workroom's state that holds the site itself, and keeps it. */
export function createDocument(
  site: SiteState,
  showsLive: ShowsLive,
  server: DocumentServer = api,
): StateCreator<DocumentState & View, [], [], DocumentState> {
  let typing: { doc: Doc; before: string; timer: ReturnType<typeof setTimeout> } | null = null

  /** Pages whose text changed; frames that do not show it by now load it anew once it is kept, for they ask the server. */
  const stale = new Set<string>()
  /** Pages that show something else that changed: they are loaded anew in any case. */
  const outdated = new Set<string>()

  return (set, get, store) => {
    const own = new OwnSteps()
    /** The history as the server has it: of all that is acknowledged. */
    let kept = { past: site.steps.slice(0, site.cursor), future: site.steps.slice(site.cursor).reverse() }
    const keeper: Keeper = new Keeper(
      site.id,
      site.revision,
      {
        report: (keeping) => {
          set({ keeping })
          if (keeping.state === 'kept') reloadStale()
        },
        acknowledged: (pending) => {
          for (const { operation, step } of pending) kept = historyAfter(kept, operation, step)
        },
        rest: () => {
          get().closeTyping()
          return isQuiet(get())
        },
        quiet: () => untilQuiet(store),
        takeIn: takeInOthers,
        takeInWhole: takeInSite,
      },
      server,
    )
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

    /** Lists of steps, with what undo and redo are about then. */
    const history = (past: readonly Step[], future: readonly Step[]) => ({
      past,
      future,
      undoable: own.undoable({ past }),
      redoable: own.redoable({ future }),
    })
    /** A new step, as the last of all. */
    const append = (step: Step) => set((state) => history([...state.past, step], []))

    const commit = (step: Step, operation: Operation, undone?: Step) => {
      set((state) => after(state, step))
      keeper.keep({ operation, step, ...(undone ? { undone } : {}) })
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
      texts: textsOfSite(site),
      preview: null,
      ...history(kept.past, kept.future),
      conflict: null,
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
        own.forgetFuture()
        commit(step, { type: 'step', step })
        append(step)
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
        own.forgetFuture()
        keeper.keep({ operation: { type: 'step', step }, step })
        append(step)
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
        const undoing = own.undoing(get())
        if (undoing === null) return
        if (undoing === 'clash') return set({ trouble: { text: CANNOT_TAKE_BACK } })
        if ('last' in undoing) {
          commit(reverseStep(undoing.of), { type: 'undo' }, undoing.of)
          return set((state) => history(state.past.slice(0, -1), [...state.future, undoing.of]))
        }
        const step = stepOf(undoing.edit, (doc) => get().texts.get(doc))
        // Others did away with all of it.
        if (!step) return
        own.tookBack(undoing.of, step)
        commit(step, { type: 'step', step })
        append(step)
      },
      redo() {
        get().closeTyping()
        const redoing = own.redoing(get())
        if (redoing === null) return
        if (redoing === 'clash') return set({ trouble: { text: CANNOT_MAKE_AGAIN } })
        if ('last' in redoing) {
          commit(redoing.of, { type: 'redo' })
          return set((state) => history([...state.past, redoing.of], state.future.slice(0, -1)))
        }
        const step = stepOf(redoing.edit, (doc) => get().texts.get(doc))
        own.madeAgain(step)
        if (!step) return
        commit(step, { type: 'step', step })
        append(step)
      },
      wearLook(id) {
        get().closeTyping()
        if (id === get().lookId) return
        set({ lookId: id, preview: null })
        void server.settings(site.id, { lookId: id }).catch(() => undefined)
      },
      isBusy: () => keeper.busy,
      hear(revision) {
        if (revision === null) keeper.ask()
        else keeper.hear(revision)
      },
      choose(choose) {
        const { conflict } = get()
        if (!conflict) return
        const mine = chosenTexts(conflict.docs, () => 'mine')
        const chosen = chosenTexts(conflict.docs, choose)
        goOnFrom(conflict.theirs, mine)
        keepTexts('Chose between two windows', chosen)
      },
      settle(theirs, keep) {
        const mine = get().texts
        const docs = [...textsOfSite(theirs).keys()].filter((doc) => mine.has(doc))
        goOnFrom(theirs, keep === 'mine' ? new Map(docs.map((doc) => [doc, mine.get(doc)!])) : null)
      },
    }

    /** Makes texts say something else, as one step. */
    function keepTexts(label: string, wanted: ReadonlyMap<Doc, string>): void {
      const texts = [...wanted].flatMap(([doc, text]) => {
        const now = get().texts.get(doc)
        return now === undefined ? [] : [{ doc, splices: diffTexts(now, text) }]
      })
      get().edit({ label, texts })
    }

    /** Begins from what the server holds; with texts, those of this window come as one step, and the files that it alone has. */
    function goOnFrom(theirs: SiteState, texts: ReadonlyMap<Doc, string> | null): void {
      const before = get()
      const others = textsOfSite(theirs)
      const toMine = texts && stepToMine(before, theirs, others, texts, keeper.pending)
      kept = { past: theirs.steps.slice(0, theirs.cursor), future: theirs.steps.slice(theirs.cursor).reverse() }
      keeper.restart(theirs.revision)
      for (const path of pagePaths(theirs.files))
        if (before.texts.get(fileDoc(path)) !== others.get(fileDoc(path))) stale.add(path)
      if (before.files !== theirs.files) for (const page of pagePaths(theirs.files)) outdated.add(page)
      set({
        texts: others,
        files: theirs.files,
        sheetPath: theirs.sheetPath,
        preview: null,
        unkept: new Set(),
        conflict: null,
        ...history(kept.past, kept.future),
        keeping: { state: 'kept', at: null, revision: theirs.revision },
      })
      if (!toMine) return reloadStale()
      commit(toMine, { type: 'step', step: toMine })
      append(toMine)
    }

    /** Takes in what other windows saved, step by step. */
    function takeInOthers(saves: NonNullable<Changes['saves']>, pending: readonly Pending[]): TakenIn {
      const taken = takeInSaves(get(), kept, saves, pending)
      if (taken === 'whole' || taken === 'clash') return 'whole'
      for (const step of taken.foreign) own.markForeign(step)
      const carried = taken.pending
      // What could be made again stays so, though the server lets go of it once somebody has gone on.
      if (taken.kept.future.length === 0 || carried.length > 0)
        own.keepFuture([...kept.future].reverse(), kept.past.at(-1) ?? null)
      kept = taken.kept
      for (const { pending: before, step } of carried) {
        if (before.operation.type === 'undo') own.tookBack(before.undone!, step)
        else if (before.operation.type === 'redo') own.madeAgain(step)
        else if (!own.isAside(before.step)) own.forgetFuture()
        own.replace(before.step, step)
      }
      for (const step of taken.local) set((state) => after(state, step))
      const steps = carried.map(({ step }) => step)
      set(history([...kept.past, ...steps], steps.length > 0 ? [] : kept.future))
      return steps.map((step): Pending => ({ operation: { type: 'step', step }, step }))
    }

    /** Takes in the site as the server holds it, where what happened to it is not known. */
    function takeInSite(theirs: SiteState, pending: readonly Pending[]): TakenIn {
      if (hasOtherSheet(get(), theirs)) {
        if (pending.length === 0) location.reload()
        return 'other-sheet'
      }
      const docs = mergedDocs(get(), textsOfSite(theirs), pending)
      if (docs.some(({ merged }) => merged.places.length > 0)) {
        set({ conflict: { theirs, docs } })
        return 'conflict'
      }
      goOnFrom(
        theirs,
        chosenTexts(docs, () => 'mine'),
      )
      return keeper.pending
    }
  }
}

/** Whether another stylesheet has become the sheet: texts that were files are sheets now, and the other way round. */
const hasOtherSheet = (mine: Pick<DocumentState, 'sheetPath' | 'files'>, theirs: SiteState): boolean =>
  theirs.files.some(({ path }) => path === mine.sheetPath) && mine.files.some(({ path }) => path === theirs.sheetPath)

const CANNOT_TAKE_BACK =
  'This cannot be taken back: another window has changed the same place since. Change it there by hand.'
const CANNOT_MAKE_AGAIN = 'This cannot be made again: another window has changed the same place since. Make it anew.'

/** Lists of steps after an operation. */
function historyAfter<T extends { past: readonly Step[]; future: readonly Step[] }>(
  { past, future }: T,
  { type }: Operation,
  step: Step,
): { past: Step[]; future: Step[] } {
  if (type === 'step') return { past: [...past, step], future: [] }
  if (type === 'undo') return { past: past.slice(0, -1), future: [...future, past.at(-1)!] }
  return { past: [...past, future.at(-1)!], future: future.slice(0, -1) }
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
