import { setDiagnostics } from '@codemirror/lint'
import type { EditorView } from '@codemirror/view'
import type { Workroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { toEditor } from './editor-text.ts'

/** Faults are marked when typing rests: half a tag is one every time. */
const MARK_AFTER_MS = 300
/** More tell nothing new, and would cover the text. */
const MOST_MARKED = 200

/** Marks in the text of a page what the fit check says of its markup. Gives what asks for it again, and what ends it. */
export function markFaults(workroom: Workroom, page: string, editor: EditorView) {
  let timer: ReturnType<typeof setTimeout>
  let ended = false
  const mark = async () => {
    const before = editor.state.doc
    const faults = await askOnce(workroom, 'textFaults', { page })
    // What has been typed meanwhile asks again.
    if (ended || !faults || editor.state.doc !== before) return
    const { length } = before
    const marked = faults.slice(0, MOST_MARKED).map(({ from, to, message, severity }) => {
      const range = toEditor(editor.state, { from, to, insert: '' })
      return { from: Math.min(range.from, length), to: Math.min(range.to, length), message, severity }
    })
    editor.dispatch(setDiagnostics(editor.state, marked))
  }
  void mark()
  return {
    soon() {
      clearTimeout(timer)
      timer = setTimeout(() => void mark(), MARK_AFTER_MS)
    },
    end() {
      ended = true
      clearTimeout(timer)
    },
  }
}
