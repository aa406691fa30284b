import { isPage } from '../../core/paths/paths.ts'
import type { Finding } from '../../core/fit/finding.ts'
import type { WorkroomStore } from '../state/store.ts'

/** Opens the place of a finding: its text beside the pages, its page in the close-up, or the file among the files. */
export function showPlace(store: WorkroomStore, { file, from, to }: Pick<Finding, 'file' | 'from' | 'to'>): void {
  const state = store.getState()
  if (file === state.sheetPath) return state.showText(null, { from, to })
  const known = state.files.find(({ path }) => path === file)
  if (known?.encoding) {
    if (isPage(file) && state.closeUp !== null) state.openCloseUp(file)
    return state.showText(file, { from, to: Math.max(to, from) })
  }
  if (known) return state.showFacet('pages', 'files')
  state.set({ asking: { kind: 'new-page', folder: '', path: file } })
}
