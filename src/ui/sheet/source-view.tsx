'use client'
import { autocompletion, completionKeymap } from '@codemirror/autocomplete'
import { htmlCompletionSource } from '@codemirror/lang-html'
import type { EditorState } from '@codemirror/state'
import { EditorView, keymap } from '@codemirror/view'
import { useCallback, useEffect, useRef } from 'react'
import { isPage } from '../../core/paths/paths.ts'
import { fileDoc } from '../../core/site/step.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { showRange } from './editor-look.ts'
import { forTexts, keysForTexts } from './for-texts.ts'
import { pageLook, sheetLook } from './text-look.ts'
import { loadPageEdits } from '../state/pages-in-place.ts'
import { askOnce } from '../state/use-answer.ts'
import { sheetOffers } from './sheet-completions.ts'
import { sheetWords } from './sheet-words.ts'
import { stepKeys } from './step-number.ts'
import { markFaults } from './text-faults.ts'
import { pasteAsParagraphs } from './paste-paragraphs.ts'
import { renameInPair } from './tag-pair.ts'
import { siteCompletions, type SiteWords } from './page-completions.ts'
import { textAndPage } from './text-and-page.ts'
import { useEditor, type EditorPlan } from './use-editor.ts'
import { firstState, fromEditor, fromStore, showText, toEditor, typedSplices } from './editor-text.ts'

/** The text of a page or of another stylesheet. The store owns it: what is typed goes there, what changes there comes back. */
export function SourceView({ path }: { path: string }) {
  const workroom = useWorkroom()
  const { nonce, store } = workroom
  const host = useRef<HTMLDivElement>(null)
  const goTo = useRoom((state) => state.goTo)

  const plan = useCallback((): EditorPlan => {
    const doc = fileDoc(path)
    if (isPage(path)) void loadPageEdits()
    const textNow = () => store.getState().texts.get(doc) ?? ''
    const heedCursor = (state: EditorState) => {
      const { from, to } = state.selection.main
      store.getState().set({ textCursor: { path, from: fromEditor(state, from), to: fromEditor(state, to) } })
    }
    let both: ReturnType<typeof textAndPage> | null = null
    const words: SiteWords = {
      page: path,
      names: async () => (await askOnce(workroom, 'names', {})) ?? [],
      files: () => store.getState().files.map((file) => file.path),
    }
    const state = firstState(textNow(), [
      forTexts(nonce),
      isPage(path) ? pageLook(textNow()) : sheetLook(textNow()),
      isPage(path)
        ? [
            autocompletion({ override: [siteCompletions(words), htmlCompletionSource] }),
            renameInPair,
            pasteAsParagraphs,
          ]
        : [sheetOffers(workroom, () => path), sheetWords(workroom, () => path)],
      keymap.of([...completionKeymap, ...stepKeys, ...keysForTexts]),
      EditorView.contentAttributes.of({ 'aria-label': `Text of ${path}`, tabindex: '0' }),
      EditorView.updateListener.of((update) => {
        both?.heard(update)
        if (update.selectionSet || update.docChanged) heedCursor(update.state)
        if (!update.docChanged || update.transactions.every((transaction) => transaction.annotation(fromStore))) return
        store.getState().typeText(doc, typedSplices(update, textNow()))
      }),
      EditorView.domEventHandlers({
        blur: () => {
          store.getState().closeTyping()
          both?.blurred()
        },
      }),
    ])
    const begin = (editor: EditorView) => {
      let shown: EditorView | null = editor
      both = isPage(path) ? textAndPage(workroom, path, () => shown) : null
      showText(editor, textNow())
      const faults = markFaults(workroom, () => path, editor)
      const leave = store.subscribe((state, before) => {
        // A refused edit leaves the text as it is, and the editor must go back to it.
        if (state.texts.get(doc) === before.texts.get(doc) && state.trouble === before.trouble) return
        showText(editor, textNow())
        faults.soon()
      })
      return () => {
        shown = null
        leave()
        both?.end()
        faults.end()
        store.getState().set({ textCursor: null })
        store.getState().closeTyping()
      }
    }
    return { state, begin }
  }, [workroom, nonce, store, path])
  const editor = useEditor(host, plan)

  useEffect(() => {
    if (!editor || goTo?.of !== path) return
    const { from, to } = toEditor(editor.state, { ...goTo, insert: '' })
    showRange(editor, from, to)
  }, [editor, goTo, path])

  return <div ref={host} className="h-full" />
}
