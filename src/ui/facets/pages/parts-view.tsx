'use client'
import { askOnce } from '../../state/use-answer.ts'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import { NO_CHANGE } from '../../../core/site/change.ts'
import { fileDoc } from '../../../core/site/step.ts'
import { pagePaths } from '../../state/document.ts'
import { count, listed } from '../../words.ts'
import { carryOut } from '../../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { FileMenu } from './file-menu.tsx'
import type { PartView } from '../../../core/site/part-views.ts'

/** The site's shared parts, and the way to make a block one. */
export function PartsView() {
  const set = useRoom((state) => state.set)
  const closeUp = useRoom((state) => state.closeUp)
  const pages = pagePaths(useRoom((state) => state.files))
  const parts = useAnswer('parts', {})
  const first = closeUp ?? pages[0]
  return (
    <>
      <div className="border-b border-line px-4 py-3">
        <button
          type="button"
          className="btn"
          disabled={first === undefined}
          onClick={() => set({ asking: { kind: 'share', page: first! } })}
        >
          Share a block …
        </button>
        <p className="mt-1.5 text-[12px] text-quiet">
          Pick a header, navigation or footer on one page. Attire finds it on the others, and from then on one edit
          changes them all. In the pages it is marked by two ordinary comments.
        </p>
      </div>
      {parts?.length === 0 && <p className="px-4 py-3 text-quiet">Nothing is shared yet.</p>}
      <ul>
        {parts?.map((part) => (
          <PartRow key={part.name} part={part} total={pages.length} />
        ))}
      </ul>
    </>
  )
}

function PartRow({ part: { name, pages, drifted, from, text }, total }: { part: PartView; total: number }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const putBack = async () => {
    const planned = await askOnce(workroom, 'part', { name, page: from, text })
    if (!planned) return
    const outcomes = planned.filter(({ page }) => drifted.includes(page))
    const label = `Put “${name}” back on ${listed(drifted)}`
    if (
      carryOut(workroom, label, {
        ...NO_CHANGE,
        texts: outcomes.map(({ page, splices }) => ({ doc: fileDoc(page), splices })),
      })
    )
      notice(`${label}.`)
    else notice(outcomes[0]?.why ?? 'There was nothing to put back.')
  }
  const stop = async () => {
    const change = await askOnce(workroom, 'unshare', { name })
    if (!change) return
    if (carryOut(workroom, `Stopped sharing “${name}”`, change))
      notice(`“${name}” is no longer shared; its blocks stay as they are.`)
  }
  return (
    <li className="border-b border-line px-4 py-2.5">
      <div className="flex items-center gap-2">
        {drifted.length > 0 ? (
          <TriangleAlert aria-label="Has drifted" className="size-4 shrink-0 text-alarm" />
        ) : (
          <CircleCheck aria-label="The same everywhere" className="size-4 shrink-0 text-quiet" />
        )}
        <span className="min-w-0 flex-1 truncate font-semibold">{name}</span>
        <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'part', name } })}>
          Edit …
        </button>
        <FileMenu path={name} actions={[{ name: 'Stop sharing it', run: () => void stop() }]} />
      </div>
      <p className="mt-0.5 pl-6 text-[12px] text-quiet">
        On {pages.length === total ? `all ${count(total, 'page')}` : `${pages.length} of ${count(total, 'page')}`}
        {drifted.length === 0 ? ', the same everywhere.' : '.'}
      </p>
      {drifted.length > 0 && (
        <div className="mt-1 pl-6 text-[12px]">
          <p className="text-alarm">It was changed by hand on {listed(drifted)}.</p>
          <div className="mt-1 flex flex-wrap gap-2">
            <button type="button" className="btn h-7" onClick={() => void putBack()}>
              Put it back
            </button>
            <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'part', name } })}>
              Compare …
            </button>
          </div>
        </div>
      )}
    </li>
  )
}
