'use client'
import { defaultKeymap, indentWithTab } from '@codemirror/commands'
import { css } from '@codemirror/lang-css'
import { bracketMatching, indentOnInput, syntaxHighlighting } from '@codemirror/language'
import { lintGutter, setDiagnostics } from '@codemirror/lint'
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { ChevronDown, ChevronUp, Columns2, Rows2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { diffTexts } from '../../core/text/splice.ts'
import { selectorAt } from '../../core/sheet/selector-at.ts'
import { sheetText } from '../state/document.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'
import { useInsights, useRoom, useWorkroom } from '../state/context.tsx'
import { useRoomPlan } from '../state/room.ts'
import { useShowReach } from '../state/outline.ts'
import { reachInWords } from '../state/reach-words.ts'
import { highlight, showRange, theme } from './editor-look.ts'
import { docText, fromEditor, fromStore, lineEnd, toEditor } from './editor-text.ts'
import { SourceView } from './source-view.tsx'

/** A pause of the cursor before the selector under it is outlined. */
const REACH_AFTER_MS = 80

/** Opens and closes the sheet, and says what is in it: a bar below the pages, or over the sheet's text. */
export function SheetBar() {
  const open = useRoom((state) => state.sheetOpen)
  const set = useRoom((state) => state.set)
  const source = useRoom((state) => state.source)
  const sheetPath = useRoom((state) => state.sheetPath)
  const text = useRoom(sheetText)
  const sheet = sheetOf(text)
  return (
    <div className="flex shrink-0 items-center border-t border-line bg-panel">
      <button
        type="button"
        aria-expanded={open}
        aria-keyshortcuts="Alt+S"
        onClick={() => set({ sheetOpen: !open })}
        className="flex h-9 min-w-0 flex-1 items-center gap-2 px-4 text-left focus-visible:-outline-offset-2"
      >
        {open ? (
          <ChevronDown aria-hidden className="size-4 shrink-0" />
        ) : (
          <ChevronUp aria-hidden className="size-4 shrink-0" />
        )}
        <span className="font-semibold">Sheet</span>
        <code className="min-w-0 truncate font-mono text-[12px]">{sheetPath}</code>
        <span className="shrink-[3] truncate text-quiet">
          {count(text === '' ? 0 : text.split('\n').length, 'line')}, {count(sheet.rules.length, 'rule')}
        </span>
        {sheet.errors.length > 0 && (
          <span className="min-w-0 truncate text-alarm">
            {count(sheet.errors.length, 'mistake')}, marked in the text
          </span>
        )}
        {open && !source && <ReachAtCursor />}
        <kbd className="ml-auto shrink-0 pl-2 font-mono text-[11px] text-quiet">Alt+S</kbd>
      </button>
      {open && <PlaceButton />}
    </div>
  )
}

/** Moves the sheet below the pages or beside them. */
function PlaceButton() {
  const { sheetPlace, set } = useRoomPlan()
  const beside = sheetPlace === 'beside'
  const says = beside ? 'Put the sheet below the pages' : 'Put the sheet beside the pages'
  const Icon = beside ? Rows2 : Columns2
  return (
    <button
      type="button"
      className="btn btn-bare mr-2 size-7 p-0"
      aria-label={says}
      title={says}
      onClick={() => set({ sheetPlace: beside ? 'below' : 'beside' })}
    >
      <Icon aria-hidden className="size-4" />
    </button>
  )
}

/** The sheet's text, or that of a page or another stylesheet in its place. */
export function SheetPanel() {
  const source = useRoom((state) => state.source)
  const showText = useRoom((state) => state.showText)
  return (
    <section aria-label="Sheet" className="flex h-full flex-col bg-panel">
      <SheetBar />
      {source && (
        <div className="flex h-8 shrink-0 items-center gap-2 border-t border-line bg-sunken px-4">
          <code className="min-w-0 truncate font-mono text-[12px] font-semibold">{source}</code>
          <span className="min-w-0 truncate text-quiet">
            its text, as it is kept; the frame follows after a pause in typing
          </span>
          <button type="button" className="btn ml-auto h-6 shrink-0 text-[12px]" onClick={() => showText(null)}>
            Back to the sheet
          </button>
        </div>
      )}
      <div className="min-h-0 flex-1 border-t border-line">
        {source ? <SourceView path={source} /> : <SheetEditor />}
      </div>
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
