'use client'
import { TargetChoice } from '../../controls/target-choice.tsx'
import { useState, type CSSProperties } from 'react'
import { NEEDS } from '../../../core/color/contrast.ts'
import type { StateProof } from '../../../core/links/state-proof.ts'
import { LINK_STATES, linkKinds, orderStates, stateConflicts } from '../../../core/states/order.ts'
import { lookDoc } from '../../../core/site/step.ts'
import { Choice } from '../../controls/choice.tsx'
import { ColorRow } from '../../controls/color-row.tsx'
import { Where } from '../../controls/where.tsx'
import { settledSheetText } from '../../state/document.ts'
import { sheetOf } from '../../state/texts.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { FacetHead, Rivals } from '../../controls/parts.tsx'
import { useChanges } from '../../controls/use-changes.ts'
import { useField, useRivals } from '../../controls/use-field.ts'

const KIND_NAMES: Readonly<Record<string, string>> = { a: 'All links', 'nav a': 'Navigation links' }
type State = (typeof LINK_STATES)[number]
const WHEN: Readonly<Record<State, string>> = {
  link: 'not yet visited',
  visited: 'been there',
  hover: 'pointer on it',
  'focus-visible': 'reached by keyboard',
  active: 'being pressed',
}
/** Every state of a kind of link, all visible at once. */
export function LinksFacet() {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheetText)
  const sheet = sheetOf(settled)
  const kinds = linkKinds(sheet)
  const [chosen, setBase] = useState('a')
  const base = kinds.includes(chosen) ? chosen : 'a'
  const [state, setState] = useState<State>('link')
  const conflicts = stateConflicts(sheet, base)
  const page = useRoom((room) => room.closeUp)
  // While a colour is dragged the samples follow.
  const dragged = useChanges(useRoom((room) => room.preview))
  const proof = useAnswer('stateProof', { base, page, dragged }, { keep: true })
  const rivals = useRivals(base, 'color text-decoration background-color').filter(
    (rival) => !rival.selector.includes(':'),
  )
  return (
    <>
      <FacetHead title="Links">
        Each state of a link, on the page’s own ground. New rules go in the order that lets every state win.
      </FacetHead>
      <TargetChoice
        label="Kind of link"
        value={base}
        onChange={setBase}
        options={kinds.map((kind) => ({ value: kind, label: kind, hint: KIND_NAMES[kind] ?? '' }))}
      />
      {conflicts.length > 0 && (
        <div role="status" className="border-b border-line bg-alarm-wash px-4 py-3">
          {conflicts.slice(0, 3).map((conflict) => (
            <p key={conflict.message} className="text-[12px] text-alarm">
              {conflict.message}
            </p>
          ))}
          <button
            type="button"
            className="btn mt-2 h-7"
            onClick={() => {
              const { lookId, edit } = store.getState()
              edit({
                label: `Put the states of ${base} in order`,
                texts: [{ doc: lookDoc(lookId), splices: orderStates(sheet, base) }],
              })
            }}
          >
            Put them in order
          </button>
        </div>
      )}
      <div role="radiogroup" aria-label="State" className="border-b border-line">
        {LINK_STATES.map((each) => (
          <label
            key={each}
            className="flex cursor-pointer items-stretch border-t border-line first:border-t-0 has-checked:bg-accent-wash has-focus-visible:outline-2 has-focus-visible:-outline-offset-2 has-focus-visible:outline-accent"
          >
            <input
              type="radio"
              name="link-state"
              className="sr-only"
              checked={state === each}
              onChange={() => setState(each)}
            />
            <span className="flex w-[124px] shrink-0 flex-col justify-center py-1.5 pl-4">
              <span className="font-mono text-[12px] font-semibold">:{each}</span>
              <span className="text-[11px] text-quiet">{WHEN[each]}</span>
            </span>
            <Proof proof={proof} state={each} />
          </label>
        ))}
      </div>
      <StateControls key={`${base} ${state}`} base={base} state={state} />
      <Rivals rivals={rivals} />
    </>
  )
}

/** A link of the site in one state, as a browser shows it; and what of the state cannot show. */
function Proof({ proof, state }: { proof: StateProof | null | undefined; state: State }) {
  if (proof === undefined) return <span className="flex-1 px-4 py-1.5 text-quiet">looking …</span>
  if (proof === null) return <span className="flex-1 px-4 py-1.5 text-quiet">no page has such a link</span>
  const { values, ground, contrast, unreachable } = proof.states.find((each) => each.state === state)!
  const [lost] = unreachable
  return (
    <span className="flex min-w-0 flex-1 flex-col">
      <span
        data-proof
        className={`flex min-w-0 flex-1 items-center gap-2 px-4 py-1 ${ground === null ? 'weave' : ''}`}
        style={ground === null ? {} : { background: ground }}
      >
        <span aria-hidden className="min-w-0 truncate px-1 text-[15px]" style={sampleStyle(values)}>
          {proof.words}
        </span>
        {contrast !== null && (
          <span
            className={`ml-auto shrink-0 rounded-[2px] bg-panel px-1 text-[11px] tabular-nums ${contrast < NEEDS.text ? 'text-alarm' : 'text-quiet'}`}
            title={`Contrast with what it is seen on; ${NEEDS.text} is the least for text`}
          >
            {contrast.toFixed(2)}
          </span>
        )}
      </span>
      {lost && (
        <span className="px-4 py-1 text-[11px] text-alarm">
          <s className="font-mono">{lost.property}</s> of <code className="font-mono">{lost.selector}</code>,{' '}
          {lost.file} line {lost.line}, does not show: {lost.reason}
        </span>
      )}
    </span>
  )
}

/** Computed values as React takes them. */
function sampleStyle(values: Readonly<Record<string, string>>): CSSProperties {
  return Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase()),
      value,
    ]),
  )
}

function StateControls({ base, state }: { base: string; state: State }) {
  const selector = `${base}:${state}`
  const color = useField(selector, 'color', 'colour')
  const line = useField(selector, 'text-decoration', 'underline')
  const background = useField(selector, 'background-color', 'background')
  const underline = line.value === '' ? 'unset' : /\bunderline\b/.test(line.value) ? 'underline' : 'none'
  return (
    <section aria-label={`The state ${state}`} className="flex flex-col gap-3 border-b border-line px-4 py-3.5">
      <h3 className="font-semibold">
        <code className="font-mono text-[12px]">{selector}</code>
      </h3>
      <ColorRow label="Colour" field={color} />
      <div className="flex flex-col gap-1">
        <div className="flex items-center gap-2">
          <span className="w-[92px] shrink-0 text-quiet">Underline</span>
          <Choice
            label="Underline"
            className="w-[130px]"
            value={underline}
            options={[
              ...(line.value === '' ? [{ value: 'unset', label: 'not set here' }] : []),
              { value: 'underline', label: 'underlined' },
              { value: 'none', label: 'no underline' },
            ]}
            onChange={(next) => next !== 'unset' && line.commit(next)}
          />
          {line.clear && (
            <button type="button" className="btn btn-bare h-7 text-quiet" onClick={line.clear}>
              Take out
            </button>
          )}
        </div>
        <div className="pl-[100px]">
          <Where field={line} />
        </div>
      </div>
      {state === 'visited' ? (
        <p className="text-[12px] text-quiet">
          For visited links browsers change colours only, so that no page can find out where somebody has been. An
          underline set here does not show.
        </p>
      ) : null}
      <ColorRow label="Background" field={background} />
    </section>
  )
}
