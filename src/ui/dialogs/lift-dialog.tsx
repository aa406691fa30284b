'use client'
import { useState } from 'react'
import type { LiftAttribute, LiftChoices, LiftFate, LiftGroup } from '../../core/lift/plan.ts'
import { isNothing } from '../../core/site/change.ts'
import { count, listed } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Buttons } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** Lifts styles of pages into the sheet: what becomes of each rule and attribute, and the proof that nothing changes. */
export function LiftDialog({ pages, onClose }: { pages: readonly string[]; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [choices, setChoices] = useState<LiftChoices>({ pages, embedded: true, inline: true })
  const plan = useAnswer('lift', choices, { exact: true })
  const { proof, progress, stop, again } = useProof(plan?.change)
  const lift = () => {
    if (!plan || isNothing(plan.change)) return
    const label = `Lifted styles of ${pages.length === 1 ? pages[0]! : count(pages.length, 'page')} into the sheet`
    if (carryOut(workroom, label, plan.change)) notice(`${label}.`)
    onClose()
  }
  const clean = proof !== null && proof.altered.length === 0
  const nothing = plan !== undefined && isNothing(plan.change)
  return (
    <Modal
      open
      onClose={onClose}
      title={`Lift styles of ${pages.length === 1 ? pages[0]! : count(pages.length, 'page')} into the sheet`}
      wide
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          lift()
        }}
      >
        <div className="mt-2 flex gap-5">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-(--accent)"
              checked={choices.embedded}
              onChange={(event) => setChoices({ ...choices, embedded: event.target.checked })}
            />
            Embedded blocks
          </label>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-(--accent)"
              checked={choices.inline}
              onChange={(event) => setChoices({ ...choices, inline: event.target.checked })}
            />
            Style attributes
          </label>
        </div>
        <div className="mt-3 max-h-[46vh] overflow-auto pr-1" tabIndex={0} role="group" aria-label="What is lifted">
          {plan === undefined && <p className="text-quiet">Reading the pages …</p>}
          {nothing && <p className="text-quiet">There is nothing to lift.</p>}
          {plan?.groups.map((group) => (
            <GroupRow
              key={group.id}
              group={group}
              onFate={(id, fate) =>
                setChoices({
                  ...choices,
                  fates: {
                    ...Object.assign({}, ...plan.groups.map((each) => each.fates)),
                    ...choices.fates,
                    [id]: fate,
                  },
                })
              }
            />
          ))}
          {plan?.attributes.map((attribute) => (
            <AttributeRow
              key={attribute.id}
              attribute={attribute}
              onName={(name) => setChoices({ ...choices, names: { ...choices.names, [attribute.id]: name } })}
            />
          ))}
          {plan && plan.left.length > 0 && (
            <section className="mt-3">
              <h3 className="font-semibold">Stays where it is</h3>
              <ul className="mt-1 flex flex-col gap-1 text-[12px]">
                {plan.left.map(({ page, offset, what, why }) => (
                  <li key={`${page} ${offset}`} className="border-l-2 border-edge pl-2">
                    <span className="font-semibold">{page}</span> <code className="font-mono">{what}</code>{' '}
                    <span className="text-quiet">{why}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
        {!nothing && <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />}
        <Buttons
          action={clean || proof === null ? 'Lift them' : 'Lift them all the same'}
          disabled={plan === undefined || nothing || (proof === null && progress !== null)}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}

const FATES: Readonly<Record<LiftFate, string>> = {
  everywhere: 'on every page',
  joined: 'on every page, in the sheet’s own rule',
  apart: 'only where it is now',
  dropped: 'not at all',
  left: 'leave it in the page',
}

function GroupRow({
  group: { about, versions, fates, scopable, joinable, alsoReaches },
  onFate,
}: {
  group: LiftGroup
  onFate: (id: string, fate: LiftFate) => void
}) {
  const pages = new Set(versions.flatMap((version) => version.pages)).size
  return (
    <section className="mb-3 rounded-[3px] border border-line">
      <h3 className="border-b border-line bg-sunken px-3 py-1.5">
        <code className="font-mono text-[12px] font-semibold">
          {about.length > 80 ? `${about.slice(0, 80)}…` : about}
        </code>{' '}
        <span className="text-[12px] text-quiet">
          {versions.length > 1
            ? `${versions.length} versions on ${count(pages, 'page')}`
            : pages > 1
              ? `the same on ${count(pages, 'page')}: becomes one rule`
              : versions[0]!.pages[0]}
        </span>
      </h3>
      <div
        className="grid gap-px bg-line"
        style={{ gridTemplateColumns: `repeat(${Math.min(versions.length, 3)}, minmax(0, 1fr))` }}
      >
        {versions.map(({ id, text, pages: own }) => (
          <div key={id} className="flex flex-col bg-panel px-3 py-2">
            <pre className="max-h-32 flex-1 overflow-auto font-mono text-[12px]">{text}</pre>
            {versions.length > 1 && <p className="mt-1 text-[12px] text-quiet">{listed(own)}</p>}
            <label className="mt-1.5 flex items-center gap-2 text-[12px]">
              Holds
              <select
                className="field h-7 px-1"
                aria-label={`Where ${about} of ${listed(own)} holds`}
                value={fates[id]}
                onChange={(event) => onFate(id, event.target.value as LiftFate)}
              >
                {(
                  [
                    'everywhere',
                    ...(joinable ? ['joined' as const] : []),
                    ...(scopable ? ['apart' as const] : []),
                    ...(versions.length > 1 ? ['dropped' as const] : []),
                    'left',
                  ] as const
                ).map((fate) => (
                  <option key={fate} value={fate}>
                    {FATES[fate]}
                  </option>
                ))}
              </select>
            </label>
          </div>
        ))}
      </div>
      {alsoReaches.length > 0 && (
        <p className="border-t border-line px-3 py-1.5 text-[12px] text-quiet">
          It would also reach elements on {listed(alsoReaches)}; “only where it is now” keeps it apart under a class of
          its pages.
        </p>
      )}
    </section>
  )
}

function AttributeRow({
  attribute: { says, name, joins, places, left },
  onName,
}: {
  attribute: LiftAttribute
  onName: (name: string) => void
}) {
  const [draft, setDraft] = useState<string | null>(null)
  const shown = draft ?? (left ? '' : name)
  const bad = shown !== '' && !/^-?[_a-zA-Z][\w-]*$/.test(shown)
  const pages = [...new Set(places.map(({ page }) => page))]
  return (
    <section className="mb-3 rounded-[3px] border border-line px-3 py-2">
      <p>
        <code className="break-words font-mono text-[12px]">style="{says}"</code>{' '}
        <span className="text-[12px] text-quiet">
          {count(places.length, 'element')} on {listed(pages)}
        </span>
      </p>
      <label className="mt-1.5 flex items-center gap-2 text-[12px]">
        {joins ? 'Joins the class' : 'Becomes the class'}
        <input
          className="field h-7 w-56 font-mono text-[12px]"
          aria-invalid={bad}
          aria-label={`Class for ${says}`}
          value={shown}
          placeholder="stays a style attribute"
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => {
            if (draft !== null && !bad) onName(draft.trim())
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault()
              if (draft !== null && !bad) onName(draft.trim())
            }
          }}
        />
      </label>
      {bad && (
        <p className="mt-1 text-[12px] text-alarm">
          “{shown}” cannot be a class here. Letters, digits, - and _ can; it begins with a letter.
        </p>
      )}
      {joins && <p className="mt-1 text-[12px] text-quiet">The sheet has a rule of this class that says the same.</p>}
    </section>
  )
}
