'use client'
import { useState } from 'react'
import { plainName, titleFor } from '../../core/paths/file-names.ts'
import { api } from '../state/api.ts'
import { Buttons, TextField } from '../dialogs/form.tsx'
import { Modal } from '../controls/modal.tsx'

/** Begins a site from nothing: its name, folder, first pages, and where sheet and images go. */
export function NewSiteDialog({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('')
  const [folder, setFolder] = useState<string | null>(null)
  const [pages, setPages] = useState('index.html, about.html, contact.html')
  const [sheetPath, setSheetPath] = useState('css/site.css')
  const [imageFolder, setImageFolder] = useState('images')
  const [lang, setLang] = useState('en')
  const [fault, setFault] = useState('')
  const [busy, setBusy] = useState(false)
  const offered = plainName(name)
  const wrapped = folder ?? offered
  const paths = pages
    .split(/[,\n]/)
    .map((path) => path.trim())
    .filter((path) => path !== '')
    .map((path) => (/\.[a-z]+$/i.test(path) ? path : `${path}.html`))
  const better = paths.map((path) => path.split('/').map(plainName).join('/'))
  const begin = async () => {
    if (name.trim() === '' || paths.length === 0) return
    setBusy(true)
    setFault('')
    try {
      const titled = paths.map((path) => ({ path, title: /^index\.html?$/i.test(path) ? 'Home' : titleFor(path) }))
      const { siteId } = await api.begin({
        name: name.trim(),
        folder: wrapped.trim(),
        sheetPath: sheetPath.trim(),
        imageFolder: imageFolder.trim().replace(/\/$/, ''),
        pages: titled,
        lang: lang.trim() || 'en',
      })
      location.href = `/site/${siteId}`
    } catch (error) {
      setFault((error as Error).message)
      setBusy(false)
    }
  }
  return (
    <Modal open onClose={onClose} title="A new site">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void begin()
        }}
      >
        <TextField
          autoFocus
          label="Name"
          value={name}
          onChange={setName}
          hint="As people call it. It stands in the header and in every title."
        />
        <TextField
          mono
          label="Folder"
          value={wrapped}
          onChange={setFolder}
          hint={
            folder !== null && folder !== plainName(folder) && folder !== '' ? (
              <>
                Lower case and hyphens work on every server:{' '}
                <button
                  type="button"
                  className="font-mono text-ink underline decoration-edge underline-offset-2"
                  onClick={() => setFolder(plainName(folder))}
                >
                  {plainName(folder)}
                </button>
              </>
            ) : (
              'What the hand-off wraps everything in; left empty, nothing.'
            )
          }
        />
        <TextField
          mono
          label="First pages"
          value={pages}
          onChange={setPages}
          hint={
            better.join() !== paths.join() ? (
              <>
                Better:{' '}
                <button
                  type="button"
                  className="font-mono text-ink underline decoration-edge underline-offset-2"
                  onClick={() => setPages(better.join(', '))}
                >
                  {better.join(', ')}
                </button>
              </>
            ) : paths.some((path) => /^index\.html?$/.test(path)) ? (
              'With commas between. Each begins as a valid page with the sheet attached.'
            ) : (
              'Without an index.html the site’s plain address shows nothing.'
            )
          }
        />
        <div className="grid grid-cols-[1fr_1fr_80px] gap-3">
          <TextField
            mono
            label="The sheet"
            value={sheetPath}
            onChange={setSheetPath}
            fault={/\.css$/i.test(sheetPath.trim()) ? '' : 'Its name ends in .css.'}
          />
          <TextField mono label="Images go to" value={imageFolder} onChange={setImageFolder} />
          <TextField
            mono
            label="Language"
            value={lang}
            onChange={setLang}
            fault={/^[A-Za-z]{2,8}(?:-[A-Za-z0-9]{1,8})*$/.test(lang.trim()) ? '' : 'Such as en or de.'}
          />
        </div>
        {fault && (
          <p role="alert" className="mt-3 text-alarm">
            {fault}
          </p>
        )}
        <Buttons
          action={busy ? 'Beginning …' : 'Begin the site'}
          disabled={busy || name.trim() === '' || paths.length === 0 || !/\.css$/i.test(sheetPath.trim())}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}
