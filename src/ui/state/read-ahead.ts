import { importsOf } from '../../core/cascade/import.ts'
import type { SitePath } from '../../core/paths/paths.ts'
import type { Sheet } from '../../core/sheet/parse.ts'
import { readerOf } from './sheets.ts'
import { sheetOf } from './texts.ts'

/** Characters of a sheet that are read in one go: a few ms, also on a slow machine that has just begun. */
const PIECE = 30_000

/** Whether a sheet is so long that what is asked of its selectors would be felt, or may bring others along that are. */
const isHeavy = (text: string): boolean => text.length > PIECE || /@import/i.test(text)

/** What every part of the bench asks of selectors; it is remembered by their words. Its code is fetched for it. */
async function whatIsAsked(): Promise<(fresh: Pick<Sheet, 'rules'>) => void> {
  const [{ linkKinds }, { rulesNaming }] = await Promise.all([
    import('../../core/states/order.ts'),
    import('../../core/edit/rules-naming.ts'),
  ])
  return (fresh) => {
    linkKinds(fresh)
    rulesNaming(fresh, '')
  }
}

const breath = () => new Promise((resolve) => setTimeout(resolve))

/** Reads a sheet, and what it imports, before anybody asks for it, piece by piece, so that the window never stands still. */
export async function readAhead(
  sheetPath: SitePath,
  text: string,
  textOf: (path: SitePath) => string | undefined,
): Promise<void> {
  const remember = isHeavy(text) ? await whatIsAsked() : () => undefined
  // The code that reads has come to life in this very task.
  await breath()
  const met = new Set([sheetPath])
  // The set grows while it is walked.
  for (const path of met) {
    const said = path === sheetPath ? text : textOf(path)
    if (said === undefined) continue
    const read = path === sheetPath ? sheetOf : readerOf(path)
    const sheet = await inPieces(said, read, remember)
    for (const imported of importsOf(sheet, path)) met.add(imported)
  }
}

/** Reads a text from its beginning to further and further places; hands over the rules that have come each time. */
async function inPieces(
  text: string,
  read: (text: string) => Sheet,
  onRules: (fresh: Pick<Sheet, 'rules'>) => void,
): Promise<Sheet> {
  let known = 0
  // Code that has just come is slow at first.
  let piece = PIECE / 4
  for (let to = piece; to < text.length; to += piece) {
    piece = Math.min(PIECE, piece * 2)
    const { rules } = read(text.slice(0, to))
    onRules({ rules: rules.slice(known) })
    known = rules.length
    await breath()
  }
  return read(text)
}
