'use client'
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { syntaxHighlighting } from '@codemirror/language'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view'
import { useEffect, useRef } from 'react'
import { highlight, theme } from '../sheet/editor-look.ts'
import { htmlText } from '../sheet/languages.ts'
import { useWorkroom } from '../state/context.tsx'

/** An editor for a piece of markup. It keeps its own text; `onText` hears of every change. */
export function MarkupEditor({ label, text, onText }: { label: string; text: string; onText: (text: string) => void }) {
  const { nonce } = useWorkroom()
  const host = useRef<HTMLDivElement>(null)
  const heard = useRef(onText)
  useEffect(() => {
    heard.current = onText
  })
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          EditorView.cspNonce.of(nonce),
          lineNumbers(),
          history(),
          drawSelection(),
          htmlText({ autoCloseTags: false }),
          syntaxHighlighting(highlight),
          theme,
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap, indentWithTab]),
          EditorView.contentAttributes.of({ 'aria-label': label }),
          EditorView.updateListener.of((update) => update.docChanged && heard.current(update.state.doc.toString())),
        ],
      }),
    })
    return () => editor.destroy()
  }, [nonce, label, text])
  return <div ref={host} className="h-56 overflow-hidden rounded-[3px] border border-edge [&_.cm-editor]:h-full" />
}
