import type { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { useEffect, useState, type RefObject } from 'react'

/** What an editor shows at first, and what goes along with it once it stands: that gives what ends it. */
export interface EditorPlan {
  readonly state: EditorState
  readonly begin: (editor: EditorView) => () => void
}

/**
 * An editor within an element; null until it stands. For its state the first of the text is read, and its view is laid out:
 * each in a task of its own, for together they would be felt.
 */
export function useEditor(host: RefObject<HTMLElement | null>, plan: () => EditorPlan): EditorView | null {
  const [editor, setEditor] = useState<EditorView | null>(null)
  useEffect(() => {
    const { state, begin } = plan()
    let end = () => undefined as void
    const timer = setTimeout(() => {
      const made = new EditorView({ parent: host.current!, state })
      const finish = begin(made)
      setEditor(made)
      end = () => {
        finish()
        made.destroy()
        setEditor(null)
      }
    })
    return () => {
      clearTimeout(timer)
      end()
    }
  }, [host, plan])
  return editor
}
