'use client'
import { ChevronDown, ChevronUp, Columns2, Rows2 } from 'lucide-react'
import { sheetText } from '../state/document.ts'
import { styleRules } from '../../core/sheet/walk.ts'
import { settledSheets } from '../state/sheets.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'
import { useInsights, useRoom } from '../state/context.tsx'
import { useRoomPlan } from '../state/room.ts'
import { useAsk } from '../state/use-answer.ts'
import { reachInWords } from '../state/reach-words.ts'
import { loadSheetEditor } from './load-editors.ts'
import { Outline } from './outline.tsx'

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
        onPointerEnter={() => void loadSheetEditor()}
        onFocus={() => void loadSheetEditor()}
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
          {count(text === '' ? 0 : text.split('\n').length, 'line')}, {count(styleRules(sheet).length, 'rule')}
          <Imported />
        </span>
        <Mistakes />
        {open && !source && <ReachAtCursor />}
        <kbd className="ml-auto shrink-0 pl-2 font-mono text-[11px] text-quiet">Alt+S</kbd>
      </button>
      {open && !source && <Outline />}
      {open && <PlaceButton />}
    </div>
  )
}

/** What the sheet brings along. */
function Imported() {
  const imported = useRoom(settledSheets).slice(0, -1)
  if (imported.length === 0) return null
  const rules = imported.reduce((sum, { sheet }) => sum + sheet.rules.length, 0)
  return (
    <span title={imported.map(({ path }) => path).join('\n')}>
      , {count(rules, 'more rule')} in {count(imported.length, 'stylesheet')} it imports
    </span>
  )
}

/** Counted when typing rests, and not while a site is still opening. */
const COUNT_AFTER_MS = 400

/** How many mistakes are marked in the text. */
function Mistakes() {
  const file = useRoom((state) => state.sheetPath)
  const { answer } = useAsk('textFaults', { file }, { pause: COUNT_AFTER_MS, keep: true })
  if (!answer || answer.mistakes === 0) return null
  return (
    <span className="min-w-0 truncate text-alarm">
      {count(answer.mistakes, 'mistake')}, {answer.unmarked > 0 ? 'the first marked' : 'marked'} in the text
    </span>
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

/** What the selector under the cursor touches. */
function ReachAtCursor() {
  const reach = useInsights((insights) => insights.reach)
  const outlined = useRoom((state) => state.outlined)
  if (!reach || outlined !== reach.selector) return null
  return (
    <span role="status" className="min-w-24 flex-1 truncate text-quiet" title={reachInWords(reach)}>
      <code className="font-mono text-[12px] text-ink">{reach.selector}</code> {reachInWords(reach)}
    </span>
  )
}
