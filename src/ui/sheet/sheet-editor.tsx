'use client'
import { closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete'
import { codeFolding, foldGutter, foldKeymap, indentOnInput } from '@codemirror/language'
import { highlightSelectionMatches } from '@codemirror/search'
import { EditorView, keymap } from '@codemirror/view'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { SheetAt } from '../../core/edit/sheets.ts'
import { selectorAt } from '../../core/sheet/selector-at.ts'
import { sheetText } from '../state/document.ts'
import { settledSheets } from '../state/sheets.ts'
import { sheetOf } from '../state/texts.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { useShowReach } from '../state/outline.ts'
import { useAsk } from '../state/use-answer.ts'
import { showRange } from './editor-look.ts'
import { forTexts, keysForTexts } from './for-texts.ts'
import { sheetLook } from './text-look.ts'
import { sheetOffers } from './sheet-completions.ts'
import { sheetWords } from './sheet-words.ts'
import { stepKeys } from './step-number.ts'
import { renameKeys } from './text-keys.ts'
import { ChipPicker, type Picked } from './chip-picker.tsx'
import { colourAt, colourChips, type ChosenColour } from './colour-chips.ts'
import { pickedRules, showRules } from './picked-rules.ts'
import { useEditor, type EditorPlan } from './use-editor.ts'
import { markFaults } from './text-faults.ts'
import { firstState, fromEditor, fromStore, showText, toEditor, typedSplices } from './editor-text.ts'

/** A pause of the cursor before the selector under it is outlined. */
const REACH_AFTER_MS = 80

/** The sheet's text. The store owns it: what is typed goes there, what changes there comes back. */
export function SheetEditor() {
  const workroom = useWorkroom()
  const { store, nonce } = workroom
  const host = useRef<HTMLDivElement>(null)
  const goTo = useRoom((state) => state.goTo)
  const showReach = useShowReach()
  const show = useRef(showReach)
  const [picked, setPicked] = useState<Picked | null>(null)

  useEffect(() => {
    show.current = showReach
  })

  const plan = useCallback((): EditorPlan => {
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
    const imports = () => settledSheets(store.getState()).slice(0, -1)
    const sheetFile = () => store.getState().sheetPath
    const state = firstState(sheetText(store.getState()), [
      forTexts(nonce),
      // Closed at once, a block that is just begun does not take the rest of the sheet into itself.
      closeBrackets(),
      indentOnInput(),
      highlightSelectionMatches(),
      sheetLook(sheetText(store.getState())),
      codeFolding(),
      foldGutter(),
      sheetOffers(workroom, sheetFile),
      sheetWords(workroom, sheetFile),
      colourChips(imports, (chosen) => setPicked(placed(chosen))),
      pickedRules,
      keymap.of([
        ...completionKeymap,
        ...stepKeys,
        ...renameKeys(workroom),
        { key: 'Alt-p', run: (view) => pickAt(view, imports(), setPicked) },
        ...foldKeymap,
        ...closeBracketsKeymap,
        ...keysForTexts,
      ]),
      EditorView.contentAttributes.of({ 'aria-label': 'Text of the sheet', tabindex: '0' }),
      EditorView.updateListener.of((update) => {
        if (update.selectionSet && update.view.hasFocus) showSoon(update.view)
        if (!update.docChanged || update.transactions.every((transaction) => transaction.annotation(fromStore))) return
        store.getState().typeSheet(typedSplices(update, sheetText(store.getState())))
      }),
      EditorView.domEventHandlers({
        blur: () => {
          store.getState().closeTyping()
          show.current('')
        },
      }),
    ])
    const begin = (editor: EditorView) => {
      showText(editor, sheetText(store.getState()))
      const faults = markFaults(workroom, sheetFile, editor)
      const leave = store.subscribe((state, before) => {
        // A refused edit leaves the text as it is, and the editor must go back to it.
        if (sheetText(state) === sheetText(before) && state.trouble === before.trouble) return
        showText(editor, sheetText(state))
        faults.soon()
      })
      return () => {
        leave()
        faults.end()
        clearTimeout(reachTimer)
        store.getState().closeTyping()
      }
    }
    return { state, begin }
  }, [workroom, store, nonce])
  const editor = useEditor(host, plan)

  useEffect(() => {
    if (!editor || !goTo || goTo.of !== null) return
    const { from, to } = toEditor(editor.state, { ...goTo, insert: '' })
    showRange(editor, from, to)
  }, [editor, goTo])

  const focusText = useRoom((state) => state.focusText)
  useEffect(() => {
    if (!editor || !focusText) return
    editor.focus()
    store.getState().set({ focusText: false })
  }, [editor, focusText, store])

  useMarkedRules(editor)
  const close = useCallback(() => {
    setPicked(null)
    editor?.focus()
  }, [editor])
  return (
    <>
      <div ref={host} className="h-full" data-testid="sheet-editor" />
      {picked && <ChipPicker picked={picked} onMove={setPicked} onClose={close} />}
    </>
  )
}

/** Marks the rules that the picked element matches, as long as one is picked. */
function useMarkedRules(editor: EditorView | null) {
  const file = useRoom((state) => state.sheetPath)
  const picked = useRoom((state) => state.picked)
  const { answer } = useAsk('rulesOf', picked && { file, page: picked.page, index: picked.index }, { pause: 0 })
  useEffect(() => {
    if (editor) showRules(editor, (picked && answer) ?? [])
  }, [editor, picked, answer])
}

/** Where the picker of a chip begins: below it, in the window. */
function placed({ chip, ...colour }: ChosenColour): Picked {
  const { left, bottom } = chip.getBoundingClientRect()
  return { ...colour, left, top: bottom + 4 }
}

/** Picks the colour under the cursor, or the next one on its line. */
function pickAt(view: EditorView, imports: readonly SheetAt[], pick: (picked: Picked) => void): boolean {
  const { head } = view.state.selection.main
  const found = colourAt(view, head, imports)
  const place = view.coordsAtPos(head)
  if (!found || !place) return false
  pick({ ...found, left: place.left, top: place.bottom + 4 })
  return true
}
