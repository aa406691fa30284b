'use client'
import { TargetChoice } from '../../controls/target-choice.tsx'
import { useState } from 'react'
import { decide } from '../../../core/edit/decide.ts'
import { resolveVars } from '../../../core/edit/variables.ts'
import { LINK_STATES, linkKinds, orderStates, stateConflicts } from '../../../core/states/order.ts'
import { lookDoc } from '../../../core/site/step.ts'
import { Choice } from '../../controls/choice.tsx'
import { ColorRow } from '../../controls/color-row.tsx'
import { Where } from '../../controls/where.tsx'
import { settledSheetText, sheetText } from '../../state/document.ts'
import { sheetOf } from '../../state/texts.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { FacetHead, Rivals } from '../../controls/parts.tsx'
import { GROUND } from '../../../bridge/messages.ts'
import { useComputed, useField, useRivals } from '../../controls/use-field.ts'

const KIND_NAMES: Readonly<Record<string, string>> = { a: 'All links', 'nav a': 'Navigation links' }
type State = (typeof LINK_STATES)[number]
const WHEN: Readonly<Record<State, string>> = {
  link: 'not yet visited',
  visited: 'been there',
  hover: 'pointer on it',
  'focus-visible': 'reached by keyboard',
  active: 'being pressed',
}
/** Which states a state falls back on when its own rule says nothing. */
const BELOW: Readonly<Record<State, readonly State[]>> = {
  link: [],
  visited: [],
  hover: ['link'],
  'focus-visible': ['link'],
  active: ['hover', 'link'],
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
  // Plain links are meant where text runs, not in the header, whose links come first.
  const ground = useComputed(base === 'a' ? 'main, body' : base, GROUND).values[GROUND]
  // Where text runs, as the ground is: the first link of a page often stands in its header.
  const inText = useAnswer('sampleWords', { selector: base === 'a' ? 'main a, article a' : base }, { keep: true })
  const anywhere = useAnswer('sampleWords', { selector: base }, { keep: true })
  const words = inText || anywhere
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
            <Proof base={base} state={each} ground={ground || '#fff'} words={words || 'a link'} />
          </label>
        ))}
      </div>
      <StateControls key={`${base} ${state}`} base={base} state={state} />
      <Rivals rivals={rivals} />
    </>
  )
}

/** A sample of a link in one state, as the sheet dresses it. */
function Proof({ base, state, ground, words }: { base: string; state: State; ground: string; words: string }) {
  const sheet = sheetOf(useRoom(sheetText))
  const value = (property: string) => {
    const own = [
      `${base}:${state}`,
      ...BELOW[state].map((below) => `${base}:${below}`),
      base,
      ...(base === 'a' ? [] : [`a:${state}`, ...BELOW[state].map((below) => `a:${below}`), 'a']),
    ]
    for (const selector of own) {
      const found = decide(sheet, selector, property)?.value
      if (found) return resolveVars(sheet, found)
    }
    return ''
  }
  const line = value('text-decoration-line') || value('text-decoration')
  return (
    <span aria-hidden data-proof className="flex min-w-0 flex-1 items-center px-4" style={{ background: ground }}>
      <span
        className="min-w-0 truncate px-1 text-[15px]"
        style={{
          color: value('color') || (state === 'visited' ? '#551a8b' : state === 'active' ? '#ff0000' : '#0000ee'),
          backgroundColor: value('background-color') || undefined,
          textDecoration: line.includes('none') ? 'none' : 'underline',
          outline: state === 'focus-visible' ? value('outline') || '2px solid' : undefined,
        }}
      >
        {words}
      </span>
    </span>
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
