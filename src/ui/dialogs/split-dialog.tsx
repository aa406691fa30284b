'use client'
import { useState } from 'react'
import { nameFault } from '../../core/classes/name-fault.ts'
import { Modal } from '../controls/modal.tsx'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { useAnswer, useAsk } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { ChangedPlaces } from './changed-places.tsx'
import { Buttons, TextField } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** A pause in typing before the site is asked. */
const ASK_AFTER_MS = 200

/** Gives the elements of some pages another class that looks the same, so that each can go its own way. */
export function SplitDialog({ name, onClose }: { name: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const names = useAnswer('names', {}, { keep: true })
  const pages = names?.find((each) => each.kind === 'class' && each.name === name)?.pages ?? []
  const [to, setTo] = useState(`${name}-2`)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const taken = names?.some((each) => each.kind === 'class' && each.name === to)
  const fault = nameFault('class', to) ?? (taken ? `.${to} is there already.` : null)
  const ready = fault === null && chosen.length > 0
  const { answer: change, current } = useAsk('split', ready ? { split: { name, to, pages: chosen } } : null, {
    pause: ASK_AFTER_MS,
  })
  const { proof, progress, stop, again } = useProof(change)
  const run = () => {
    if (!change || !current) return
    const label = `Split .${name}: .${to} on ${count(chosen.length, 'page')}`
    if (carryOut(workroom, label, change)) notice(`${label}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`Split .${name}`} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <TextField
          label="The other name"
          value={to}
          onChange={setTo}
          fault={fault ?? ''}
          hint="Every rule for the one is for the other too, until you change one of them."
          mono
          autoFocus
        />
        <fieldset className="mt-3">
          <legend className="font-semibold">Pages whose elements go by it</legend>
          <div className="mt-1 max-h-48 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2 text-[12px]">
            {pages.map((page) => (
              <label key={page} className="flex items-center gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="accent-(--accent)"
                  checked={chosen.includes(page)}
                  onChange={(event) =>
                    setChosen(event.target.checked ? [...chosen, page] : chosen.filter((each) => each !== page))
                  }
                />
                <code className="font-mono">{page}</code>
              </label>
            ))}
          </div>
        </fieldset>
        {change && (
          <>
            <ChangedPlaces change={change} />
            <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />
          </>
        )}
        <Buttons action="Split" disabled={!ready || !change || !current} onClose={onClose} />
      </form>
    </Modal>
  )
}
