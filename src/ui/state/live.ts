import { importedBy } from '../../core/cascade/import.ts'
import { isAlways } from '../../core/edit/sheets.ts'
import { isSheet, type SitePath } from '../../core/paths/paths.ts'
import { fileDoc, pathOfDoc } from '../../core/site/step.ts'
import type { DocumentState } from './document.ts'
import { followsLive, sheetAt, shownSheets } from './sheets.ts'

const IMPORT = /@import/i
const never = () => false

/**
 * Which pages show another text of a stylesheet without being loaded anew. Frames change the sheet, with what it imports for
 * every screen, and stylesheets that pages link to; they cannot reach one that is imported in any other way.
 */
export function showsLive(state: DocumentState, path: SitePath): (page: SitePath) => boolean {
  const textOf = (file: SitePath) => state.texts.get(fileDoc(file)) ?? ''
  if (!isSheet(path) || IMPORT.test(textOf(path)) || !followsLive(state, path)) return never
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
  return isOutOfReach ? never : (page) => !IMPORT.test(textOf(page))
}
