'use client'
import { useEffect, useRef, useState } from 'react'
import { useInsights, useRoom } from '../workroom/context.tsx'
import { count } from '../words.ts'
import { pagePaths } from '../state/store.ts'
import { Frame } from './frame.tsx'
import { useGeneration } from './generation.ts'
import { PageTag } from './page-tag.tsx'
import { ViewportBar } from './viewport-bar.tsx'
import { columnsFor, GAP, heightFor, useViewport } from './viewport.ts'

/** Up to so many pages stay alive once they were seen; on larger sites frames out of view are let go. */
const KEPT_ALIVE = 16

/** All pages side by side, live, wearing the sheet. */
export function Lineup({ hidden }: { hidden: boolean }) {
  const files = useRoom((state) => state.files)
  const pages = pagePaths(files)
  const { width, zoom } = useViewport()
  const scroller = useRef<HTMLDivElement>(null)
  const available = useWidth(scroller)
  const scale = zoom === 'fit' ? fitScale(width, available) : zoom
  const wear = useInsights((insights) => insights.wear)
  const bare = pages.filter((page) => wear.get(page)?.wears === false).length
  return (
    <section aria-label="Lineup" hidden={hidden} className={hidden ? 'hidden' : 'flex min-h-0 flex-1 flex-col'}>
      <ViewportBar>
        <h2 className="whitespace-nowrap font-semibold">{count(pages.length, 'page')}</h2>
        <p className="truncate text-quiet">{bare === 0 ? 'all wear the sheet' : `${bare} ${bare === 1 ? 'does' : 'do'} not wear the sheet`}</p>
      </ViewportBar>
      <div ref={scroller} className="min-h-0 flex-1 overflow-auto p-4" tabIndex={-1}>
        {pages.length === 0 && <p className="p-8 text-center text-quiet">This site has no page that can be shown. Bring in a folder with an index.html.</p>}
        <ul className="flex flex-wrap" style={{ gap: GAP }}>
          {available > 0 && pages.map((page) => <LineupPage key={page} page={page} width={width} scale={scale} keep={pages.length <= KEPT_ALIVE} root={scroller} />)}
        </ul>
      </div>
    </section>
  )
}

function fitScale(width: number, available: number): number {
  const columns = columnsFor(width, available)
  return Math.min(1, Math.floor((available - GAP * (columns - 1)) / columns - 2) / width)
}

function LineupPage({ page, width, scale, keep, root }: { page: string; width: number; scale: number; keep: boolean; root: React.RefObject<HTMLDivElement | null> }) {
  const item = useRef<HTMLLIElement>(null)
  const { seen, inView } = useInView(item, root)
  const set = useRoom((state) => state.set)
  const { generation, listener } = useGeneration(page)
  const height = heightFor(width)
  const alive = inView || (keep && seen)
  return (
    <li ref={item} style={{ width: width * scale + 2 }} className="flex flex-col">
      <PageTag page={page} />
      <div className="relative border border-line bg-white">
        {alive
          ? <Frame generation={generation} page={page} width={width} height={height} scale={scale} inView={inView} title={`The page ${page}`} listener={listener} />
          : <div style={{ width: width * scale, height: height * scale }} />}
        <button type="button" aria-label={`Open ${page} in a close-up`} data-close-up={page} onClick={() => set({ closeUp: page })}
          className="absolute inset-0 hover:outline-2 hover:outline-accent" />
      </div>
    </li>
  )
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

function useInView(element: React.RefObject<HTMLElement | null>, root: React.RefObject<HTMLElement | null>) {
  const [state, setState] = useState({ seen: false, inView: false })
  useEffect(() => {
    const observer = new IntersectionObserver(
      ([entry]) => setState(({ seen }) => ({ seen: seen || entry!.isIntersecting, inView: entry!.isIntersecting })),
      { root: root.current, rootMargin: '400px' },
    )
    observer.observe(element.current!)
    return () => observer.disconnect()
  }, [element, root])
  return state
}
