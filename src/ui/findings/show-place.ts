import { isPage } from '../../core/paths/paths.ts'
import type { Finding } from '../../core/fit/finding.ts'
import type { WorkroomStore } from '../state/store.ts'

/** Opens the place of a finding: its text beside the pages, its page in the close-up, or the file among the files. */
export function showPlace(store: WorkroomStore, { file, from, to }: Pick<Finding, 'file' | 'from' | 'to'>): void {
  const state = store.getState()
  if (file === state.sheetPath) return state.set({ sheetOpen: true, source: null, goTo: { from, to } })
  const known = state.files.find(({ path }) => path === file)
  if (known?.encoding)
    return state.set({
      sheetOpen: true,
      source: file,
      goTo: { from, to: Math.max(to, from) },
      ...(isPage(file) && state.closeUp !== null ? { closeUp: file, picked: null } : {}),
    })
  if (known) return state.set({ facet: 'pages', pagesView: 'files', findings: false, picked: null })
  state.set({ asking: { kind: 'new-page', folder: '', path: file } })
}
