'use client'
import type { Ask } from '../../workers/questions.ts'
import { isNothing } from '../../core/site/change.ts'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Modal } from '../controls/modal.tsx'
import { Buttons } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** Mends findings of which not everybody would want all: says first what would look different, and where. */
export function FixDialog({ what, title, onClose }: { what: Ask<'fix'>; title: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const plan = useAnswer('fix', what, { exact: true })
  const { proof, progress, stop, again } = useProof(plan?.change)
  const nothing = plan !== undefined && isNothing(plan.change)
  const clean = proof !== null && proof.altered.length === 0
  const fix = () => {
    if (!plan || nothing) return
    const label = `Fixed ${title}`
    if (carryOut(workroom, label, plan.change)) notice(`${label}. Undo takes it back.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`Fix ${title}`} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          fix()
        }}
      >
        {nothing ? (
          <p className="mt-2 text-quiet">There is nothing to fix any more.</p>
        ) : (
          plan && (
            <>
              <p className="mt-2">{doneWords(plan.change)}</p>
              {plan.alsoSeen && <p className="mt-1 text-quiet">{plan.alsoSeen}</p>}
            </>
          )
        )}
        {!nothing && <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />}
        <Buttons
          action={clean || proof === null ? 'Fix it' : 'Fix it all the same'}
          disabled={plan === undefined || nothing || (proof === null && progress !== null)}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}

/** What a change does to files, in numbers. */
function doneWords({
  texts,
  moves,
}: {
  texts: readonly { splices: readonly unknown[] }[]
  moves: readonly unknown[]
}): string {
  const written = texts.filter(({ splices }) => splices.length > 0)
  const places = written.reduce((sum, { splices }) => sum + splices.length, 0)
  const parts = [
    ...(moves.length > 0 ? [`${count(moves.length, 'file')} would be renamed`] : []),
    ...(written.length > 0 ? [`${count(places, 'place')} in ${count(written.length, 'file')} would be written`] : []),
  ]
  return `${parts.join(', and ')}. All of it is one step.`
}
