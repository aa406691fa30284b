'use client'
import { useState } from 'react'
import type { NameKind } from '../../core/classes/names-in-css.ts'
import { nameFault } from '../../core/classes/name-fault.ts'
import { swatchNameFault } from '../../core/color/swatches.ts'
import { Modal } from '../controls/modal.tsx'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { useAsk } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { Buttons, TextField } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

const SIGN = { class: '.', id: '#', property: '' } as const
type What = NameKind | 'property'
/** A pause in typing before the site is asked. */
const ASK_AFTER_MS = 200

/** Gives a class, an id or a custom property another name wherever the site names it; shows first where, and proves what the pages look like then. */
export function RenameDialog({ kind, name, onClose }: { kind: What; name: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [to, setTo] = useState(name)
  const fault = to === name ? null : kind === 'property' ? swatchNameFault(to, []) : nameFault(kind, to)
  const ready = to !== name && fault === null
  const { answer: plan, current } = usePlan(kind, name, ready ? to : null)
  const { proof, progress, stop, again } = useProof(plan?.change)
  const all = plan?.places.reduce((sum, each) => sum + each.count, 0) ?? 0
  const run = () => {
    if (!plan || !current) return
    const label = `${plan.merges ? 'Merged' : 'Renamed'} ${SIGN[kind]}${name} ${plan.merges ? 'into' : 'to'} ${SIGN[kind]}${to}`
    if (carryOut(workroom, label, plan.change)) notice(`${label} in ${count(all, 'place')}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`Rename ${SIGN[kind]}${name}`} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <TextField label="New name" value={to} onChange={setTo} fault={fault ?? ''} mono autoFocus />
        {plan && (
          <>
            {plan.merges && (
              <p className="mt-2 text-[12px] text-alarm">
                {SIGN[kind]}
                {to} is there already: both become one.
              </p>
            )}
            <ul
              aria-label="Places"
              tabIndex={0}
              className="mt-3 max-h-40 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2 text-[12px]"
            >
              {plan.places.map(({ file, count: places }) => (
                <li key={file} className="flex justify-between gap-3">
                  <code className="font-mono">{file}</code>
                  <span className="tabular-nums text-quiet">{count(places, 'place')}</span>
                </li>
              ))}
            </ul>
            {plan.left.map((each) => (
              <p key={each} className="mt-1 text-[12px] text-quiet">
                {each}
              </p>
            ))}
            <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />
          </>
        )}
        <Buttons
          action={proof && proof.altered.length > 0 ? 'Rename all the same' : plan?.merges ? 'Merge' : 'Rename'}
          disabled={!ready || !plan || !current || (proof === null && progress !== null)}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}

/** What the new name comes to; nothing while there is none. */
function usePlan(kind: What, from: string, to: string | null) {
  const named = to !== null && kind !== 'property' ? { rename: { kind, from, to } } : null
  const name = useAsk('rename', named, { pause: ASK_AFTER_MS })
  const set = to !== null && kind === 'property' ? { from, to } : null
  const property = useAsk('renameProperty', set, { pause: ASK_AFTER_MS })
  return kind === 'property' ? property : name
}
