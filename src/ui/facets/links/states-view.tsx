'use client'
import { Table2 } from 'lucide-react'
import type { LinkKind } from '../../../core/links/kinds.ts'
import { PROOF_STATES } from '../../../core/links/link-states.ts'
import type { ProvedState } from '../../../core/links/state-proof.ts'
import { Rivals } from '../../controls/parts.tsx'
import { useChanges } from '../../controls/use-changes.ts'
import { useRivals } from '../../controls/use-field.ts'
import { useRoom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { KindChoice } from './kind-choice.tsx'
import { Looking } from './looking.tsx'
import { Order } from './order.tsx'
import { StateControls } from './state-controls.tsx'
import { Contrast, Lost, StateSample, WHEN, besideWords, isLostInText } from './state-sample.tsx'
import { Targets } from './targets.tsx'
import { chosenKind, useKinds, useLinkViewport } from './use-kinds.ts'
import { WornControls } from './worn-controls.tsx'

/** Every state of a kind of link, all visible at once, and the controls of one of them. */
export function StatesView() {
  const asked = useKinds()
  const kinds = asked.answer
  const chosen = useRoom((state) => state.linkKind)
  if (kinds === undefined) return <Looking asked={asked} />
  const kind = chosenKind(kinds, chosen)
  if (!kind)
    return (
      <p className="px-4 py-3.5 text-quiet">No page has a link yet. Links come with an href: &lt;a href="…"&gt;.</p>
    )
  const { selector, sample } = kind
  // Not by its own key: an edit makes another one of it, and what is being typed must not go with that.
  return <Kind key={`${selector} ${sample.page} ${sample.index}`} kinds={kinds} kind={kind} />
}

function Kind({ kinds, kind }: { kinds: readonly LinkKind[]; kind: LinkKind }) {
  const { linkState, setLinks, proofTable } = useRoom((state) => state)
  const states = useProof(kind)
  const selected = states.some(({ state }) => state === linkState) ? linkState : 'link'
  const rivals = useRivals(kind.selector, 'color text-decoration background-color').filter(
    (rival) => !rival.selector.includes(':'),
  )
  return (
    <>
      <KindChoice kinds={kinds} kind={kind} />
      <p className="flex items-center gap-2 border-b border-line px-4 py-2">
        <button
          type="button"
          className="btn h-7"
          aria-pressed={proofTable}
          onClick={() => setLinks({ proofTable: !proofTable })}
        >
          <Table2 aria-hidden className="size-4" />
          {proofTable ? 'Back to the pages' : 'All kinds in all states'}
        </button>
      </p>
      <Order base={kind.selector} />
      <div role="radiogroup" aria-label="State" className="border-b border-line">
        {PROOF_STATES.map((state) => {
          const proved = states.find((each) => each.state === state)
          return (
            proved && (
              <StateRow
                key={state}
                proved={proved}
                words={kind.sample.words}
                chosen={selected === state}
                onChoose={() => setLinks({ linkState: state })}
              />
            )
          )
        })}
      </div>
      <WornControls kind={kind} state={selected} />
      <StateControls key={selected} kind={kind} state={selected} />
      <Rivals rivals={rivals} />
      <Targets />
    </>
  )
}

/** The states of a kind as they are now: while something is dragged they follow. */
function useProof({ sample, current, states }: LinkKind): readonly ProvedState[] {
  const viewport = useLinkViewport()
  const dragged = useChanges(useRoom((room) => room.preview))
  const { page, index } = sample
  const now = useAnswer('stateProof', { sample: { page, index }, current, viewport, dragged }, { keep: true })
  return now ?? states
}

function StateRow({
  proved,
  words,
  chosen,
  onChoose,
}: {
  proved: ProvedState
  words: string
  chosen: boolean
  onChoose: () => void
}) {
  const { state, beside } = proved
  return (
    <label className="flex cursor-pointer items-stretch border-t border-line first:border-t-0 has-checked:bg-accent-wash has-focus-visible:outline-2 has-focus-visible:-outline-offset-2 has-focus-visible:outline-accent">
      <input type="radio" name="link-state" className="sr-only" checked={chosen} onChange={onChoose} />
      <span className="flex w-[134px] shrink-0 flex-col justify-center py-1 pl-4">
        <span className={`text-[12px] font-semibold ${state === 'current' ? '' : 'font-mono'}`}>
          {state === 'current' ? 'current page' : `:${state}`}
        </span>
        <span className="text-[11px] text-quiet">
          {WHEN[state]}
          <span className="block">
            <Contrast contrast={proved.contrast} />
          </span>
        </span>
      </span>
      <span className="flex min-w-0 flex-1 flex-col">
        <StateSample proved={proved} words={words} className="min-h-11 flex-1 px-3 py-1" />
        {(beside || proved.unreachable.length > 0) && (
          <span className="px-3 py-1">
            {beside && (
              <span className={`block text-[11px] ${isLostInText(beside) ? 'text-alarm' : 'text-quiet'}`}>
                {besideWords(beside)}
              </span>
            )}
            <Lost proved={proved} />
          </span>
        )}
      </span>
    </label>
  )
}
