/** The editor is a third of the workroom's code, and nobody needs it before the sheet is opened. */
export const loadSheetEditor = () => import('./sheet-editor.tsx')
export const loadSourceView = () => import('./source-view.tsx')
