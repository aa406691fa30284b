'use client'
import { Suspense, useEffect, useRef, type ReactNode } from 'react'
import { Group, Panel, Separator, useDefaultLayout, type PanelImperativeHandle } from 'react-resizable-panels'
import { Afterwards } from '../controls/afterwards.tsx'
import { Boundary } from '../controls/boundary.tsx'
import { CloseUp } from '../lineup/close-up.tsx'
import { Lineup } from '../lineup/lineup.tsx'
import { SheetBar } from '../sheet/sheet-bar.tsx'
import { SheetPanel } from '../sheet/sheet-panel.tsx'
import { useRoom } from '../state/context.tsx'
import type { PlanDraft } from '../state/plan.ts'
import type { WorkroomState } from '../state/store.ts'
import { useRoomPlan } from '../state/room.ts'
import { Bench, Rail } from './bench.tsx'
import { PlanBoard, ProofTable } from './late-parts.ts'

/** Sizes of the bench, in px. */
const BENCH = { least: 280, first: 340, most: 640 } as const
/** What the pages and the sheet need at least, in px. */
const PAGES_LEAST = 240
const SHEET = { least: 120, first: '40' } as const

const GRIP =
  'relative shrink-0 bg-line after:absolute after:z-10 hover:bg-accent focus-visible:z-20 focus-visible:bg-accent data-[separator=active]:bg-accent'
const UPRIGHT = `${GRIP} w-px after:inset-y-0 after:-inset-x-1`
const LEVEL = `${GRIP} h-px after:inset-x-0 after:-inset-y-1`

/** Bench and pages beside each other, the sheet below the pages or beside them. Sizes are dragged, and remembered. */
export function Layout() {
  const panel = useRef<PanelImperativeHandle>(null)
  const { benchFolded, set } = useRoomPlan()
  const remembered = useDefaultLayout({ id: 'attire-bench', panelIds: ['bench', 'pages'] })
  const shown = useRoom((state) => `${state.facet} ${state.picked?.index} ${state.picked?.page} ${state.findings}`)
  useFold(panel, benchFolded)
  useUnfoldFor(shown)
  return (
    <div className="flex min-h-0 flex-1">
      <Afterwards turn={2} before={<div className="w-[72px] shrink-0 border-r border-line bg-panel" />}>
        <Rail />
      </Afterwards>
      <Group className="min-w-0 flex-1" orientation="horizontal" {...remembered}>
        <Panel
          id="bench"
          panelRef={panel}
          collapsible
          minSize={BENCH.least}
          defaultSize={BENCH.first}
          maxSize={BENCH.most}
          groupResizeBehavior="preserve-pixel-size"
          onResize={({ inPixels }) => set({ benchFolded: inPixels === 0 })}
        >
          <div inert={benchFolded} className="h-full">
            <Afterwards turn={2} before={<div className="h-full bg-panel" />}>
              <Bench />
            </Afterwards>
          </div>
        </Panel>
        <Separator className={UPRIGHT} aria-label="Width of the bench" />
        <Panel id="pages" minSize={PAGES_LEAST}>
          <Pages />
        </Panel>
      </Group>
    </div>
  )
}

/** Folds the bench away, or out again, as the plan says. */
function useFold(panel: React.RefObject<PanelImperativeHandle | null>, folded: boolean): void {
  useEffect(() => {
    if (folded) panel.current?.collapse()
    else panel.current?.expand()
  }, [panel, folded])
}

/** Whatever is asked to be shown on the bench unfolds it. */
function useUnfoldFor(shown: string): void {
  const first = useRef(shown)
  useEffect(() => {
    if (first.current === shown) return
    first.current = shown
    useRoomPlan.getState().set({ benchFolded: false })
  }, [shown])
}

/** The plan, while the bench is at it. */
function shownPlan({ plan, facet, views, picked, findings }: WorkroomState): PlanDraft | null {
  return facet === 'boxes' && views['boxes'] === 'plan' && !picked && !findings ? plan : null
}

function Pages() {
  const closeUp = useRoom((state) => state.closeUp)
  const plan = useRoom(shownPlan)
  const proof = useRoom((state) => state.proofTable && state.facet === 'links')
  const open = useRoom((state) => state.sheetOpen)
  const source = useRoom((state) => state.source)
  const place = useRoomPlan((state) => state.sheetPlace)
  const beside = place === 'beside'
  const remembered = useDefaultLayout({
    id: `attire-sheet-${place}`,
    panelIds: open ? ['lineup', 'sheet'] : ['lineup'],
  })
  const pages: ReactNode = (
    <Boundary name="The lineup" of={closeUp ?? ''}>
      <Lineup hidden={closeUp !== null || plan !== null || proof} />
      {closeUp === null && (proof || plan !== null) && (
        <Boundary name={plan === null ? 'The table' : 'The plan'} of={`${plan === null}`}>
          <Suspense fallback={null}>
            {proof && <ProofTable />}
            {plan !== null && <PlanBoard plan={plan} />}
          </Suspense>
        </Boundary>
      )}
      {closeUp !== null && <CloseUp page={closeUp} />}
    </Boundary>
  )
  return (
    <main tabIndex={-1} className="flex h-full min-w-0 flex-col outline-none">
      <Group
        className="min-h-0 flex-1"
        orientation={beside ? 'horizontal' : 'vertical'}
        defaultLayout={remembered.defaultLayout}
        onLayoutChanged={remembered.onLayoutChanged}
      >
        <Panel id="lineup" minSize={PAGES_LEAST / 2} className="flex flex-col">
          {pages}
        </Panel>
        {open && <Separator className={beside ? UPRIGHT : LEVEL} aria-label="Size of the sheet" />}
        {open && (
          <Panel id="sheet" minSize={SHEET.least} defaultSize={SHEET.first}>
            <Boundary name="The sheet" of={source ?? ''}>
              <SheetPanel />
            </Boundary>
          </Panel>
        )}
      </Group>
      <Afterwards turn={2} before={!open && <div className="h-[37px] shrink-0 border-t border-line bg-panel" />}>
        {!open && <SheetBar />}
      </Afterwards>
    </main>
  )
}
