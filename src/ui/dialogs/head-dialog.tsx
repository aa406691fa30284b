'use client'
import { useState } from 'react'
import { lookDoc } from '../../core/site/step.ts'
import { headOf, writeHead } from '../../core/writing/head.ts'
import { sectionsOf } from '../../core/writing/outline.ts'
import { Modal } from '../controls/modal.tsx'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { settledSheetText } from '../state/document.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'
import { Buttons, TextField } from './form.tsx'

/** Today as it is written in files: year, month, day. */
const today = () => new Date().toLocaleDateString('sv')

/** Writes the comment at the head of the sheet: what it is for, by whom, when, and its sections. */
export function HeadDialog({ onClose }: { onClose: () => void }) {
  const { store } = useWorkroom()
  const sheet = sheetOf(useRoom(settledSheetText))
  const known = headOf(sheet)
  const [purpose, setPurpose] = useState(known?.purpose ?? '')
  const [author, setAuthor] = useState(known?.author ?? '')
  const [date, setDate] = useState(known?.date ?? today())
  const run = () => {
    const state = store.getState()
    const splices = writeHead(sheet, { purpose, author, date })
    state.edit({
      label: known ? 'Changed the head of the sheet' : 'Wrote a head for the sheet',
      texts: [{ doc: lookDoc(state.lookId), splices }],
    })
    state.showText(null, { from: 0, to: 0 })
    onClose()
  }
  return (
    <Modal open onClose={onClose} title="Head of the sheet">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <TextField label="Purpose" value={purpose} onChange={setPurpose} autoFocus />
        <TextField label="Author" value={author} onChange={setAuthor} />
        <TextField label="Date" value={date} onChange={setDate} />
        <p className="mt-3 text-quiet">
          A comment at the front of the sheet. It lists the {count(sectionsOf(sheet).length, 'section')} of the sheet,
          and follows when sections come, go or are named anew.
        </p>
        <Buttons action={known ? 'Change it' : 'Write it'} disabled={false} onClose={onClose} />
      </form>
    </Modal>
  )
}
