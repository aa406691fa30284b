'use client'
import { useState } from 'react'
import { NO_CHANGE } from '../../core/site/change.ts'
import { fileDoc } from '../../core/site/step.ts'
import { Choice } from '../controls/choice.tsx'
import { pagePaths } from '../state/document.ts'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Buttons, TextField } from './form.tsx'
import { Outcomes } from './outcomes.tsx'

const NAMES: Readonly<Record<string, string>> = {
  nav: 'navigation',
  header: 'header',
  footer: 'footer',
  aside: 'aside',
}

/** Makes a block of one page a shared part: which block, its name, and what happens to each page. */
export function ShareDialog({
  page: first,
  index: firstIndex,
  onClose,
}: {
  page: string
  index: number | null
  onClose: () => void
}) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const showFacet = useRoom((state) => state.showFacet)
  const pages = pagePaths(useRoom((state) => state.files))
  const [page, setPage] = useState(first)
  const [index, setIndex] = useState(firstIndex)
  const [name, setName] = useState<string | null>(null)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [into, setInto] = useState<readonly string[]>([])
  const blocks = useAnswer('blocks', { page })
  const free = blocks?.filter(({ part }) => part === '') ?? []
  const block =
    free.find((each) => each.index === index) ?? free.find(({ name: each }) => /^header/.test(each)) ?? free[0]
  const tag = /^[a-z0-9-]+/.exec(block?.name ?? '')?.[0] ?? ''
  const called = name ?? NAMES[tag] ?? block?.name ?? ''
  const found = useAnswer(
    'share',
    block && called.trim() !== '' ? { page, index: block.index, name: called, into: [...into] } : null,
    { exact: true },
  )
  const outcomes =
    found?.outcomes.map((outcome) =>
      left.has(outcome.page) && outcome.state !== 'lacks' && outcome.state !== 'inserted'
        ? { ...outcome, state: 'skipped' as const, why: 'Left out by you.', splices: [] }
        : outcome,
    ) ?? []
  const taking = outcomes.filter(({ splices }) => splices.length > 0)
  const share = () => {
    if (taking.length === 0) return
    const label = `Shared “${called.trim()}” on ${count(taking.length, 'page')}`
    if (
      carryOut(workroom, label, {
        ...NO_CHANGE,
        texts: taking.map((outcome) => ({ doc: fileDoc(outcome.page), splices: outcome.splices })),
      })
    )
      notice(`${label}. From now on one edit changes them all.`)
    set({ asking: null })
    showFacet('pages', 'parts')
  }
  return (
    <Modal open onClose={onClose} title="Share a block" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          share()
        }}
      >
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-4">
          <div>
            <p className="mb-1 font-semibold">From page</p>
            <Choice
              label="From page"
              mono
              className="w-full"
              value={page}
              options={pages.map((path) => ({ value: path, label: path }))}
              onChange={(path) => {
                setPage(path)
                setIndex(null)
              }}
            />
          </div>
          <div>
            <p className="mb-1 font-semibold">Block</p>
            {free.length > 0 ? (
              <Choice
                label="Block"
                mono
                className="w-full"
                value={String(block?.index ?? '')}
                options={free.map((each) => ({
                  value: String(each.index),
                  label: each.name,
                  hint: each.words.slice(0, 34),
                }))}
                onChange={(value) => setIndex(Number(value))}
              />
            ) : (
              <p className="text-quiet">{blocks ? 'Every block of this page is shared already.' : 'Looking …'}</p>
            )}
          </div>
        </div>
        <TextField
          label="Name"
          value={called}
          onChange={setName}
          hint="It stands in the comments that mark the part, and in the list of parts."
        />
        {block && found === undefined && <p className="mt-3 text-quiet">Looking for it on the other pages …</p>}
        {outcomes.length > 0 && (
          <Outcomes
            outcomes={outcomes}
            chosen={
              new Set(
                outcomes
                  .filter(({ page: each, state }) => !left.has(each) && state !== 'lacks')
                  .map(({ page: each }) => each),
              )
            }
            onChoose={(each, on) => {
              const state = found?.outcomes.find((outcome) => outcome.page === each)?.state
              if (state === 'lacks' || state === 'inserted')
                setInto(on ? [...into, each] : into.filter((other) => other !== each))
              else setLeft(new Set(on ? [...left].filter((other) => other !== each) : [...left, each]))
            }}
          />
        )}
        {outcomes.some(({ state }) => state === 'lacks') && (
          <p className="mt-2 text-[12px] text-quiet">
            Tick a page that lacks it, and it gets the block where the first page has it.
          </p>
        )}
        <Buttons
          action={`Share it on ${count(taking.length, 'page')}`}
          disabled={taking.length === 0}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}
