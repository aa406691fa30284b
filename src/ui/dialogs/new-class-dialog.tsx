'use client'
import { useEffect, useState } from 'react'
import { escapeIdent } from '../../core/css/ident.ts'
import type { Reach } from '../../core/classes/reaches.ts'
import type { ClassSource, NewClassPlan } from '../../core/classes/new-class.ts'
import { STARTING_POINTS } from '../../core/classes/starting-points.ts'
import { escapeRegExp } from '../../core/text/escape-reg-exp.ts'
import { Choice } from '../controls/choice.tsx'
import { Modal } from '../controls/modal.tsx'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import type { PickedElements } from '../state/view.ts'
import { useAnswer, useAsk } from '../state/use-answer.ts'
import { count, listed } from '../words.ts'
import { Buttons, TextField } from './form.tsx'
import { GiveTo } from './give-to.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** A pause in typing before the site is asked. */
const ASK_AFTER_MS = 200

/** Writes a new class: what it begins with, its rules to be edited, whom it is given; its weight and reach are shown first. */
export function NewClassDialog({ picked, onClose }: { picked: PickedElements | null; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [from, setFrom] = useState(picked ? 'look' : 'nothing')
  const source = sourceOf(from, picked)
  const draft = useAnswer('draftClass', { source })
  const [name, setName] = useState('')
  const [css, setCss] = useState('')
  const [give, setGive] = useState<Reach | null>(picked ? 'one' : null)
  const drafted = JSON.stringify(draft)
  useEffect(() => {
    if (!draft) return
    setName(draft.name)
    setCss(draft.css)
    // The draft is told by its text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [drafted])
  const rename = (next: string) => {
    if (name !== '' && next !== '') setCss(withName(css, name, next))
    setName(next)
  }
  const ask = {
    ...{ name, css },
    give: picked && give ? { page: picked.page, indices: picked.indices, reach: give } : null,
    style: source.from === 'style' ? { page: source.page, index: source.index } : null,
  }
  const { answer: plan, current } = useAsk('newClass', name === '' ? null : ask, { pause: ASK_AFTER_MS, keep: true })
  const { proof, progress, stop, again } = useProof(source.from === 'style' ? plan?.change : undefined)
  const ready = plan !== undefined && plan.fault === null && current
  const run = () => {
    if (!ready) return
    const given = plan.given ? ` and gave it to ${count(plan.given.count, 'element')}` : ''
    if (carryOut(workroom, `New class .${name}${given}`, plan.change)) notice(`Wrote .${name}${given}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title="New class" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)] gap-5">
          <div>
            <span className="block font-semibold">Begin with</span>
            <Choice
              label="Begin with"
              className="mt-1 w-full"
              value={from}
              onChange={setFrom}
              options={sourcesFor(picked)}
            />
            <p className="mt-1 text-[12px] text-quiet">{sourceWords(from, draft?.alike ?? 0)}</p>
            <TextField label="Name" value={name} onChange={rename} fault={plan?.fault ?? ''} mono autoFocus />
            {picked && <GiveTo picked={picked} given={plan?.given ?? null} reach={give} onReach={setGive} />}
          </div>
          <div>
            <label htmlFor="new-class-rules" className="block font-semibold">
              Its rules
            </label>
            <textarea
              id="new-class-rules"
              spellCheck={false}
              className="field mt-1 h-64 w-full resize-y py-2 font-mono text-[12px] leading-5"
              placeholder={`.${name || 'name'} {\n}`}
              value={css}
              onChange={(event) => setCss(event.target.value)}
            />
            {plan?.fault === null && <Facts plan={plan} name={name} />}
          </div>
        </div>
        {source.from === 'style' && plan?.fault === null && (
          <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />
        )}
        <Buttons action={plan?.given ? 'Write it and give it' : 'Write it'} disabled={!ready} onClose={onClose} />
      </form>
    </Modal>
  )
}

function sourceOf(from: string, picked: PickedElements | null): ClassSource {
  if ((from === 'look' || from === 'style') && picked) return { from, page: picked.page, index: picked.indices[0]! }
  return from === 'nothing' ? { from } : { from: 'start', id: from }
}

const sourcesFor = (picked: PickedElements | null) => [
  { value: 'nothing', label: 'nothing' },
  ...(picked ? [{ value: 'look', label: 'how the picked element looks' }] : []),
  ...(picked?.styled ? [{ value: 'style', label: 'its style attribute' }] : []),
  ...STARTING_POINTS.map(({ id, title }) => ({ value: id, label: title })),
]

function sourceWords(from: string, alike: number): string {
  if (from === 'nothing') return 'An empty rule, to be filled on the bench.'
  if (from === 'look') return 'What rules of the site make of it, and what it inherits. States are not part of it.'
  if (from === 'style')
    return `The attribute goes, on ${count(alike, 'element')} that ${alike === 1 ? 'has' : 'have'} it.`
  return STARTING_POINTS.find(({ id }) => id === from)?.says ?? ''
}

const withName = (css: string, before: string, after: string) =>
  css.replace(new RegExp(`\\.${escapeRegExp(escapeIdent(before))}(?![\\w-])`, 'g'), () => `.${escapeIdent(after)}`)

/** How much its rules weigh, what they find, and where they come to stand. */
function Facts({ plan: { selectors, line }, name }: { plan: NewClassPlan; name: string }) {
  return (
    <ul aria-label="What it weighs and finds" className="mt-2 flex flex-col gap-0.5 text-[12px]">
      {(selectors.length === 0
        ? [{ selector: `.${name}`, specificity: [0, 1, 0] as const, reach: [] }]
        : selectors
      ).map(({ selector, specificity, reach }) => (
        <li key={selector} className="flex items-baseline gap-2">
          <code className="min-w-0 truncate font-mono">{selector}</code>
          <span className="ml-auto shrink-0 tabular-nums text-quiet">
            weighs {specificity.join(',')}, {reachWords(reach)}
          </span>
        </li>
      ))}
      <li className="text-quiet">Written beside its kin, line {line} of the sheet.</li>
    </ul>
  )
}

function reachWords(reach: NewClassPlan['selectors'][number]['reach']): string {
  const all = reach.reduce((sum, each) => sum + each.count, 0)
  return all === 0
    ? 'finds nothing yet'
    : `finds ${all} on ${listed(
        reach.map(({ page }) => page),
        2,
      )}`
}
