'use client'
import { defaultKeymap, indentWithTab } from '@codemirror/commands'
import { css } from '@codemirror/lang-css'
import { bracketMatching, indentOnInput, syntaxHighlighting } from '@codemirror/language'
import { lintGutter, setDiagnostics } from '@codemirror/lint'
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { ChevronDown, ChevronUp } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { diffTexts } from '../../core/text/splice.ts'
import { selectorAt } from '../../core/sheet/selector-at.ts'
import { sheetText } from '../state/store.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'
import { useInsights, useRoom, useWorkroom } from '../workroom/context.tsx'
import { useShowReach } from '../workroom/outline.ts'
import { reachInWords } from '../workroom/reach-words.ts'
import { highlight, showRange, theme } from './editor-look.ts'
import { docText, fromEditor, fromStore, lineEnd, toEditor } from './editor-text.ts'
import { SourceView } from './source-view.tsx'

/** A pause of the cursor before the selector under it is outlined. */
const REACH_AFTER_MS = 80
const HEIGHT = { least: 120, first: 260, step: 24 } as const

/** The sheet's text below the pages, one key away. */
export function SheetPanel() {
  const open = useRoom((state) => state.sheetOpen)
  const set = useRoom((state) => state.set)
  const source = useRoom((state) => state.source)
  const sheetPath = useRoom((state) => state.sheetPath)
  const text = useRoom(sheetText)
  const [height, setHeight] = useState<number>(HEIGHT.first)
  const sheet = sheetOf(text)
  const drag = (event: React.PointerEvent) => {
    const from = event.clientY
    const grip = event.currentTarget
    grip.setPointerCapture(event.pointerId)
    const move = (next: Event) => setHeight(limit(height + from - (next as PointerEvent).clientY))
    grip.addEventListener('pointermove', move)
    grip.addEventListener('pointerup', () => grip.removeEventListener('pointermove', move), { once: true })
  }
  return (
    <section aria-label="Sheet" className="flex shrink-0 flex-col border-t border-line bg-panel">
      {open && (
        <div
          role="separator"
          aria-label="Height of the sheet"
          aria-orientation="horizontal"
          aria-valuenow={height}
          aria-valuemin={HEIGHT.least}
          tabIndex={0}
          className="h-1.5 cursor-row-resize hover:bg-accent focus-visible:bg-accent"
          onPointerDown={drag}
          onKeyDown={(event) => {
            const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
            if (direction !== 0) setHeight(limit(height + direction * HEIGHT.step))
          }}
        />
      )}
      <button
        type="button"
        aria-expanded={open}
        aria-keyshortcuts="Alt+S"
        onClick={() => set({ sheetOpen: !open })}
        className="flex h-9 items-center gap-2 px-4 text-left focus-visible:-outline-offset-2"
      >
        {open ? <ChevronDown aria-hidden className="size-4" /> : <ChevronUp aria-hidden className="size-4" />}
        <span className="font-semibold">Sheet</span>
        <code className="font-mono text-[12px]">{sheetPath}</code>
        <span className="whitespace-nowrap text-quiet">
          {count(text === '' ? 0 : text.split('\n').length, 'line')}, {count(sheet.rules.length, 'rule')}
        </span>
        {sheet.errors.length > 0 && (
          <span className="whitespace-nowrap text-alarm">
            {count(sheet.errors.length, 'mistake')}, marked in the text
          </span>
        )}
        {open && !source && <ReachAtCursor />}
        <kbd className="ml-auto font-mono text-[11px] text-quiet">Alt+S</kbd>
      </button>
      {open && source && (
        <div className="flex h-8 items-center gap-2 border-t border-line bg-sunken px-4">
          <code className="font-mono text-[12px] font-semibold">{source}</code>
          <span className="text-quiet">its text, as it is kept; the frame follows after a pause in typing</span>
          <button type="button" className="btn ml-auto h-6 text-[12px]" onClick={() => set({ source: null })}>
            Back to the sheet
          </button>
        </div>
      )}
      {open && (
        <div style={{ height }} className="min-h-0 border-t border-line">
          {source ? <SourceView path={source} /> : <SheetEditor />}
        </div>
      )}
    </section>
  )
}

/** What the selector under the cursor touches. */
function ReachAtCursor() {
  const reach = useInsights((insights) => insights.reach)
  const outlined = useRoom((state) => state.outlined)
  if (!reach || outlined !== reach.selector) return null
  return (
    <span role="status" className="min-w-0 truncate text-quiet" title={reachInWords(reach)}>
      <code className="font-mono text-[12px] text-ink">{reach.selector}</code> {reachInWords(reach)}
    </span>
  )
}

function limit(height: number): number {
  return Math.max(HEIGHT.least, Math.min(height, window.innerHeight - 260))
}

function SheetEditor() {
  const { store, nonce } = useWorkroom()
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView>(null)
  const goTo = useRoom((state) => state.goTo)
  const showReach = useShowReach()
  const show = useRef(showReach)

  useEffect(() => {
    show.current = showReach
  })

  useEffect(() => {
    // After the update: what it does to the text comes first.
    let reachTimer: ReturnType<typeof setTimeout>
    const showSoon = (view: EditorView) => {
      clearTimeout(reachTimer)
      reachTimer = setTimeout(
        () =>
          view.hasFocus &&
          show.current(
            selectorAt(sheetOf(sheetText(store.getState())), fromEditor(view.state, view.state.selection.main.head)),
          ),
        REACH_AFTER_MS,
      )
    }
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: sheetText(store.getState()),
        extensions: [
          EditorView.cspNonce.of(nonce),
          EditorState.lineSeparator.of(lineEnd(sheetText(store.getState()))),
          lineNumbers(),
          lintGutter(),
          drawSelection(),
          highlightActiveLine(),
          bracketMatching(),
          indentOnInput(),
          highlightSelectionMatches(),
          search({ top: true }),
          css(),
          syntaxHighlighting(highlight),
          theme,
          keymap.of([...searchKeymap, ...defaultKeymap.filter(({ key }) => key !== 'Alt-s'), indentWithTab]),
          EditorView.contentAttributes.of({ 'aria-label': 'Text of the sheet', tabindex: '0' }),
          EditorView.updateListener.of((update) => {
            if (update.selectionSet && update.view.hasFocus) showSoon(update.view)
            if (!update.docChanged || update.transactions.every((transaction) => transaction.annotation(fromStore)))
              return
            store.getState().typeSheet(diffTexts(sheetText(store.getState()), docText(update.state)))
          }),
          EditorView.domEventHandlers({
            blur: () => {
              store.getState().closeTyping()
              show.current('')
            },
          }),
        ],
      }),
    })
    view.current = editor
    const mark = () => {
      const { errors } = sheetOf(sheetText(store.getState()))
      const length = editor.state.doc.length
      editor.dispatch(
        setDiagnostics(
          editor.state,
          errors.map(({ from, to, message }) => ({
            from: Math.min(from, length),
            to: Math.min(to, length),
            message,
            severity: 'error' as const,
          })),
        ),
      )
    }
    let timer: ReturnType<typeof setTimeout>
    const leave = store.subscribe((state, before) => {
      // A refused edit leaves the text as it is, and the editor must go back to it.
      if (sheetText(state) === sheetText(before) && state.trouble === before.trouble) return
      const [change] = diffTexts(docText(editor.state), sheetText(state))
      if (change) editor.dispatch({ changes: toEditor(editor.state, change), annotations: fromStore.of(true) })
      clearTimeout(timer)
      timer = setTimeout(mark, 250)
    })
    mark()
    return () => {
      leave()
      clearTimeout(timer)
      clearTimeout(reachTimer)
      store.getState().closeTyping()
      editor.destroy()
    }
  }, [store, nonce])

  useEffect(() => {
    const editor = view.current
    if (!editor || !goTo) return
    const { from, to } = toEditor(editor.state, { ...goTo, insert: '' })
    showRange(editor, from, to)
  }, [goTo])

  return <div ref={host} className="h-full" data-testid="sheet-editor" />
}
