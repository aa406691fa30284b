'use client'
import { memo, startTransition, useEffect, useMemo, useRef, useState } from 'react'
import type { SeenHeight } from '../../bridge/page-height.ts'
import { folderOf } from '../../core/paths/paths.ts'
import { useInsights, useRoom, useWorkroom } from '../state/context.tsx'
import { count } from '../words.ts'
import { pagePaths } from '../state/document.ts'
import { Afterwards } from '../controls/afterwards.tsx'
import { Frame } from './frame.tsx'
import { useGeneration } from './generation.ts'
import { useAfterThoseInView, useTurn } from './turns.ts'
import { BareTag, PageTag } from './page-tag.tsx'
import { ViewportBar } from './viewport-bar.tsx'
import { afterSeeing, NOT_YET, TALLEST } from './whole-page.ts'
import { columnsFor, GAP, heightFor, useViewport } from '../state/viewport.ts'

/** Up to so many pages stay alive once they were seen; on larger sites frames out of view are let go. */
const KEPT_ALIVE = 16

/** All pages side by side, live, wearing the sheet. */
export function Lineup({ hidden }: { hidden: boolean }) {
  const files = useRoom((state) => state.files)
  const all = useMemo(() => pagePaths(files), [files])
  const known = useMemo(() => new Set(all), [all])
  const filter = useRoom((state) => state.filter)
  // Findings come in all the time on a large site; the lineup follows them only where it shows nothing else.
  const found = useInsights((insights) => (filter.findings ? insights.found : null))
  const pages = all.filter(
    (page) =>
      (filter.folder === null || folderOf(page) === filter.folder) &&
      page.toLowerCase().includes(filter.name.trim().toLowerCase()) &&
      (found === null || found.has(page)),
  )
  const shown = useGrowing(pages.length)
  const { width, zoom } = useViewport()
  const scroller = useRef<HTMLDivElement>(null)
  const available = useWidth(scroller)
  const scale = typeof zoom === 'number' ? zoom : fitScale(width, available)
  const bare = useInsights((insights) =>
    [...insights.wear.values()].reduce((sum, { wears, page }) => sum + Number(!wears && known.has(page)), 0),
  )
  const gone = useInsights((insights) => insights.gone !== null)
  const looked = useInsights((insights) => all.every((page) => insights.wear.has(page)))
  return (
    <section aria-label="Lineup" hidden={hidden} className={hidden ? 'hidden' : 'flex min-h-0 flex-1 flex-col'}>
      {/* With a filter it may need two rows: that comes at once, or the pages would move down. */}
      <Afterwards
        turn={all.length > FILTER_FROM ? 0 : 2}
        before={<div className="h-11 shrink-0 border-b border-line" />}
      >
        <ViewportBar wholePages>
          <h2 className="whitespace-nowrap font-semibold">
            {pages.length === all.length
              ? count(all.length, 'page')
              : `${pages.length} of ${count(all.length, 'page')}`}
          </h2>
          {all.length > FILTER_FROM ? (
            <Filter folders={[...new Set(all.map(folderOf))]} />
          ) : (
            <p className="whitespace-nowrap text-quiet @max-[560px]:sr-only">
              {!looked
                ? gone
                  ? 'not looked at'
                  : 'looking …'
                : bare === 0
                  ? 'all wear the sheet'
                  : `${bare} ${bare === 1 ? 'does' : 'do'} not wear the sheet`}
            </p>
          )}
        </ViewportBar>
      </Afterwards>
      <div ref={scroller} className="min-h-0 flex-1 overflow-auto p-4" tabIndex={-1}>
        {all.length === 0 && (
          <p className="p-8 text-center text-quiet">This site has no page yet. Make one in the facet Pages.</p>
        )}
        {all.length > 0 && pages.length === 0 && (
          <p className="p-8 text-center text-quiet">
            No page is like that. <NoFilter />
          </p>
        )}
        <ul className="flex flex-wrap items-start" style={{ gap: GAP }}>
          {available > 0 &&
            pages
              .slice(0, shown)
              .map((page) => (
                <LineupPage
                  key={page}
                  page={page}
                  width={width}
                  scale={scale}
                  whole={zoom === 'whole'}
                  keep={all.length <= KEPT_ALIVE}
                  root={scroller}
                />
              ))}
        </ul>
      </div>
    </section>
  )
}

/** On sites with more pages than this the lineup can be narrowed down. */
const FILTER_FROM = 9
/** Pages are put on the screen so many at a time: the window never stands still. */
const AT_A_TIME = 24

/** A number that grows up to `most`, a few more in each idle moment. */
function useGrowing(most: number): number {
  const [shown, setShown] = useState(AT_A_TIME)
  useEffect(() => {
    if (shown >= most) return
    const timer = setTimeout(() => startTransition(() => setShown(shown + AT_A_TIME)), 30)
    return () => clearTimeout(timer)
  }, [shown, most])
  return shown
}

/** Narrows the lineup down by name, folder and findings. */
function Filter({ folders }: { folders: string[] }) {
  const filter = useRoom((state) => state.filter)
  const set = useRoom((state) => state.set)
  return (
    <div className="flex min-w-0 items-center gap-2">
      <input
        type="search"
        aria-label="Show pages whose name holds"
        placeholder="name"
        className="field h-7 w-28"
        value={filter.name}
        onChange={(event) => set({ filter: { ...filter, name: event.target.value } })}
      />
      {folders.length > 1 && (
        <select
          aria-label="Folder"
          className="field h-7 max-w-32 px-1"
          value={filter.folder ?? '*'}
          onChange={(event) =>
            set({ filter: { ...filter, folder: event.target.value === '*' ? null : event.target.value } })
          }
        >
          <option value="*">all folders</option>
          {folders.map((folder) => (
            <option key={folder} value={folder}>
              {folder === '' ? 'top folder' : folder}
            </option>
          ))}
        </select>
      )}
      <label className="flex items-center gap-1.5 whitespace-nowrap text-quiet">
        <input
          type="checkbox"
          className="accent-(--accent)"
          checked={filter.findings}
          onChange={(event) => set({ filter: { ...filter, findings: event.target.checked } })}
        />
        with findings
      </label>
    </div>
  )
}

function NoFilter() {
  const set = useRoom((state) => state.set)
  return (
    <button
      type="button"
      className="btn h-7 text-ink"
      onClick={() => set({ filter: { name: '', folder: null, findings: false } })}
    >
      Show all pages
    </button>
  )
}

function fitScale(width: number, available: number): number {
  const columns = columnsFor(width, available)
  return Math.min(1, Math.floor((available - GAP * (columns - 1)) / columns - 2) / width)
}

const LineupPage = memo(function LineupPage({
  page,
  width,
  scale,
  whole,
  keep,
  root,
}: {
  page: string
  width: number
  scale: number
  whole: boolean
  keep: boolean
  root: React.RefObject<HTMLDivElement | null>
}) {
  const item = useRef<HTMLLIElement>(null)
  const { seen, near, inView } = useInView(item, root)
  const { frames, store } = useWorkroom()
  const floor = heightFor(width)
  const [own, seeHeight] = useWholePage(whole, floor)
  const height = own.height ?? floor
  const unkept = useRoom((state) => state.unkept.has(page))
  const turn = useTurn(near)
  const comes = useAfterThoseInView(inView)
  const alive = (keep ? seen && comes : turn) && !unkept
  // Where no frame is, what is out of view need not be laid out. A live frame is left alone: skipped, it would not restyle.
  return (
    <li
      ref={item}
      style={{ width: width * scale + 2, containIntrinsicSize: `${width * scale + 2}px ${height * scale + 50}px` }}
      className={`flex flex-col ${alive ? '' : '[content-visibility:auto]'}`}
    >
      {keep || near ? <PageTag page={page} /> : <BareTag page={page} />}
      <div className="relative border border-line bg-white">
        {alive ? (
          <LivePage
            page={page}
            width={width}
            height={height}
            scale={scale}
            inView={inView}
            whole={whole}
            onHeight={seeHeight}
          />
        ) : (
          <div
            className="grid place-items-center bg-sunken text-quiet"
            style={{ width: width * scale, height: height * scale }}
          >
            {unkept && 'keeping …'}
          </div>
        )}
        <button
          type="button"
          aria-label={`Open ${page} in a close-up`}
          data-close-up={page}
          title="With Alt held, a click picks what is under it, to be traced; with Shift too, further elements"
          onClick={(event) => {
            if (!event.altKey) return store.getState().openCloseUp(page)
            const { left, top } = event.currentTarget.getBoundingClientRect()
            frames.pickAt(page, (event.clientX - left) / scale, (event.clientY - top) / scale, event.shiftKey)
          }}
          className="absolute inset-0 hover:outline-2 hover:outline-accent"
        />
      </div>
      {own.refused !== null && (
        <p className="pt-1 text-[12px] text-quiet">
          Heights on this page follow the window’s, so it stays {floor} px tall.
        </p>
      )}
      {own.height === TALLEST && (
        <p className="pt-1 text-[12px] text-quiet">The first {TALLEST.toLocaleString('en')} px; the page goes on.</p>
      )}
    </li>
  )
})

interface LivePageProps {
  readonly page: string
  readonly width: number
  readonly height: number
  readonly scale: number
  readonly inView: boolean
  readonly whole: boolean
  readonly onHeight: (seen: SeenHeight) => void
}

/** The frame of a page in the lineup. */
function LivePage({ onHeight, ...shown }: LivePageProps) {
  const { page } = shown
  const { store } = useWorkroom()
  const { generation, listener } = useGeneration(page)
  const onPick = (index: number, _: string, more: boolean) => {
    const { picked, pick, pickToo, scriptsRun } = store.getState()
    // Where the page's scripts run they can say what they like.
    if (scriptsRun) return
    if (more && picked?.page === page) pickToo(index)
    else pick({ page, index, pseudo: '' })
  }
  const heard = { ...listener, onHeight, onPick }
  return <Frame {...shown} generation={generation} title={`The page ${page}`} listener={heard} />
}

/** How tall a page's frame is while pages are shown whole, and what takes in how tall the page is. */
function useWholePage(whole: boolean, floor: number) {
  const [own, setOwn] = useState(NOT_YET)
  const [of, setOf] = useState({ whole, floor })
  if (of.whole !== whole || of.floor !== floor) {
    setOf({ whole, floor })
    setOwn(NOT_YET)
  }
  const see = (seen: SeenHeight) => setOwn((now) => (whole ? afterSeeing(now, floor, seen) : NOT_YET))
  return [own, see] as const
}

function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      // A hidden lineup has no width; its frames keep the one they had.
      if (entry && entry.contentRect.width > 0) setWidth(entry.contentRect.width)
    })
    observer.observe(element.current!)
    return () => observer.disconnect()
  }, [element])
  return width
}

/** How far outside of view a page still counts as near, so that its frame is there when it comes. */
const NEAR = '400px'

/** Whether an element was ever near to view, is near to it, and is in view. */
function useInView(element: React.RefObject<HTMLElement | null>, root: React.RefObject<HTMLElement | null>) {
  const [state, setState] = useState({ seen: false, near: false, inView: false })
  useEffect(() => {
    const near = new IntersectionObserver(
      ([entry]) =>
        setState(({ seen, inView }) => ({ seen: seen || entry!.isIntersecting, near: entry!.isIntersecting, inView })),
      { root: root.current, rootMargin: NEAR },
    )
    const within = new IntersectionObserver(
      ([entry]) => setState((now) => ({ ...now, inView: entry!.isIntersecting })),
      { root: root.current },
    )
    near.observe(element.current!)
    within.observe(element.current!)
    return () => {
      near.disconnect()
      within.disconnect()
    }
  }, [element, root])
  return state
}
