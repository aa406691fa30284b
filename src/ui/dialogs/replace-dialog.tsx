'use client'
import { useDeferredValue, useState } from 'react'
import { lookDoc } from '../../core/site/step.ts'
import { applySplices } from '../../core/text/splice.ts'
import { planReplace } from '../../core/writing/replace.ts'
import { Modal } from '../controls/modal.tsx'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { settledSheetText } from '../state/document.ts'
import { count } from '../words.ts'
import { Buttons, TextField } from './form.tsx'
import { LineDiff } from './line-diff.tsx'

/** Replaces words of the sheet everywhere in one step; shows every line first. */
export function ReplaceDialog({ find: first, onClose }: { find: string; onClose: () => void }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const text = useRoom(settledSheetText)
  const [find, setFind] = useState(first)
  const [insert, setInsert] = useState('')
  const [how, setHow] = useState({ matchCase: false, whole: false, pattern: false })
  // What is typed shows at once; the preview follows.
  const asked = useDeferredValue({ find, insert, ...how })
  const plan = planReplace(text, asked)
  const fault = 'fault' in plan ? plan.fault : ''
  const splices = 'fault' in plan ? [] : plan
  const after = splices.length > 0 ? applySplices(text, splices) : text
  const ready = asked.find === find && asked.insert === insert && after !== text
  const run = () => {
    const label = `Replaced “${find}” by “${insert}” in ${count(splices.length, 'place')}`
    if (store.getState().edit({ label, texts: [{ doc: lookDoc(store.getState().lookId), splices }] }))
      notice(`${label}. Undo takes it back.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title="Replace in the sheet" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (ready) run()
        }}
      >
        <div className="grid gap-x-4 sm:grid-cols-2">
          <TextField label="Look for" value={find} onChange={setFind} fault={fault} mono autoFocus />
          <TextField label="Put in its place" value={insert} onChange={setInsert} mono />
        </div>
        <p className="mt-3 flex flex-wrap gap-x-5 gap-y-1">
          {(
            [
              ['matchCase', 'Capitals and small letters differ'],
              ['whole', 'Whole words and names only'],
              ['pattern', 'A regular expression'],
            ] as const
          ).map(([name, label]) => (
            <label key={name} className="flex items-baseline gap-2">
              <input
                type="checkbox"
                checked={how[name]}
                onChange={() => setHow({ ...how, [name]: !how[name] })}
                className="translate-y-0.5 accent-(--accent)"
              />
              {label}
            </label>
          ))}
        </p>
        <p className="mt-3 font-semibold" role="status">
          {find === '' ? 'Write what to look for.' : fault === '' && `Found in ${count(splices.length, 'place')}.`}
        </p>
        {after !== text && (
          <div className="mt-2 max-h-72 overflow-auto border border-line">
            <LineDiff before={text} after={after} />
          </div>
        )}
        <Buttons action={`Replace ${count(splices.length, 'place')}`} disabled={!ready} onClose={onClose} />
      </form>
    </Modal>
  )
}
