'use client'
import { useState } from 'react'
import { smallTargets, type LaidTarget, type Target } from '../../../core/links/targets.ts'
import { Group } from '../../controls/parts.tsx'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { askOnce } from '../../state/use-answer.ts'
import { useAtFrames } from '../../state/use-at-frames.ts'
import { count } from '../../words.ts'

interface Measured {
  readonly page: string
  readonly all: number
  readonly small: readonly (Target & LaidTarget)[]
}

/** So many are named; more would say the same again. */
const MOST = 8

/** How large what is pressed is on the page that is looked at, as its frame has laid it out. */
export function Targets() {
  const workroom = useWorkroom()
  const { frames, store } = workroom
  const texts = useRoom((state) => state.texts)
  const closeUp = useRoom((state) => state.closeUp)
  const [measured, setMeasured] = useState<Measured | null>(null)
  useAtFrames(
    async (isCurrent) => {
      const page = closeUp ?? frames.pagesShown[0]
      const targets = page === undefined ? null : await askOnce(workroom, 'targets', { page })
      const boxes =
        page !== undefined && targets
          ? await frames.boxesOf(
              page,
              targets.map(({ index }) => index),
            )
          : null
      if (!isCurrent() || page === undefined || !targets || !boxes) return
      const small = smallTargets(boxes).map((at) => ({ ...targets[at]!, ...boxes[at]! }))
      setMeasured({ page, all: boxes.filter((box) => box && box.width > 0).length, small })
    },
    [texts, closeUp],
  )
  if (!measured || measured.all === 0) return null
  const { page, all, small } = measured
  const pick = (index: number) => {
    store.getState().openCloseUp(page)
    store.getState().pick({ page, index, pseudo: '' })
  }
  return (
    <Group title={`What is pressed on ${page}`}>
      <p className="-mt-2 text-[12px] text-quiet">
        {small.length === 0
          ? `${count(all, 'target')}: each is 24 × 24 px or larger, or far enough from the next (WCAG 2.2, 2.5.8).`
          : `${small.length} of ${count(all, 'target')} ${small.length === 1 ? 'is' : 'are'} smaller than 24 × 24 px and close to others (WCAG 2.2, 2.5.8).`}
      </p>
      {small.length > 0 && (
        <ul className="flex flex-col gap-1 text-[12px]">
          {small.slice(0, MOST).map(({ index, name, path, width, height }) => (
            <li key={index} className="flex items-baseline gap-2">
              <button
                type="button"
                className="min-w-0 truncate text-left font-mono text-ink underline decoration-edge underline-offset-2"
                onMouseEnter={() => frames.point(new Map([[page, path]]))}
                onMouseLeave={() => frames.point(null)}
                onClick={() => pick(index)}
              >
                {name}
              </button>
              <span className="ml-auto shrink-0 tabular-nums text-quiet">
                {Math.round(width)} × {Math.round(height)} px
              </span>
            </li>
          ))}
          {small.length > MOST && <li className="text-quiet">and {small.length - MOST} more</li>}
        </ul>
      )}
    </Group>
  )
}
