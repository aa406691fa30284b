'use client'
import { askOnce } from '../state/use-answer.ts'
import { useState } from 'react'
import { NO_CHANGE } from '../../core/site/change.ts'
import { moveFault } from '../../core/site/move-fault.ts'
import { betterPath, plainName, titleFor } from '../../core/paths/file-names.ts'
import { isPage, nameOf } from '../../core/paths/paths.ts'
import { Choice } from '../controls/choice.tsx'
import { pagePaths } from '../state/document.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { Buttons, TextField } from './form.tsx'

type How = 'empty' | 'copy' | 'frame'

/** A new page: empty, as a copy, or in the frame that the other pages share. */
export function NewPageDialog({
  folder,
  path: wanted,
  copyOf,
  onClose,
}: {
  folder: string
  path: string
  copyOf: string | null
  onClose: () => void
}) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const siteName = useRoom((state) => state.name)
  const showFacet = useRoom((state) => state.showFacet)
  const pages = pagePaths(files)
  const [title, setTitle] = useState(
    wanted === '' ? '' : titleFor(wanted === `${folder}index.html` ? 'home.html' : wanted),
  )
  const [path, setPath] = useState<string | null>(wanted === '' ? null : wanted)
  const [how, setHow] = useState<How>(copyOf !== null ? 'copy' : pages.length > 0 ? 'frame' : 'empty')
  const [of, setOf] = useState(copyOf ?? pages[0] ?? '')
  const suggested = title.trim() === '' ? '' : `${folder}${plainName(title.trim()) || 'page'}.html`
  const full = (path ?? suggested).trim()
  const whole = full === '' || isPage(full) ? full : `${full}.html`
  const taken = (each: string) => files.some((file) => file.path === each)
  const better = whole === '' ? '' : betterPath(whole, taken)
  const fault =
    whole === ''
      ? ''
      : (moveFault({ files: new Map(files.map((file) => [file.path, file])) }, { from: 'new.html', to: whole }) ?? '')

  const make = async () => {
    if (whole === '' || fault !== '') return
    const words = title.trim() || titleFor(whole)
    const text = await askOnce(workroom, 'newPage', {
      path: whole,
      title: words,
      how: how === 'empty' ? { kind: 'empty' } : { kind: how, of },
      siteName,
    })
    if (text === null) return
    if (!carryOut(workroom, `New page ${whole}`, { ...NO_CHANGE, creates: [{ path: whole, text }] })) return
    notice(`${whole} is there, and wears the sheet.`)
    onClose()
    showFacet('pages')
  }
  const choices: readonly { how: How; label: string }[] = [
    { how: 'frame', label: 'In the frame of another page: its head, shared parts, header and footer' },
    { how: 'copy', label: 'As a copy of another page' },
    { how: 'empty', label: 'Empty: a valid page that wears the sheet' },
  ]
  return (
    <Modal open onClose={onClose} title={copyOf === null ? 'New page' : `Copy ${copyOf}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void make()
        }}
      >
        <TextField
          autoFocus
          label="Title"
          value={title}
          onChange={setTitle}
          hint="It stands on the browser’s tab and in the page’s heading."
        />
        <TextField
          mono
          label="File"
          value={path ?? suggested}
          onChange={setPath}
          fault={fault}
          hint={
            better !== whole ? (
              <>
                Better without spaces, capitals and odd characters:{' '}
                <button
                  type="button"
                  className="font-mono text-ink underline decoration-edge underline-offset-2"
                  onClick={() => setPath(better)}
                >
                  {better}
                </button>
              </>
            ) : (
              `A folder in front puts it there: isles/${nameOf(whole) || 'page.html'}.`
            )
          }
        />
        {pages.length > 0 && (
          <fieldset className="mt-3">
            <legend className="font-semibold">It begins</legend>
            {choices.map((choice) => (
              <label key={choice.how} className="mt-1 flex items-center gap-2">
                <input
                  type="radio"
                  name="how"
                  className="accent-(--accent)"
                  checked={how === choice.how}
                  onChange={() => setHow(choice.how)}
                />
                {choice.label}
              </label>
            ))}
          </fieldset>
        )}
        {how !== 'empty' && (
          <div className="mt-2 flex items-center gap-2">
            <span className="text-quiet">The other page</span>
            <Choice
              label="The other page"
              mono
              className="flex-1"
              value={of}
              options={pages.map((each) => ({ value: each, label: each }))}
              onChange={setOf}
            />
          </div>
        )}
        <Buttons action="Make the page" disabled={whole === '' || fault !== ''} onClose={onClose} />
      </form>
    </Modal>
  )
}
