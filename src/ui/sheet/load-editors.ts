/** The editor is a third of the workroom's code, and nobody needs it before the sheet is opened. */
export const loadSheetEditor = () => inShortSlices(() => import('./sheet-editor.tsx'))
export const loadSourceView = () => inShortSlices(() => import('./source-view.tsx'))

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
