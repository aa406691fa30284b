import { loadInParts } from '../state/load-in-parts.ts'

/** What both editors are made of. */
const PARTS = [
  () => import('@codemirror/view'),
  () => import('@codemirror/language'),
  () => import('@codemirror/lang-css'),
  () => import('@codemirror/autocomplete'),
  () => import('../controls/picker/picker.tsx'),
]

/** The editor is a third of the workroom's code, and nobody needs it before the sheet is opened. */
export const loadSheetEditor = () => inShortSlices(() => loadInParts(PARTS, () => import('./sheet-editor.tsx')))
export const loadSourceView = () => inShortSlices(() => loadInParts(PARTS, () => import('./source-view.tsx')))

/**
 * CodeMirror reads a text in slices: of 100 ms where it can ask whether a key waits, else as long as an idle moment lasts,
 * which is under 50 ms. Pages must be drawn meanwhile, so it may not ask; it decides that once, when it is loaded.
 */
async function inShortSlices<M>(load: () => Promise<M>): Promise<M> {
  Object.defineProperty(navigator, 'scheduling', { value: undefined, configurable: true })
  try {
    return await load()
  } finally {
    Reflect.deleteProperty(navigator, 'scheduling')
  }
}
