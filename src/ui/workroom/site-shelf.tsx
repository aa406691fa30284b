'use client'
import { useEffect, useState } from 'react'
import type { SiteList } from '../../core/site/protocol.ts'
import { api } from '../state/api.ts'
import { count } from '../words.ts'
import type { Incoming } from './import.ts'
import { ImportDialog, useWindowDrop } from './import-dialog.tsx'
import { useTheme } from './theme.ts'

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
  useEffect(() => {
    api.sites().then(({ sites }) => setList(sites), (error: Error) => setFault(error.message))
  }, [])
  return (
    <main className="mx-auto max-w-2xl p-10">
      <h1 className="text-xl font-semibold">Sites</h1>
      <p className="mt-1 text-quiet">Each is a folder of pages that wear one sheet. Drop a folder or a ZIP anywhere here to bring in another.</p>
      {fault && <p role="alert" className="mt-4 text-alarm">{fault}</p>}
      {list?.length === 0 && <p className="mt-6">Nothing here yet.</p>}
      <ul className="mt-6 flex flex-col border-t border-line">
        {list?.map((site) => (
          <li key={site.id} className="border-b border-line">
            <a href={`/site/${site.id}`} className="flex items-baseline gap-3 px-2 py-3 hover:bg-panel">
              <span className="font-semibold">{site.name}</span>
              <span className="text-quiet">{count(site.pages, 'page')}</span>
              <span className="ml-auto text-quiet">opened {new Date(site.openedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</span>
            </a>
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-main mt-6" onClick={() => setImporting(true)}>Bring in a site …</button>
      {importing && <ImportDialog dropped={dropped} onClose={() => { setImporting(false); setDropped(null) }} />}
      {over && <div aria-hidden className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-md border-2 border-dashed border-accent bg-panel/85 text-lg font-semibold">Drop it to bring it in</div>}
    </main>
  )
}
