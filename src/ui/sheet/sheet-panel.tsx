'use client'
import { useRef } from 'react'
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels'
import { isPage } from '../../core/paths/paths.ts'
import { lateAfter } from '../controls/late.tsx'
import { useRoom } from '../state/context.tsx'
import { followsLive } from '../state/sheets.ts'
import { loadSheetEditor, loadSourceView } from './load-editors.ts'
import { SheetBar } from './sheet-bar.tsx'
import { useWidth } from './use-width.ts'

const OPENING = <p className="px-4 py-3 text-quiet">Opening the text …</p>
const SheetEditor = lateAfter(OPENING, () => loadSheetEditor().then((module) => module.SheetEditor))
const SourceView = lateAfter(OPENING, () => loadSourceView().then((module) => module.SourceView))

/** Two texts stand beside each other from this width on, px; in less room one is in front of the other. */
const BOTH_FROM = 640

/** The sheet's text, and that of a page or another stylesheet beside it. */
export function SheetPanel() {
  const host = useRef<HTMLDivElement>(null)
  const source = useRoom((state) => state.source)
  const width = useWidth(host)
  return (
    <section aria-label="Sheet" className="flex h-full flex-col bg-panel">
      <SheetBar />
      <div ref={host} className="min-h-0 flex-1 border-t border-line">
        {width > 0 && (source !== null && width < BOTH_FROM ? <InFront source={source} /> : <Beside source={source} />)}
      </div>
    </section>
  )
}

const GRIP =
  'relative w-px shrink-0 bg-line after:absolute after:inset-y-0 after:-inset-x-1 after:z-10 hover:bg-accent focus-visible:z-20 focus-visible:bg-accent data-[separator=active]:bg-accent'

/** The sheet's text, and where another is open that one beside it, with a border between them that can be moved. */
function Beside({ source }: { source: string | null }) {
  const remembered = useDefaultLayout({
    id: 'attire-texts',
    panelIds: source === null ? ['sheet-text'] : ['sheet-text', 'source-text'],
  })
  return (
    <Group className="h-full" orientation="horizontal" {...remembered}>
      <Panel id="sheet-text" minSize={200}>
        <SheetEditor />
      </Panel>
      {source !== null && <Separator className={GRIP} aria-label="Between the two texts" />}
      {source !== null && (
        <Panel id="source-text" minSize={200} className="flex flex-col">
          <div className="flex h-8 shrink-0 items-center gap-2 border-b border-line bg-sunken px-4">
            <SourceName source={source} />
            <Back />
          </div>
          <div className="min-h-0 flex-1">
            <SourceView path={source} />
          </div>
        </Panel>
      )}
    </Group>
  )
}

/** One text in front of the other, with a tab for each. */
function InFront({ source }: { source: string }) {
  const inFront = useRoom((state) => state.inFront)
  const set = useRoom((state) => state.set)
  const sheetPath = useRoom((state) => state.sheetPath)
  return (
    <div className="flex h-full flex-col">
      <div
        role="tablist"
        aria-label="Texts"
        className="flex h-8 shrink-0 items-center gap-1 border-b border-line bg-sunken px-2"
      >
        {(['sheet', 'source'] as const).map((each) => (
          <button
            key={each}
            type="button"
            role="tab"
            aria-selected={inFront === each}
            className="h-7 min-w-0 truncate border-b-2 border-transparent px-2 font-mono text-[12px] aria-selected:border-accent aria-selected:font-semibold"
            onClick={() => set({ inFront: each })}
          >
            {each === 'sheet' ? sheetPath : source}
          </button>
        ))}
        <Back />
      </div>
      <div className="min-h-0 flex-1">{inFront === 'sheet' ? <SheetEditor /> : <SourceView path={source} />}</div>
    </div>
  )
}

function SourceName({ source }: { source: string }) {
  const isLive = useRoom((state) => isPage(source) || followsLive(state, source))
  const says = isPage(source)
    ? 'The page follows while you type. Ctrl+Shift+V pastes plain text as paragraphs.'
    : `Pages follow ${isLive ? 'while you type' : 'after a pause in typing'}.`
  return (
    <>
      <code className="min-w-0 shrink-0 truncate font-mono text-[12px] font-semibold">{source}</code>
      <span className="min-w-0 truncate text-[12px] text-quiet" title={says}>
        {says}
      </span>
    </>
  )
}

function Back() {
  const showText = useRoom((state) => state.showText)
  return (
    <button type="button" className="btn ml-auto h-6 shrink-0 text-[12px]" onClick={() => showText(null)}>
      Back to the sheet
    </button>
  )
}
