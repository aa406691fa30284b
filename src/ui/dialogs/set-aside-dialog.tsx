'use client'
import { useState } from 'react'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { Modal } from '../controls/modal.tsx'
import { Buttons, TextField } from './form.tsx'

/** Sets a finding aside, with the reason that others will read. */
export function SetAsideDialog({ cause, message, onClose }: { cause: string; message: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [reason, setReason] = useState('')
  const setAside = async () => {
    const change = await askOnce(workroom, 'setAside', { causes: [cause], reason: reason.trim() })
    if (change && carryOut(workroom, `Set aside: ${message}`, change)) notice('Set aside. Undo takes it back.')
    onClose()
  }
  return (
    <Modal open onClose={onClose} title="Set this finding aside">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (reason.trim() !== '') void setAside()
        }}
      >
        <p className="mt-2 break-words">{message}</p>
        <TextField
          label="Why it stays as it is"
          value={reason}
          onChange={setReason}
          autoFocus
          hint="Kept with the site in attire.json, which is handed off with it. Where the text changes, the finding comes back."
        />
        <Buttons action="Set aside" disabled={reason.trim() === ''} onClose={onClose} />
      </form>
    </Modal>
  )
}
