'use client'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { FormatSettings } from '../../core/tidy/formatted.ts'
import { TIDY_KINDS, TIDY_WORDS, USUAL_KINDS, type TidyKind } from '../../core/tidy/words.ts'
import type { TidyPlan } from '../../core/tidy/tidy.ts'
import type { Done, LeftUndone } from '../../core/tidy/trial.ts'
import { Modal } from '../controls/modal.tsx'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { sheetText } from '../state/document.ts'
import { useAsk } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { Buttons } from './form.tsx'
import { FormatChoices } from './format-settings.tsx'
import { LineDiff } from './line-diff.tsx'

/** Tidies the sheet as one step: what is done, proved to change nothing; what was left, and why; the text before it is made. */
export function TidyDialog({ onClose }: { onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const before = useRoom(sheetText)
  const [kinds, setKinds] = useState<readonly TidyKind[]>(USUAL_KINDS)
  const [format, setFormat] = useState<FormatSettings | null>(null)
  const [without, setWithout] = useState<readonly string[]>([])
  const [shown, setShown] = useState(false)
  const ask = useMemo(() => ({ kinds, without, format }), [kinds, without, format])
  const { answer: plan, current, progress, stop, stopped, again } = useAsk('tidy', ask, { keep: true, exact: false })
  const ready = plan !== undefined && current
  const something = ready && plan.done.length > 0
  const turn = <T,>(list: readonly T[], item: T) =>
    list.includes(item) ? list.filter((each) => each !== item) : [...list, item]
  const carry = () => {
    if (!ready) return
    const label = `Tidied the sheet: ${count(plan.rules[0], 'rule')} became ${plan.rules[1]}`
    if (carryOut(workroom, label, plan.change)) notice(`${label}. Undo takes it back.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title="Tidy the sheet" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (something) carry()
        }}
      >
        <p className="mt-1 text-quiet">
          Whatever is done is proved: every computed value of every element stays what it is, at each width where media
          queries turn, on paper, and whatever is hovered, focused, pressed or visited.
        </p>
        <div className="mt-3 grid gap-x-6 gap-y-3 sm:grid-cols-2">
          <div>
            <Kinds legend="Usual" usual kinds={kinds} onTurn={(kind) => setKinds(chosen(kinds, kind))} />
            {plan && kinds.includes('format') && <FormatChoices format={format ?? plan.format} onChange={setFormat} />}
          </div>
          <Kinds legend="When asked for" usual={false} kinds={kinds} onTurn={(kind) => setKinds(chosen(kinds, kind))} />
        </div>
        <div className="mt-3 flex items-center gap-3">
          <div className="min-w-0 flex-1">
            <Stand plan={ready ? plan : null} progress={progress} stopped={stopped} onStop={stop} onAgain={again} />
          </div>
          {something && (
            <button type="button" className="btn h-7" aria-expanded={shown} onClick={() => setShown(!shown)}>
              {shown ? 'Hide the text' : 'Show the text'}
            </button>
          )}
        </div>
        {plan && (
          <div className={`mt-3 max-h-40 overflow-auto border border-line ${ready ? '' : 'opacity-50'}`} tabIndex={0}>
            <DoneList plan={plan} without={without} onTurn={(says) => setWithout(turn(without, says))} />
            {plan.left.length > 0 && <Left left={plan.left} />}
          </div>
        )}
        {something && shown && (
          <div className="mt-2 max-h-64 overflow-auto border border-line">
            <LineDiff before={before} after={plan.text} />
          </div>
        )}
        <Buttons action="Tidy it" disabled={!something} onClose={onClose} />
      </form>
    </Modal>
  )
}

/** The kinds with one turned on or off; what undoes it goes off. */
function chosen(kinds: readonly TidyKind[], kind: TidyKind): readonly TidyKind[] {
  if (kinds.includes(kind)) return kinds.filter((each) => each !== kind)
  const against = kind === 'nest' ? 'flat' : kind === 'flat' ? 'nest' : null
  return [...kinds.filter((each) => each !== against), kind]
}

function Kinds({
  legend,
  usual,
  kinds,
  onTurn,
}: {
  legend: string
  usual: boolean
  kinds: readonly TidyKind[]
  onTurn: (kind: TidyKind) => void
}) {
  return (
    <fieldset>
      <legend className="font-semibold">{legend}</legend>
      <div className="mt-1 flex flex-col gap-1">
        {TIDY_KINDS.filter((kind) => TIDY_WORDS[kind].usual === usual).map((kind) => (
          <label key={kind} className="flex items-baseline gap-2">
            <input
              type="checkbox"
              checked={kinds.includes(kind)}
              onChange={() => onTurn(kind)}
              className="translate-y-0.5 accent-(--accent)"
            />
            <span>
              {TIDY_WORDS[kind].title}
              {TIDY_WORDS[kind].says && <span className="text-[12px] text-quiet"> {TIDY_WORDS[kind].says}</span>}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

function Stand({
  plan,
  progress,
  stopped,
  onStop,
  onAgain,
}: {
  plan: TidyPlan | null
  progress: unknown
  stopped: boolean
  onStop: () => void
  onAgain: () => void
}) {
  if (stopped)
    return (
      <p className="flex items-center gap-3 text-quiet">
        Stopped.
        <button type="button" className="btn h-7 text-ink" onClick={onAgain}>
          Go on
        </button>
      </p>
    )
  if (!plan)
    return (
      <div className="flex items-center gap-3" role="status">
        <p className="shrink-0">{progressInWords(progress)}</p>
        <progress aria-label="Tidying" className="h-2 flex-1 accent-(--accent)" />
        <button type="button" className="btn h-7" onClick={onStop}>
          Stop
        </button>
      </div>
    )
  const { rules, size, proof, done, unproved } = plan
  if (done.length === 0 || unproved !== '')
    return (
      <p className="flex items-center gap-2" role="status">
        <CircleCheck aria-hidden className="size-4 shrink-0 text-accent" />
        {unproved === '' ? 'There is nothing to tidy.' : unproved}
      </p>
    )
  return (
    <p className="flex items-baseline gap-2 font-semibold" role="status">
      <CircleCheck aria-hidden className="size-4 shrink-0 translate-y-0.5 text-accent" />
      {rulesInWords(rules)}, {kilobytes(size[0])} became {kilobytes(size[1])}; {proof.values.toLocaleString('en')}{' '}
      values on {count(proof.pages, 'page that wears', 'pages that wear')} it are the same.
    </p>
  )
}

const rulesInWords = ([before, after]: readonly [number, number]) =>
  before === after ? `${count(before, 'rule')} as before` : `${count(before, 'rule')} became ${after}`

const kilobytes = (characters: number) =>
  characters < 1000 ? `${characters} B` : `${(characters / 1000).toFixed(1)} kB`

function progressInWords(progress: unknown): string {
  const told = typeof progress === 'object' && progress !== null ? (progress as { kind: TidyKind; done: number }) : null
  return told ? `${TIDY_WORDS[told.kind].title}: ${count(told.done, 'change')} proved …` : 'Looking what can be done …'
}

/** What is done, by kind; each can be left out. */
function DoneList({
  plan,
  without,
  onTurn,
}: {
  plan: TidyPlan
  without: readonly string[]
  onTurn: (says: string) => void
}) {
  const done = new Set(plan.done.map(({ says }) => says))
  const rows = [
    ...plan.done.map((lines) => ({ says: lines.says, lines })),
    ...without.filter((says) => !done.has(says)).map((says) => ({ says, lines: null })),
  ]
  const times = new Map<string, number>()
  return (
    <ul className="divide-y divide-line text-[12px]">
      {rows.map(({ says, lines }) => {
        // By its words, so that a row that moves keeps the focus; the same may be said of several rules.
        const time = (times.get(says) ?? 0) + 1
        times.set(says, time)
        // What is turned off is so at once, and not only when it is planned anew.
        const chosen = lines !== null && !without.includes(says)
        return <Item key={`${says} ${time}`} says={says} lines={lines} chosen={chosen} onTurn={onTurn} />
      })}
    </ul>
  )
}

/** One thing that is done; it can be left out, and its lines looked at. */
function Item({
  says,
  lines,
  chosen,
  onTurn,
}: {
  says: string
  lines: Done | null
  chosen: boolean
  onTurn: (says: string) => void
}) {
  const [open, setOpen] = useState(false)
  return (
    <li>
      <div className="flex items-baseline gap-2 px-3 py-1.5">
        <label className="flex min-w-0 flex-1 items-baseline gap-2">
          <input
            type="checkbox"
            checked={chosen}
            onChange={() => onTurn(says)}
            className="translate-y-0.5 accent-(--accent)"
          />
          <span className="min-w-0 break-words">{says}</span>
        </label>
        {lines && (
          <button
            type="button"
            aria-expanded={open}
            className="shrink-0 underline decoration-edge underline-offset-2 hover:text-accent"
            onClick={() => setOpen(!open)}
          >
            lines
          </button>
        )}
      </div>
      {open && lines && <LineDiff before={lines.before} after={lines.after} />}
    </li>
  )
}

/** What was not done, with the value that would have changed. */
function Left({ left }: { left: readonly LeftUndone[] }) {
  return (
    <section aria-label="Left as it is" className="border-t border-line bg-sunken px-3 py-2 text-[12px]">
      <h3 className="flex items-center gap-2 font-semibold">
        <TriangleAlert aria-hidden className="size-4 text-alarm" />
        {count(left.length, 'change')} left undone
      </h3>
      <ul className="mt-1 flex flex-col gap-1">
        {left.map(({ says, difference: { element, page, pseudo, property, before, after, while: state, why } }) => (
          <li key={says} className="break-words">
            {says}{' '}
            <span className="text-quiet">
              Then {property} of {element}
              {pseudo === '' ? '' : `::${pseudo}`} on {page}
              {state === '' ? '' : `, ${state},`} would be {after}, not {before}. {why}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
