'use client'
import { useAnswer } from '../state/use-answer.ts'
import { ChevronRight, X } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { Aspect } from '../../core/trace/aspect.ts'
import type { Inspection } from '../../core/trace/inspection.ts'
import { type Picked } from '../state/view.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { onEscape } from '../controls/on-escape.ts'
import { ChangeHere } from './change-here.tsx'
import { Ladder } from './ladder.tsx'
import { Sentence } from './sentence.tsx'
import { ClassesHere } from './classes-here.tsx'
import { WearHere } from './wear-here.tsx'
import { ShownFamily } from './shown-family.tsx'

/** Why the picked element looks as it does: sentences for each visible aspect, the ladders behind it, and changes from there. */
export function TracePanel({ picked, back }: { picked: Picked; back: string }) {
  const pick = useRoom((state) => state.pick)
  const [open, setOpen] = useState<Aspect['id'] | null>(null)
  const leave = () => pick(null)
  return (
    <div onKeyDown={onEscape(leave)}>
      <div className="border-b border-line px-4 py-3">
        <div className="flex items-center justify-between gap-2">
          <h2 className="text-[15px] font-semibold">Trace</h2>
          <button type="button" className="btn btn-bare -mr-2 h-6 px-2 text-quiet" onClick={leave}>
            <X aria-hidden className="size-4" />
            Back to {back}
          </button>
        </div>
        <p className="mt-0.5 text-quiet">
          Why this element looks as it does. Open a line for the ladder of what was beaten.
        </p>
      </div>
      {/* What is open stays open from one element to the next; what was said of an element ends with it. */}
      <Said key={`${picked.page} ${picked.index} ${picked.pseudo}`} picked={picked} open={open} setOpen={setOpen} />
    </div>
  )
}

interface SaidProps {
  readonly picked: Picked
  readonly open: Aspect['id'] | null
  readonly setOpen: (open: Aspect['id'] | null) => void
}

/** Everything that is said of one element. */
function Said({ picked, open, setOpen }: SaidProps) {
  const found = useInspection(picked)
  useMark(found?.path ?? '', picked.page)
  if (found === undefined) return <p className="px-4 py-3.5 text-quiet">Looking …</p>
  if (found === null) {
    return <p className="px-4 py-3.5 text-quiet">This element is no longer on the page. Click another one.</p>
  }
  return (
    <>
      <Neighbours found={found} />
      {found.href !== null && <LinkLine found={found} href={found.href} />}
      {found.pseudo === '' && found.index > 0 && <Gather found={found} />}
      {found.pseudo === '' && found.index > 0 && <WearHere found={found} />}
      {found.pseudo === '' && found.index > 0 && <ClassesHere found={found} />}
      <ul>
        {found.aspects.map((aspect) => (
          <AspectRow
            key={aspect.id}
            aspect={aspect}
            found={found}
            open={open === aspect.id}
            onToggle={() => setOpen(open === aspect.id ? null : aspect.id)}
          />
        ))}
      </ul>
    </>
  )
}

/** Where the link leads that the element is part of; follows it. */
function LinkLine({ found, href }: { found: Inspection; href: string }) {
  const { frames, store } = useWorkroom()
  const set = useRoom((state) => state.set)
  const notice = useNotice()
  const follow = () => {
    const page = new URL(frames.addressOf(store.getState().lookId, found.page), location.href)
    if (URL.canParse(href, page)) return set({ follow: { href: new URL(href, page).href } })
    notice(`“${href}” is no address that a browser can read, so it leads nowhere. Change it in the page’s text.`)
  }
  return (
    <p className="flex items-center gap-2 border-b border-line px-4 py-2">
      <span className="min-w-0 flex-1 truncate">
        Part of a link to <code className="font-mono text-[12px]">{href}</code>
      </span>
      <button type="button" className="btn h-7" title="Ctrl and a click on the link do the same" onClick={follow}>
        Follow it
      </button>
    </p>
  )
}

/** What can be done with the element's mark-up. */
function Gather({ found: { page, index } }: { found: Inspection }) {
  const set = useRoom((state) => state.set)
  return (
    <p className="flex flex-wrap gap-2 border-b border-line px-4 py-2">
      <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'wrap', page, index } })}>
        Wrap it …
      </button>
      <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'share', page, index } })}>
        Share it …
      </button>
    </p>
  )
}

/** So many elements inside are named; more would push the sentences away. */
const INSIDE_AT_MOST = 8

/** The elements around the picked one, outermost first, and those right inside it; each can be picked instead. */
function Neighbours({ found }: { found: Inspection }) {
  const [all, setAll] = useState(false)
  const choose = useRoom((state) => state.pick)
  const pick = (index: number, pseudo = '') => choose({ page: found.page, index, pseudo })
  const inside = all ? found.children : found.children.slice(0, INSIDE_AT_MOST)
  return (
    <nav aria-label="Elements around it" className="border-b border-line px-4 py-2.5">
      <ol className="flex flex-wrap items-center gap-y-1">
        {found.ancestors.map(({ index, name }, at) => (
          <li key={index} className="flex min-w-0 items-center">
            {at > 0 && <ChevronRight aria-hidden className="size-3 shrink-0 text-quiet" />}
            <button
              type="button"
              aria-current={index === found.index && found.pseudo === '' ? 'true' : undefined}
              onClick={() => pick(index)}
              className={NAME}
            >
              {name}
            </button>
          </li>
        ))}
      </ol>
      {found.pseudos.length > 0 && (
        <div className="mt-1 flex items-baseline">
          <span className="mr-1 shrink-0 text-[12px] text-quiet">its own</span>
          <ul className="flex min-w-0 flex-wrap gap-y-1" aria-label="Its pseudo-elements">
            {found.pseudos.map((name) => (
              <li key={name}>
                <button
                  type="button"
                  aria-current={name === found.pseudo ? 'true' : undefined}
                  onClick={() => pick(found.index, name)}
                  className={NAME}
                >
                  ::{name}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {found.children.length > 0 && (
        <div className="mt-1 flex items-baseline">
          <span className="mr-1 shrink-0 text-[12px] text-quiet">inside</span>
          <ul className="flex min-w-0 flex-wrap gap-y-1" aria-label="Inside it">
            {inside.map(({ index, name }) => (
              <li key={index} className="min-w-0">
                <button type="button" onClick={() => pick(index)} className={NAME}>
                  {name}
                </button>
              </li>
            ))}
            {found.children.length > inside.length && (
              <li>
                <button type="button" onClick={() => setAll(true)} className={NAME}>
                  {found.children.length - inside.length} more
                </button>
              </li>
            )}
          </ul>
        </div>
      )}
    </nav>
  )
}

const NAME =
  'truncate rounded-sm px-1 font-mono text-[12px] text-quiet hover:bg-accent-wash hover:text-ink aria-[current]:bg-accent-wash aria-[current]:font-semibold aria-[current]:text-ink'

function AspectRow({
  aspect,
  found,
  open,
  onToggle,
}: {
  aspect: Aspect
  found: Inspection
  open: boolean
  onToggle: () => void
}) {
  const family = aspect.traces.find(({ properties }) => properties.includes('font-family'))
  return (
    <li className="border-b border-line">
      <button
        type="button"
        aria-expanded={open}
        onClick={onToggle}
        className="flex w-full items-start gap-2 px-4 py-2.5 text-left hover:bg-sunken focus-visible:-outline-offset-2"
      >
        <ChevronRight aria-hidden className={`mt-0.5 size-4 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} />
        <span className="min-w-0">
          <span className="block text-[12px] font-semibold">{aspect.name}</span>
          <span>
            <Sentence text={aspect.sentence} />
          </span>
          {family && <ShownFamily value={family.value} />}
        </span>
      </button>
      {open && (
        <div className="flex flex-col gap-4 px-4 pb-4 pl-10">
          {aspect.traces.map((trace) => (
            <section key={`${trace.name} ${trace.properties[0]}`} className="flex flex-col gap-2">
              <h3 className="break-words font-mono text-[12px]">
                <span className="font-semibold">{trace.name}</span> <span className="text-quiet">{trace.value}</span>
              </h3>
              <Ladder trace={trace} page={found.page} />
              {aspect.id !== 'link' && <ChangeHere trace={trace} found={found} />}
            </section>
          ))}
          {aspect.traces.length === 0 && <p className="text-[12px] text-quiet">No rule says anything of it.</p>}
        </div>
      )}
    </li>
  )
}

/** What the worker says of the picked element; undefined while it looks, null when the element is gone. */
function useInspection(picked: Picked): Inspection | null | undefined {
  const viewport = useRoom((state) => state.closeUpViewport)
  // Kept while it looks again in another viewport: a window that is resized must not shut what is open.
  return useAnswer('inspect', { ...picked, viewport }, { keep: true })
}

/** Marks the picked element in the close-up, or in the lineup. */
function useMark(path: string, page: string): void {
  const { frames } = useWorkroom()
  useEffect(() => {
    frames.mark(path, page)
    return () => frames.mark('', page)
  }, [frames, path, page])
}
