import { EditorView } from '@codemirror/view'
import { paragraphsOf } from '../../core/markup/paragraphs.ts'
import { indentAt } from '../../core/text/place.ts'

/** Pastes plain text as paragraphs with Ctrl+Shift+V: what stands between blank lines is one. */
export const pasteAsParagraphs = (() => {
  let asked = false
  return EditorView.domEventHandlers({
    keydown(event) {
      asked = (event.ctrlKey || event.metaKey) && event.shiftKey && event.code === 'KeyV'
      return false
    },
    paste(event, view) {
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (!asked || text.trim() === '') return false
      asked = false
      event.preventDefault()
      const { from } = view.state.selection.main
      const indent = indentAt(view.state.sliceDoc(0, from), from)
      view.dispatch(view.state.replaceSelection(paragraphsOf(text, indent)), { userEvent: 'input.paste' })
      return true
    },
  })
})()
