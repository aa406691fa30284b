'use client'
import { useState } from 'react'
import { lookDoc } from '../../core/site/step.ts'
import { sectionsOf } from '../../core/writing/outline.ts'
import { planSection, sectionNameFault } from '../../core/writing/sections.ts'
import { Modal } from '../controls/modal.tsx'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { settledSheetText } from '../state/document.ts'
import { sheetOf } from '../state/texts.ts'
import { Buttons, TextField } from './form.tsx'

/** Names a section of the sheet, or begins a new one behind another. */
export function SectionDialog({ at, onClose }: { at: number | null; onClose: () => void }) {
  const { store } = useWorkroom()
  const sheet = sheetOf(useRoom(settledSheetText))
  const sections = sectionsOf(sheet)
  const before = at === null ? '' : (sections[at]?.name ?? '')
  const [name, setName] = useState(before)
  const [behind, setBehind] = useState(sections.length - 1)
  const fault = name === before ? null : sectionNameFault(name)
  const ready = name.trim() !== before && sectionNameFault(name) === null
  const run = () => {
    const deed =
      at === null
        ? ({ do: 'add', name, behind: behind < 0 ? null : behind } as const)
        : ({ do: 'rename', at, name } as const)
    const label = at === null ? `New section ${name.trim()}` : `Renamed the section ${before} to ${name.trim()}`
    const state = store.getState()
    state.edit({ label, texts: [{ doc: lookDoc(state.lookId), splices: planSection(sheet, deed) }] })
    if (at === null) showNew(name.trim())
    onClose()
  }
  const showNew = (wanted: string) => {
    const found = sectionsOf(sheetOf(settledSheetText(store.getState()))).findLast((each) => each.name === wanted)
    if (found) store.getState().showText(null, { from: found.comment.to, to: found.comment.to })
  }
  return (
    <Modal open onClose={onClose} title={at === null ? 'New section' : `Rename the section ${before}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (ready) run()
        }}
      >
        <TextField label="Name" value={name} onChange={setName} fault={fault ?? ''} autoFocus />
        {at === null && sections.length > 0 && (
          <label className="mt-3 block">
            <span className="block font-semibold">Behind</span>
            <select
              className="field mt-1 w-full"
              value={behind}
              onChange={({ target }) => setBehind(Number(target.value))}
            >
              {sections.map((section, place) => (
                <option key={section.from} value={place}>
                  {section.name}
                </option>
              ))}
            </select>
          </label>
        )}
        <Buttons action={at === null ? 'Begin it' : 'Rename'} disabled={!ready} onClose={onClose} />
      </form>
    </Modal>
  )
}
