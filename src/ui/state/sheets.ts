import { inlineImports } from '../../core/site/inline-imports.ts'
import { sheetWithImports, type SheetAt } from '../../core/edit/sheets.ts'
import { isSheet, type SitePath } from '../../core/paths/paths.ts'
import { fileDoc, lookDoc, pathOfDoc, type Doc } from '../../core/site/step.ts'
import { placeOf } from '../../core/text/place.ts'
import type { Range } from '../../core/text/splice.ts'
import type { Sheet } from '../../core/sheet/parse.ts'
import { shownText, type DocumentState } from './document.ts'
import { sheetOf, sheetReader } from './texts.ts'

const readers = new Map<SitePath, (text: string) => Sheet>()

/** What reads the texts of a stylesheet beside the sheet. */
export function readerOf(path: SitePath): (text: string) => Sheet {
  const read = readers.get(path) ?? sheetReader()
  readers.set(path, read)
  return read
}

const besides = (path: SitePath, text: string): Sheet => readerOf(path)(text)

type Texts = Pick<DocumentState, 'texts' | 'preview' | 'sheetPath' | 'lookId'>

/** The text of a stylesheet: of the look that is worn, or of a file. */
export const docOfSheet = ({ sheetPath, lookId }: Texts, path: SitePath): Doc =>
  path === sheetPath ? lookDoc(lookId) : fileDoc(path)

/** A stylesheet of the site as it is kept. */
export function sheetAt(state: Texts, path: SitePath): Sheet {
  const text = state.texts.get(docOfSheet(state, path)) ?? ''
  return path === state.sheetPath ? sheetOf(text) : besides(path, text)
}

interface ShowsText {
  readonly sheetPath: SitePath
  readonly showText: (path: SitePath | null, range: Range) => void
}

/** Goes to a place of the sheet, or of another stylesheet. */
export function showInSheet({ sheetPath, showText }: ShowsText, path: SitePath, { from, to }: Range): void {
  showText(path === sheetPath ? null : path, { from, to })
}

/** Where a place is, in words: its line, with the file where it is not the sheet, the last of these. */
export function lineIn(sheets: readonly SheetAt[], path: SitePath, from: number): string {
  const at = sheets.find((each) => each.path === path)
  if (!at) return path
  return `${at === sheets.at(-1) ? '' : `${path}, `}line ${placeOf(at.sheet.text, from).line}`
}

/** Remembers the latest answer, and gives the same one as long as it holds the same stylesheets. */
function sheetsBy(textOf: (state: Texts, doc: Doc) => string | undefined): (state: Texts) => readonly SheetAt[] {
  let of: Texts | null = null
  let sheets: readonly SheetAt[] = []
  return (state) => {
    const isSame = (['texts', 'preview', 'sheetPath', 'lookId'] as const).every((key) => of?.[key] === state[key])
    if (isSame) return sheets
    of = state
    const top = { path: state.sheetPath, sheet: sheetOf(textOf(state, lookDoc(state.lookId)) ?? '') }
    const now = sheetWithImports(top, (path) => {
      const text = textOf(state, fileDoc(path))
      return text === undefined ? null : besides(path, text)
    })
    const isEqual =
      now.length === sheets.length &&
      now.every(({ path, sheet }, at) => path === sheets[at]!.path && sheet === sheets[at]!.sheet)
    return isEqual ? sheets : (sheets = now)
  }
}

/** The sheet, and before it all that it imports, without what is only being dragged: what an edit starts from. */
export const settledSheets = sheetsBy(({ texts }, doc) => texts.get(doc))

/** The same as they are worn right now. */
export const shownSheets = sheetsBy((state, doc) => (state.texts.has(doc) ? shownText(state, doc) : undefined))

/** Characters of stylesheets that are read whole while somebody types; pages that wear longer ones follow once they are kept. */
const LIVE_UP_TO = 100_000

/** Whether frames wear a stylesheet's text while it is typed or dragged. */
export function followsLive(state: Texts, path: SitePath): boolean {
  const imported = shownSheets(state).slice(0, -1)
  const together = imported.some((each) => each.path === path) ? imported.map(({ sheet }) => sheet.text) : []
  const length = (texts: readonly string[]) => texts.reduce((sum, text) => sum + text.length, 0)
  return length(together.length > 0 ? together : [shownText(state, fileDoc(path))]) <= LIVE_UP_TO
}

/** Stylesheets that the sheet imports and that were changed here, by doc: what they said before. */
const before = new Map<Doc, string>()
const composed = sheetReader()

/**
 * The sheet as frames wear it. No script can change a stylesheet that another imports, so once one is changed here its rules
 * stand in the place of the import, until the pages are loaded anew.
 */
export function wornSheet(state: Texts): Sheet {
  const sheet = sheetOf(shownText(state, lookDoc(state.lookId)))
  const read = (path: SitePath) => {
    const doc = fileDoc(path)
    if (!state.texts.has(doc)) return null
    const text = shownText(state, doc)
    if (!before.has(doc)) before.set(doc, text)
    return besides(path, text)
  }
  const isWanted = (path: SitePath) => before.get(fileDoc(path)) !== shownText(state, fileDoc(path))
  const imported = shownSheets(state).slice(0, -1)
  if (!imported.every(({ path }) => followsLive(state, path))) return sheet
  const text = inlineImports({ path: state.sheetPath, sheet }, { read, isWanted })
  return text === sheet.text ? sheet : composed(text)
}

/** The stylesheets that the sheet does not import and that show another text than before. */
export function changedBesides(now: Texts, before: Texts): Omit<SheetAt, 'layer'>[] {
  if (now.texts === before.texts && now.preview === before.preview) return []
  const dragged = [now.preview, before.preview].flatMap((preview) => (preview ? [preview.doc] : []))
  const imported = new Set(shownSheets(now).map(({ path }) => path))
  return [...new Set([...(now.texts === before.texts ? [] : now.texts.keys()), ...dragged])].flatMap((doc) => {
    const path = pathOfDoc(doc)
    if (path === null || !isSheet(path) || imported.has(path) || !now.texts.has(doc)) return []
    const text = shownText(now, doc)
    const isSame = before.texts.has(doc) && shownText(before, doc) === text
    return isSame || !followsLive(now, path) ? [] : [{ path, sheet: besides(path, text) }]
  })
}
