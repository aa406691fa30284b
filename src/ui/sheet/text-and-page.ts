import type { EditorView, ViewUpdate } from '@codemirror/view'
import type { Workroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { showLines } from './editor-look.ts'
import { fromEditor, toEditor } from './editor-text.ts'

/** A pause of the cursor before the element around it is pointed at. */
const POINT_AFTER_MS = 80

/**
 * Lets a page and its text point at each other: the element around the cursor is outlined on the page, and the tag of what is picked on the
 * page comes into view. Gives what hears the editor, and what ends it.
 */
export function textAndPage(workroom: Workroom, page: string, editor: () => EditorView | null) {
  const { frames, store } = workroom
  let timer: ReturnType<typeof setTimeout>
  const point = async (offset: number) => {
    const path = await askOnce(workroom, 'elementAt', { page, offset })
    if (editor()?.hasFocus) frames.point(path ? new Map([[page, path]]) : null)
  }
  const leave = store.subscribe(async ({ picked }, before) => {
    const view = editor()
    if (picked === before.picked || picked?.page !== page || !view) return
    const place = await askOnce(workroom, 'placeAt', { page, index: picked.index })
    if (!place || editor() !== view) return
    const { from, to } = toEditor(view.state, { ...place, insert: '' })
    showLines(view, from, to)
  })
  return {
    heard(update: ViewUpdate) {
      if (!update.selectionSet || !update.view.hasFocus) return
      clearTimeout(timer)
      const { state } = update
      timer = setTimeout(() => void point(fromEditor(state, state.selection.main.head)), POINT_AFTER_MS)
    },
    blurred() {
      clearTimeout(timer)
      frames.point(null)
    },
    end() {
      clearTimeout(timer)
      leave()
    },
  }
}
