'use client'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import { homeOf } from '../../../core/edit/decide-among.ts'
import { useState } from 'react'
import { planStates } from '../../../core/edit/edit-states.ts'
import type { LinkKind } from '../../../core/links/kinds.ts'
import type { ProofState } from '../../../core/links/link-states.ts'
import { LINK_STATES } from '../../../core/states/order.ts'
import { Choice } from '../../controls/choice.tsx'
import { ColorRow } from '../../controls/color-row.tsx'
import { TextField } from '../../controls/text-field.tsx'
import { useField, type Field } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'
import { useRoom, useWorkroom } from '../../state/context.tsx'

type State = (typeof LINK_STATES)[number]

/** What a state of a kind looks like, to be changed; several states at once where they share a value. */
export function StateControls({ kind, state }: { kind: LinkKind; state: ProofState }) {
  const [also, setAlso] = useState<readonly State[]>([])
  if (state === 'current') return <CurrentControls kind={kind} />
  const states = LINK_STATES.filter((each) => each === state || also.includes(each))
  return (
    <section aria-label={`The state ${state}`} className="flex flex-col gap-3 border-b border-line px-4 py-3.5">
      <h3 className="font-semibold">
        <code className="font-mono text-[12px]">
          {kind.selector}:{state}
        </code>
      </h3>
      <Also state={state} also={also} onAlso={setAlso} />
      <Controls base={kind.selector} state={state} states={states} />
    </section>
  )
}

/** Which other states are set to the same. */
function Also({ state, also, onAlso }: { state: State; also: readonly State[]; onAlso: (also: State[]) => void }) {
  return (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[12px]">
      <legend className="sr-only">Set to the same</legend>
      <span className="text-quiet">and the same for</span>
      {LINK_STATES.filter((each) => each !== state).map((each) => (
        <label key={each} className="flex items-center gap-1">
          <input
            type="checkbox"
            className="accent-(--accent)"
            checked={also.includes(each)}
            onChange={({ target }) => onAlso(target.checked ? [...also, each] : also.filter((other) => other !== each))}
          />
          <code className="font-mono">:{each}</code>
        </label>
      ))}
    </fieldset>
  )
}

/** A field whose edits go to several states. */
function useStatesField(base: string, state: State, states: readonly State[], property: string, name: string): Field {
  const { store } = useWorkroom()
  const sheets = useRoom(settledSheets)
  const field = useField(`${base}:${state}`, property, name)
  if (states.length === 1 || field.scope === 'swatch') return field
  const { at } = homeOf(sheets, `${base}:${state}`)
  const plan = (value: string) => planStates(at.sheet, base, states, property, value)
  const doc = () => docOfSheet(store.getState(), at.path)
  const words = states.map((each) => `:${each}`).join(', ')
  return {
    ...field,
    preview: (value) => store.getState().showPreview(value === null ? null : plan(value), doc()),
    commit: (value) =>
      void store.getState().edit({
        label: `${name} of ${base} in ${words}: ${value}`,
        texts: [{ doc: doc(), splices: plan(value) }],
      }),
  }
}

function Controls({ base, state, states }: { base: string; state: State; states: readonly State[] }) {
  const color = useStatesField(base, state, states, 'color', 'colour')
  const line = useStatesField(base, state, states, 'text-decoration', 'underline')
  const background = useStatesField(base, state, states, 'background-color', 'background')
  const outline = useStatesField(base, state, states, 'outline', 'outline')
  return (
    <>
      <ColorRow label="Colour" field={color} />
      <ColorRow label="Background" field={background} />
      <Underline line={line} />
      {state === 'focus-visible' && <TextField label="Outline" field={outline} example="2px solid currentcolor" />}
      {states.includes('visited') && (
        <p className="text-[12px] text-quiet">
          For visited links browsers change colours only, so that no page can find out where somebody has been. An
          underline set here does not show.
        </p>
      )}
    </>
  )
}

function Underline({ line }: { line: Field }) {
  const underline = line.value === '' ? 'unset' : /\bunderline\b/.test(line.value) ? 'underline' : 'none'
  return (
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
  )
}

/** The link to the current page: what is written for it alone, or how to begin. */
function CurrentControls({ kind }: { kind: LinkKind }) {
  const selector = kind.current?.selector ?? `${kind.selector}[aria-current="page"]`
  const color = useField(selector, 'color', 'colour')
  const background = useField(selector, 'background-color', 'background')
  const line = useField(selector, 'text-decoration', 'underline')
  return (
    <section aria-label="The current page" className="flex flex-col gap-3 border-b border-line px-4 py-3.5">
      <h3 className="font-semibold">
        <code className="font-mono text-[12px]">{selector}</code>
      </h3>
      {kind.current?.selector === null && (
        <p className="text-[12px] text-quiet">
          The link that leads to its own page looks like the others. A rule here shows on links that say{' '}
          <code className="font-mono">aria-current="page"</code> in their page.
        </p>
      )}
      <ColorRow label="Colour" field={color} />
      <ColorRow label="Background" field={background} />
      <Underline line={line} />
    </section>
  )
}
