'use client'
import type { SiteChange } from '../../core/site/change.ts'
import { Modal } from '../controls/modal.tsx'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { ChangedPlaces } from './changed-places.tsx'
import { Buttons } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** Shows what a change would alter, element by element, before it is made. */
export function ChangeDialog({
  title,
  label,
  change,
  beside = '',
  onClose,
}: {
  title: string
  label: string
  change: SiteChange
  beside?: string
  onClose: () => void
}) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const { proof, progress, stop, again } = useProof(change)
  const run = () => {
    if (carryOut(workroom, label, change)) notice(`${label}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={title} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <ChangedPlaces change={change} />
        {beside && <p className="mt-3 text-alarm">{beside}</p>}
        <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />
        <Buttons
          action={proof && proof.altered.length > 0 ? 'Change it all the same' : 'Change it'}
          disabled={proof === null && progress !== null}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}
