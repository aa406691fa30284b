'use client'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import { Pause, Play } from 'lucide-react'
import { useState } from 'react'
import { readEasing, writeEasing, type Easing } from '../../../core/motion/easing.ts'
import { costOf, readTransition, writeTransition, type Transition } from '../../../core/motion/transitions.ts'
import { reduceMotion, SLOW_MS, unreducedIn } from '../../../core/motion/unreduced.ts'
import type { ProvedState } from '../../../core/links/state-proof.ts'
import type { LinkKind } from '../../../core/links/kinds.ts'
import { WEARABLE, type Wearable } from '../../../core/links/wearable.ts'
import { NO_CHANGE } from '../../../core/site/change.ts'
import { Choice } from '../../controls/choice.tsx'
import { useField } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { listed } from '../../words.ts'
import { Curve } from './curve.tsx'
import { KindChoice } from './kind-choice.tsx'
import { Looking } from './looking.tsx'
import { TransitionRows } from './transition-rows.tsx'
import { TransitionSample } from './transition-sample.tsx'
import { chosenKind, useKinds } from './use-kinds.ts'

const STATES = WEARABLE.filter((state) => state !== 'visited')
const PACES = [
  { pace: 1, says: 'normal speed' },
  { pace: 0.1, says: 'a tenth of it' },
] as const

/** How a kind of link goes from one state to another. */
export function TransitionView() {
  const asked = useKinds()
  const chosen = useRoom((state) => state.linkKind)
  const kinds = asked.answer
  if (kinds === undefined) return <Looking asked={asked} />
  const kind = chosenKind(kinds, chosen)
  if (!kind) return <p className="px-4 py-3.5 text-quiet">No page has a link yet.</p>
  return (
    <>
      <KindChoice kinds={kinds} kind={kind} />
      <Editor key={kind.selector} kind={kind} />
    </>
  )
}

/** Properties that a state changes, shorthands in place of their sides. */
function changingIn({ states }: LinkKind): string[] {
  const [rest] = states
  const names = states
    .filter(({ state }) => state !== 'link' && state !== 'visited' && state !== 'current')
    .flatMap(({ values }) =>
      Object.keys(values).filter((name) => values[name] !== rest!.values[name] && !followsColor(name, rest!, values)),
    )
    // What knows nothing between its values does not change over time; an outline is to be there at once.
    .filter((name) => !/^outline|-style$|^text-decoration-line$|^text-transform$|-image$/.test(name))
    .map((name) => name.replace(/^(border|padding)-(?:top|right|bottom|left)(-color|-width)?$/, '$1$2'))
  return [...new Set(names)]
}

/** Whether a colour changes only because it is that of the text. */
const followsColor = (name: string, { values: rest }: ProvedState, values: ProvedState['values']) =>
  name !== 'color' && values[name] === values['color'] && rest[name] === rest['color']

function Editor({ kind }: { kind: LinkKind }) {
  const field = useField(kind.selector, 'transition', 'transition')
  const written = readTransition(field.value) ?? []
  const [tried, setTried] = useState<readonly Transition[] | null>(null)
  const [dragged, setDragged] = useState<readonly Transition[] | null>(null)
  const [at, setAt] = useState(0)
  const [state, setState] = useState<(typeof STATES)[number]>('hover')
  const edited = dragged ?? tried ?? written
  const one = edited[Math.min(at, edited.length - 1)]
  const easing = one ? readEasing(one.easing) : null
  const put = (next: readonly Transition[]) => {
    setDragged(null)
    if (tried) setTried(next)
    else if (next.length === 0 && field.clear) field.clear()
    else field.commit(writeTransition(next))
  }
  const withCurve = (curve: Easing) =>
    edited.map((each, index) =>
      index === Math.min(at, edited.length - 1) ? { ...each, easing: writeEasing(curve) } : each,
    )
  const changing = changingIn(kind)
  return (
    <>
      <Player kind={kind} state={state} onState={setState} written={written} tried={dragged ?? tried} />
      <section aria-label="Transitions" className="flex flex-col gap-3 border-b border-line px-4 py-3.5">
        <Where field={field} />
        {tried === null ? (
          <button type="button" className="btn h-7 self-start" onClick={() => setTried(written)}>
            Try another beside it
          </button>
        ) : (
          <p className="flex flex-wrap items-center gap-2">
            <span className="text-quiet">You are trying B; the sheet keeps A.</span>
            <button
              type="button"
              className="btn h-7"
              onClick={() => {
                field.commit(writeTransition(tried))
                setTried(null)
              }}
            >
              Take B
            </button>
            <button type="button" className="btn h-7" onClick={() => setTried(null)}>
              Let B go
            </button>
          </p>
        )}
        <TransitionRows transitions={edited} chosen={at} changing={changing} onChoose={setAt} onChange={put} />
        <Notes transitions={edited} changing={changing} />
        {easing && (
          <Curve
            easing={easing}
            onPreview={(curve) => setDragged(withCurve(curve))}
            onCommit={(curve) => put(withCurve(curve))}
          />
        )}
      </section>
      <Reduced selector={kind.selector} />
    </>
  )
}

/** Plays the change in the bench, one candidate beside the other, and on the pages. */
function Player({
  kind,
  state,
  onState,
  written,
  tried,
}: {
  kind: LinkKind
  state: (typeof STATES)[number]
  onState: (state: (typeof STATES)[number]) => void
  written: readonly Transition[]
  tried: readonly Transition[] | null
}) {
  const [playing, setPlaying] = useState(false)
  const { setLinks, worn, pace } = useRoom((room) => room)
  const [rest, shown] = [kind.states[0]!, kind.states.find((each) => each.state === state)!]
  const { page, index } = kind.sample
  const says = `:${state} on “${kind.name}”`
  const onPages = worn?.playing === true
  const play = (wearable: Wearable) =>
    setLinks({
      worn: onPages
        ? null
        : { state: wearable, subject: { on: 'kind', page, index }, says: `${says}, playing`, playing: true },
    })
  const common = { rest, state: shown, words: kind.sample.words, playing, pace }
  return (
    <section aria-label="Play it" className="flex flex-col gap-2 border-b border-line px-4 py-3">
      <div className="flex overflow-hidden rounded-[3px] border border-line">
        <TransitionSample {...common} transitions={written} />
        {tried && <TransitionSample {...common} transitions={tried} />}
      </div>
      {tried && (
        <p aria-hidden className="-mt-1 flex text-[11px] text-quiet">
          <span className="flex-1">A, in the sheet</span>
          <span className="flex-1">B, tried</span>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="State"
          mono
          className="w-[140px]"
          value={state}
          onChange={(next) => onState(STATES.find((each) => each === next)!)}
          options={STATES.map((each) => ({ value: each, label: `:${each}` }))}
        />
        <button type="button" className="btn h-8" aria-pressed={playing} onClick={() => setPlaying(!playing)}>
          {playing ? <Pause aria-hidden className="size-4" /> : <Play aria-hidden className="size-4" />}
          {playing ? 'Stop' : 'Play'}
        </button>
        <button type="button" className="btn h-8" aria-pressed={onPages} onClick={() => play(state)}>
          {onPages ? 'Stop on the pages' : 'Play on the pages'}
        </button>
      </div>
      <fieldset className="flex items-center gap-3 text-[12px]">
        <legend className="sr-only">Speed</legend>
        {PACES.map((each) => (
          <label key={each.pace} className="flex items-center gap-1.5">
            <input
              type="radio"
              name="pace"
              className="accent-(--accent)"
              checked={pace === each.pace}
              onChange={() => setLinks({ pace: each.pace })}
            />
            {each.says}
          </label>
        ))}
      </fieldset>
    </section>
  )
}

/** What is to be known of the transitions as they are. */
function Notes({ transitions, changing }: { transitions: readonly Transition[]; changing: readonly string[] }) {
  const slow = transitions.find(({ duration, delay }) => duration + delay > SLOW_MS)
  const dear = transitions.filter(({ property }) => property !== 'all' && costOf(property) === 'layout')
  const still = changing.filter(
    (name) => transitions.length > 0 && !transitions.some(({ property }) => property === name || property === 'all'),
  )
  return (
    <div className="flex flex-col gap-1 text-[12px] text-quiet empty:hidden">
      {slow && (
        <p className="text-alarm">
          {slow.property} takes {Math.round(slow.duration + slow.delay)} ms. 100 to 400 ms are felt as an answer.
        </p>
      )}
      {dear.length > 0 && (
        <p>
          {dear.map(({ property }) => property).join(', ')}: the page is laid out again for every picture. transform and
          opacity are cheap.
        </p>
      )}
      {still.length > 0 && (
        <p>
          {listed(still)} {still.length === 1 ? 'changes' : 'change'} as well, at once.
        </p>
      )}
    </div>
  )
}

/** Offers to hold movement still for people who asked for less of it. */
function Reduced({ selector }: { selector: string }) {
  const { store } = useWorkroom()
  const sheets = useRoom(settledSheets)
  const set = useRoom((state) => state.set)
  const found = sheets
    .map(({ path, sheet }) => ({
      path,
      sheet,
      moving: unreducedIn(sheet).filter((each) => each.selector.includes(selector)),
    }))
    .filter(({ moving }) => moving.length > 0)
  if (found.length === 0) return null
  const label = `Hold ${selector} still for people who asked for less motion`
  return (
    <p className="flex items-center gap-3 px-4 py-3 text-[12px] text-quiet">
      <span className="min-w-0 flex-1">This moves also for people who have asked for less motion.</span>
      <button
        type="button"
        className="btn h-7 text-ink"
        onClick={() => {
          const texts = found.map(({ path, sheet, moving }) => ({
            doc: docOfSheet(store.getState(), path),
            splices: reduceMotion(sheet, moving),
          }))
          set({ asking: { kind: 'change', title: label, label, change: { ...NO_CHANGE, texts } } })
        }}
      >
        Hold it still …
      </button>
    </p>
  )
}
