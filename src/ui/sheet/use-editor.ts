import type { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { useEffect, useState, type RefObject } from 'react'

/** What an editor shows at first, and what goes along with it once it stands: that gives what ends it. */
export interface EditorPlan {
  readonly state: EditorState
  readonly begin: (editor: EditorView) => () => void
}

/**
 * An editor within an element; null until it stands. For its state the first of the text is read, its view is laid out, and then
 * all begins that goes along with it: each in a task of its own, for together they would be felt.
 */
export function useEditor(host: RefObject<HTMLElement | null>, plan: () => EditorPlan): EditorView | null {
  const [editor, setEditor] = useState<EditorView | null>(null)
  useEffect(() => {
    const { state, begin } = plan()
    let made: EditorView | null = null
    let finish = () => undefined as void
    let timer = setTimeout(() => {
      const view = (made = new EditorView({ parent: host.current!, state }))
      timer = setTimeout(() => {
        finish = begin(view)
        setEditor(view)
      })
    })
    return () => {
      clearTimeout(timer)
      finish()
      made?.destroy()
      setEditor(null)
    }
  }, [host, plan])
  return editor
}
