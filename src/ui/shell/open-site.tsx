'use client'
import { useEffect, useState } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { lateAfter } from '../controls/late.tsx'
import { useTheme } from '../state/theme.ts'
import { loadServer, loadWorkroom } from './load-workroom.ts'

const WorkroomScreen = lateAfter(<Opening />, loadWorkroom)
// On its way before the page comes to life, so that the frames start sooner.
if (typeof window !== 'undefined') void WorkroomScreen.load().catch(() => null)
const workers = () => import('../../workers/client.ts')
const reader = () => import('../state/read-ahead.ts')
// The same for what looks at the pages of a large site, whose answer is on its way.
if (typeof window !== 'undefined' && globalThis.attireEarly)
  void workers().then(({ warmSiteWorker }) => warmSiteWorker())

/** What the server sends along with the page: all of a site, of a large one only the fonts, or why there is none. */
export type FirstData =
  { readonly site?: SiteState; readonly fonts: Record<string, string> } | { readonly fault: string }

/** Opens the workroom of a site: at once with what came along, else once the site has been fetched. */
export function OpenSite({ siteId, nonce, first }: { siteId: string; nonce: string; first: FirstData }) {
  const [site, setSite] = useState('site' in first ? first.site : undefined)
  const [fault, setFault] = useState('fault' in first ? first.fault : null)
  useTheme()
  const came = site?.revision
  useEffect(() => {
    let stale = false
    const load = (port?: MessagePort) =>
      loadServer()
        .then((api) => api.site(siteId, port))
        .then(
          (loaded) => !stale && setSite(loaded),
          (error: Error) => !stale && setFault(error.message),
        )
    if ('fault' in first) return
    if (came === undefined)
      // A large site: what looks at its pages reads the texts as soon as they are there.
      void workers().then(
        ({ readySiteWorker }) => load(readySiteWorker(siteId)),
        () => load(),
      )
    // A page that the browser kept from earlier may have brought an older state along.
    else
      void loadServer()
        .then((api) => api.opened(siteId))
        .then(
          ({ revision }) => revision !== came && load(),
          () => undefined,
        )
    return () => {
      stale = true
    }
    // Only what came along counts: from then on the workroom keeps its own state.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [siteId])
  const isRead = useReadAhead(site)
  if (fault !== null) return <NotOpened fault={fault} />
  if (!site || !isRead || 'fault' in first) return <Opening />
  return <WorkroomScreen key={site.revision} site={site} nonce={nonce} fonts={first.fonts} />
}

/** Whether the site's sheet has been read: before the workroom asks for it, and in tasks of its own. */
function useReadAhead(site: SiteState | undefined): boolean {
  const text = site?.looks.find(({ id }) => id === site.lookId)?.text ?? ''
  const [read, setRead] = useState<string | null>(null)
  const [missing, setMissing] = useState<Error | null>(null)
  useEffect(() => {
    // Reading ahead only saves time: a site whose sheet could not be read ahead opens all the same.
    const done = () => setRead(text)
    if (site)
      reader().then(
        ({ readAhead }) => readAhead(site.sheetPath, text, (path) => site.texts[path]).then(done, done),
        setMissing,
      )
  }, [site, text])
  if (missing) throw missing
  return read === text
}

function Opening() {
  return (
    <p role="status" className="p-10 text-quiet">
      Opening the site …
    </p>
  )
}

function NotOpened({ fault }: { fault: string }) {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-lg font-semibold">The site could not be opened</h1>
      <p role="alert" className="mt-2">
        {fault}
      </p>
      <p className="mt-4">
        <a className="btn" href="/sites">
          See all sites
        </a>
      </p>
    </main>
  )
}
