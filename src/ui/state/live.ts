import { importedBy } from '../../core/cascade/import.ts'
import { isAlways } from '../../core/edit/sheets.ts'
import { isSheet, type SitePath } from '../../core/paths/paths.ts'
import { fileDoc, pathOfDoc } from '../../core/site/step.ts'
import type { DocumentState } from './document.ts'
import { followsLive, sheetAt, shownSheets } from './sheets.ts'

const IMPORT = /@import/i

/** What the latest text of each file said: to look through those of a large site takes longer than a step of a drag. */
const known = new Map<SitePath, { readonly text: string; readonly imports: boolean }>()

function imports(path: SitePath, text: string): boolean {
  let found = known.get(path)
  if (found?.text !== text) known.set(path, (found = { text, imports: IMPORT.test(text) }))
  return found.imports
}

const never = () => false

/**
 * Which pages show another text of a stylesheet without being loaded anew. Frames change the sheet, with what it imports for
 * every screen, and stylesheets that pages link to; they cannot reach one that is imported in any other way.
 */
export function showsLive(state: DocumentState, path: SitePath): (page: SitePath) => boolean {
  const textOf = (file: SitePath) => state.texts.get(fileDoc(file)) ?? ''
  if (!isSheet(path) || imports(path, textOf(path)) || !followsLive(state, path)) return never
  const together = new Set(shownSheets(state).map((each) => each.path))
  const files = [state.sheetPath, ...[...state.texts.keys()].map(pathOfDoc)]
  const isOutOfReach = files.some(
    (file) =>
      file !== null &&
      isSheet(file) &&
      sheetAt(state, file).rules.some((rule) => {
        const imported = importedBy(rule, file)
        return imported?.path === path && !(together.has(file) && together.has(path) && isAlways(imported))
      }),
  )
  return isOutOfReach ? never : (page) => !imports(page, textOf(page))
}
