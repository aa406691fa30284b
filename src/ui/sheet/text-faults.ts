import { setDiagnostics, type Diagnostic } from '@codemirror/lint'
import type { EditorView } from '@codemirror/view'
import type { Mend } from '../../core/diagnostics/diagnosis.ts'
import type { Doc } from '../../core/site/step.ts'
import type { Workroom } from '../state/context.tsx'
import type { Answer } from '../../workers/questions.ts'
import { askOnce } from '../state/use-answer.ts'
import { docText, toEditor } from './editor-text.ts'

/** Faults are marked when typing rests: half a word is one every time. */
const MARK_AFTER_MS = 250

/** Marks in the text of a page or stylesheet what the fit check says of it. Gives what asks for it again, and what ends it. */
export function markFaults(workroom: Workroom, file: () => string, editor: EditorView) {
  let timer: ReturnType<typeof setTimeout>
  let ended = false
  const mark = async () => {
    const before = editor.state.doc
    const answer = await askOnce(workroom, 'textFaults', { file: file() })
    // What has been typed meanwhile asks again.
    if (ended || !answer || editor.state.doc !== before) return
    editor.dispatch(setDiagnostics(editor.state, diagnosticsOf(workroom, editor, answer)))
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

function diagnosticsOf(workroom: Workroom, editor: EditorView, { doc, faults }: Answer<'textFaults'>): Diagnostic[] {
  const { length } = editor.state.doc
  const text = docText(editor.state)
  return faults.map(({ from, to, message, severity, mend }) => {
    const range = toEditor(editor.state, { from, to, insert: '' })
    return {
      from: Math.min(range.from, length),
      to: Math.min(range.to, length),
      message,
      severity,
      actions: mend ? [{ name: mend.label, apply: (view) => carryOut(workroom, view, doc, text, mend) }] : [],
    }
  })
}

/** Mends a fault as one step. A text that has changed meanwhile has other places: then the fault is marked anew first. */
function carryOut({ store }: Workroom, view: EditorView, doc: Doc, text: string, mend: Mend): void {
  if (docText(view.state) !== text) return
  store.getState().edit({ label: mend.label, texts: [{ doc, splices: mend.splices }], files: [], moves: [] })
}
