'use client'
import { ArrowLeft } from 'lucide-react'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { DESK } from '../../core/values/media.ts'
import { pagePaths } from '../state/document.ts'
import { useInsights, useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { pickForPlan } from '../state/plan-actions.ts'
import { runShortcut } from '../state/shortcuts.ts'
import { askOnce } from '../state/use-answer.ts'
import { useWriting } from './use-writing.ts'
import { WordsField } from './words-field.tsx'
import { Frame } from './frame.tsx'
import { useGeneration } from './generation.ts'
import { MotionWord } from './motion-word.tsx'
import { ViewportBar } from './viewport-bar.tsx'
import { useViewport } from '../state/viewport.ts'

function decodePath(path: string): string {
  try {
    return decodeURIComponent(path)
  } catch {
    return path
  }
}

/** Every page's first element is html. */
const ROOT = 0

/** One page large, at the chosen viewport; its links lead to the site's other pages. */
export function CloseUp({ page }: { page: string }) {
  const workroom = useWorkroom()
  const { store, frames } = workroom
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const reach = useInsights((insights) => insights.reach)
  const { generation, listener } = useGeneration(page)
  const set = useRoom((state) => state.set)
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const pick = useRoom((state) => state.pick)
  const scriptsRun = useRoom((state) => state.scriptsRun)
  const pages = pagePaths(files)
  // The server does not know a page by a name that is not kept yet.
  const unkept = useRoom((state) => state.unkept.has(page))
  const { width, zoom } = useViewport()
  const area = useRef<HTMLDivElement>(null)
  const back = useRef<HTMLButtonElement>(null)
  const [size, setSize] = useState<{ width: number; height: number } | null>(null)
  const scale = size ? (typeof zoom === 'number' ? zoom : Math.min(1, size.width / width)) : 1
  const height = size ? Math.max(200, Math.round(size.height / scale)) : DESK.height

  const pickOnPage = async (index: number, tag: string, more: boolean) => {
    if (scriptsRun && (await askOnce(workroom, 'tagAt', { page, index })) !== tag)
      return notice('A script of the page made this part, or moved it. The markup has nothing to trace there.')
    // A script may say that anything was clicked: it is traced, and nothing is done with it.
    if (scriptsRun) return pick({ page, index, pseudo: '' })
    const { facet, findings, views, picked, pickToo } = store.getState()
    if (more && picked?.page === page) return pickToo(index)
    if (facet !== 'boxes' || findings) return pick({ page, index, pseudo: '' })
    if (views['boxes'] === 'plan') return pickForPlan(workroom, page, index)
    const box = await askOnce(workroom, 'boxAt', { page, index })
    set({ box, picked: null })
  }

  const { writing, setWriting, writeOver, keepWords } = useWriting(page)

  useLayoutEffect(() => {
    const observer = new ResizeObserver(
      ([entry]) =>
        entry && setSize({ width: Math.floor(entry.contentRect.width), height: Math.floor(entry.contentRect.height) }),
    )
    observer.observe(area.current!)
    return () => observer.disconnect()
  }, [])

  useEffect(() => {
    back.current?.focus()
    const opener = page
    return () => document.querySelector<HTMLElement>(`[data-close-up="${CSS.escape(opener)}"]`)?.focus()
    // Focus moves when the close-up opens and closes, not when it turns to another page.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])

  const source = useRoom((state) => (state.sheetOpen ? state.source : null))
  const following = useRoom((state) => state.follow)
  useEffect(() => {
    if (!following) return
    // It is followed once: a close-up that opens later has not been asked.
    set({ follow: null })
    follow(following.href)
    // Nothing but being asked makes it follow.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [following])

  useEffect(() => {
    if (size) set({ closeUpViewport: { width, height } })
  }, [set, size, width, height])

  const leave = () => openCloseUp(null)
  const follow = (href: string) => {
    const url = new URL(href)
    const root = frames.rootOf(store.getState().lookId).split('/').slice(0, 3).join('/')
    const path = decodePath(url.pathname).split('/').slice(4).join('/')
    const target = path === '' || path.endsWith('/') ? `${path}index.html` : path
    if (url.origin !== location.origin || !url.pathname.startsWith(root)) {
      const where = url.origin === location.origin ? url.pathname : href
      const rooted = url.origin === location.origin ? url.pathname.slice(1) : ''
      if (pages.includes(rooted)) return openCloseUp(rooted)
      return notice(`This link leads away from the site, to ${where}. Attire stays here.`)
    }
    if (pages.includes(target)) openCloseUp(target)
    else notice(`The link leads to ${target}, and there is no such page in the site.`)
  }

  return (
    <section
      aria-label={`Close-up of ${page}`}
      className="flex min-h-0 flex-1 flex-col"
      onKeyDown={(event) => event.key === 'Escape' && leave()}
    >
      <ViewportBar
        trailing={
          <span className="whitespace-nowrap text-quiet">
            {reach ? (
              <span className="mr-2 rounded-sm bg-accent px-1.5 text-[11px] font-semibold text-accent-ink">
                {reach.pages.find((each) => each.page === page)?.count ?? 0} here
              </span>
            ) : null}
            <span className="@max-4xl:sr-only">
              {width} × {height}
            </span>
          </span>
        }
      >
        <button ref={back} type="button" className="btn h-7" onClick={leave}>
          <ArrowLeft aria-hidden className="size-4" />
          Lineup
        </button>
        <label className="flex min-w-0 items-center gap-1.5">
          <span className="sr-only">Page</span>
          <select
            className="field h-7 min-w-24 px-1 font-semibold"
            value={page}
            onChange={(event) => openCloseUp(event.target.value)}
          >
            {pages.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn h-7"
          title="Click anything on the page to trace it; this begins with the whole page"
          onClick={() => pick({ page, index: ROOT, pseudo: '' })}
        >
          Trace
        </button>
        <button
          type="button"
          className="btn h-7"
          aria-keyshortcuts="Alt+T"
          aria-pressed={source === page}
          title="The page’s own text, beside or below it (Alt+T)"
          onClick={() => store.getState().showText(source === page ? null : page)}
        >
          Text
        </button>
        <MotionWord page={page} />
      </ViewportBar>
      <div ref={area} className="min-h-0 flex-1 overflow-auto">
        {size && unkept && <p className="p-8 text-center text-quiet">keeping …</p>}
        {size && !unkept && (
          <div className="relative mx-auto w-fit">
            <Frame
              key={page}
              generation={generation}
              page={page}
              width={width}
              height={height}
              scale={scale}
              lookedAt
              interactive
              title={`Close-up of the page ${page}`}
              listener={{
                ...listener,
                onFollow: follow,
                onWords: (seen) => void writeOver(seen),
                onScrolled: () => setWriting(null),
                onPick: (index, tag, more) => index >= 0 && void pickOnPage(index, tag, more),
                onKey: (key) => (key.key === 'Escape' ? leave() : runShortcut(store, key)),
              }}
            />
            {writing && (
              <WordsField
                key={`${writing.seen.index} ${writing.seen.at}`}
                {...writing}
                pre={writing.seen.pre}
                scale={scale}
                onKeep={(words) => void keepWords(writing.seen, words)}
                onLeave={() => setWriting(null)}
              />
            )}
          </div>
        )}
      </div>
    </section>
  )
}
