'use client'
import { useEffect, useState } from 'react'
import { NAME_LETTERS, type SiteList } from '../../protocol/site-state.ts'
import { api } from '../state/api.ts'
import { count } from '../words.ts'
import { Modal } from '../controls/modal.tsx'
import type { Incoming } from './import.ts'
import { ImportDialog, useWindowDrop } from './import-dialog.tsx'
import { NewSiteDialog } from './new-site-dialog.tsx'
import { useTheme } from '../state/theme.ts'

/** What is to be done to a site, before it is sure. */
interface Asking {
  readonly what: 'rename' | 'remove'
  readonly site: SiteList['sites'][number]
}

function SiteDialog({ asking: { what, site }, onClose }: { asking: Asking; onClose: () => void }) {
  const [name, setName] = useState(site.name)
  const [fault, setFault] = useState<string | null>(null)
  const carryOut = () =>
    (what === 'rename' ? api.settings(site.id, { name }) : api.remove(site.id)).then(onClose, (error: Error) =>
      setFault(error.message),
    )
  return (
    <Modal open onClose={onClose} title={what === 'rename' ? `Rename ${site.name}` : `Remove ${site.name}?`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void carryOut()
        }}
      >
        {what === 'rename' ? (
          <input
            autoFocus
            aria-label="New name"
            required
            maxLength={NAME_LETTERS}
            className="field mt-3 w-full"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        ) : (
          <p className="mt-2">
            Its pages, looks and history go for good. To keep a copy, open it and hand it off first.
          </p>
        )}
        {fault && (
          <p role="alert" className="mt-3 text-alarm">
            {fault}
          </p>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <button type="button" className="btn" onClick={onClose}>
            Keep it as it is
          </button>
          <button type="submit" className="btn btn-main">
            {what === 'rename' ? 'Rename' : 'Remove for good'}
          </button>
        </div>
      </form>
    </Modal>
  )
}

/** All sites that are kept here, and the way to bring in another. */
export function SiteShelf() {
  const [list, setList] = useState<SiteList['sites'] | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const [importing, setImporting] = useState(false)
  const [dropped, setDropped] = useState<Promise<Incoming> | null>(null)
  useTheme()
  const over = useWindowDrop((incoming) => {
    setDropped(incoming)
    setImporting(true)
  })
  const [asking, setAsking] = useState<Asking | null>(null)
  const [beginning, setBeginning] = useState(false)
  const load = () =>
    api.sites().then(
      ({ sites }) => setList(sites),
      (error: Error) => setFault(error.message),
    )
  useEffect(() => void load(), [])
  return (
    <main className="mx-auto max-w-2xl p-10">
      <h1 className="text-xl font-semibold">Sites</h1>
      <p className="mt-1 text-quiet">
        Each is a folder of pages that wear one sheet. Drop a folder or a ZIP anywhere here to bring in another.
      </p>
      {fault && (
        <p role="alert" className="mt-4 text-alarm">
          {fault}
        </p>
      )}
      {list?.length === 0 && <p className="mt-6">Nothing here yet.</p>}
      <ul className="mt-6 flex flex-col border-t border-line">
        {list?.map((site) => (
          <li key={site.id} className="flex items-center gap-1 border-b border-line">
            <a href={`/site/${site.id}`} className="flex min-w-0 flex-1 items-baseline gap-3 px-2 py-3 hover:bg-panel">
              <span className="truncate font-semibold">{site.name}</span>
              <span className="whitespace-nowrap text-quiet">{count(site.pages, 'page')}</span>
              <span className="ml-auto whitespace-nowrap text-quiet">
                opened {new Date(site.openedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              </span>
            </a>
            <button
              type="button"
              className="btn btn-bare h-7 text-quiet"
              aria-label={`Rename ${site.name}`}
              onClick={() => setAsking({ what: 'rename', site })}
            >
              Rename
            </button>
            <button
              type="button"
              className="btn btn-bare h-7 text-quiet"
              aria-label={`Remove ${site.name}`}
              onClick={() => setAsking({ what: 'remove', site })}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-6 flex gap-2">
        <button type="button" className="btn btn-main" onClick={() => setBeginning(true)}>
          New site …
        </button>
        <button type="button" className="btn" onClick={() => setImporting(true)}>
          Bring in a site …
        </button>
      </div>
      {beginning && <NewSiteDialog onClose={() => setBeginning(false)} />}
      {asking && (
        <SiteDialog
          asking={asking}
          onClose={() => {
            setAsking(null)
            void load()
          }}
        />
      )}
      {importing && (
        <ImportDialog
          dropped={dropped}
          onClose={() => {
            setImporting(false)
            setDropped(null)
          }}
        />
      )}
      {over && (
        <div
          aria-hidden
          className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-md border-2 border-dashed border-accent bg-panel/85 text-lg font-semibold"
        >
          Drop it to bring it in
        </div>
      )}
    </main>
  )
}
