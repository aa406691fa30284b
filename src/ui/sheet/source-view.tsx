'use client'
import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { syntaxHighlighting } from '@codemirror/language'
import { search, searchKeymap } from '@codemirror/search'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { useEffect, useRef } from 'react'
import { isPage } from '../../core/site/paths.ts'
import { fileDoc } from '../../core/site/step.ts'
import { useRoom, useWorkroom } from '../workroom/context.tsx'
import { highlight, showRange, theme } from './editor-look.ts'

/** The text of a page or of another stylesheet, to be read. */
export function SourceView({ path }: { path: string }) {
  const { nonce } = useWorkroom()
  const host = useRef<HTMLDivElement>(null)
  const text = useRoom((state) => state.texts.get(fileDoc(path)) ?? '')
  const goTo = useRoom((state) => state.goTo)

  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          EditorView.cspNonce.of(nonce), EditorState.readOnly.of(true), lineNumbers(), drawSelection(), highlightActiveLine(), search({ top: true }),
          isPage(path) ? html() : css(), syntaxHighlighting(highlight), theme, keymap.of(searchKeymap),
          EditorView.contentAttributes.of({ 'aria-label': `Text of ${path}, to be read`, tabindex: '0' }),
        ],
      }),
    })
    // A CR LF is one character to the editor.
    const at = (offset: number) => offset - (text.slice(0, offset).split('\r\n').length - 1)
    if (goTo) showRange(editor, at(goTo.from), at(goTo.to))
    return () => editor.destroy()
  }, [nonce, path, text, goTo])

  return <div ref={host} className="h-full" />
}
