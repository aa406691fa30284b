'use client'
import { useState } from 'react'
import { betterPath } from '../../core/paths/file-names.ts'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Buttons, TextField } from './form.tsx'

/** Renames or moves a page, an image, the sheet or any other file; everything that refers to it follows. */
export function MoveDialog({ path, onClose }: { path: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const [to, setTo] = useState(path)
  const wanted = to.trim()
  const answer = useAnswer('moves', wanted === path ? null : { moves: [{ from: path, to: wanted }] }, { exact: true })
  const better =
    wanted === '' ? '' : betterPath(wanted, (each) => each !== path && files.some((file) => file.path === each))
  const references = answer?.change.texts.reduce((sum, { splices }) => sum + splices.length, 0) ?? 0
  const ready = wanted !== path && answer !== undefined && answer.fault === ''
  const move = () => {
    if (!ready) return
    const label = `Moved ${path} to ${wanted}`
    if (carryOut(workroom, label, answer.change))
      notice(`${label}; ${references === 0 ? 'nothing referred to it' : `${count(references, 'reference')} followed`}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`Rename or move ${path}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          move()
        }}
      >
        <TextField
          autoFocus
          mono
          label="New path"
          value={to}
          onChange={setTo}
          fault={wanted === path ? '' : (answer?.fault ?? '')}
          hint={
            better !== wanted ? (
              <>
                Better without spaces, capitals and odd characters:{' '}
                <button
                  type="button"
                  className="font-mono text-ink underline decoration-edge underline-offset-2"
                  onClick={() => setTo(better)}
                >
                  {better}
                </button>
              </>
            ) : (
              'A folder in front moves it there; a new folder is made by itself.'
            )
          }
        />
        {ready && (
          <p className="mt-3">
            {references === 0
              ? 'Nothing refers to it.'
              : `${count(references, 'reference')} in ${count(answer.change.texts.length, 'file')} ${references === 1 ? 'follows' : 'follow'}: links, images, and addresses in styles.`}
          </p>
        )}
        <Buttons action="Move it" disabled={!ready} onClose={onClose} />
      </form>
    </Modal>
  )
}
