'use client'
import dynamic from 'next/dynamic'
import { useEffect, useState } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { api } from '../state/api.ts'
import { useTheme } from './theme.ts'

const WorkroomScreen = dynamic(() => import('./workroom.tsx'), { ssr: false })

/** Loads a site and opens its workroom. */
export function OpenSite({ siteId, nonce }: { siteId: string; nonce: string }) {
  const [loaded, setLoaded] = useState<{ site: SiteState; fonts: Record<string, string> } | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  useTheme()
  useEffect(() => {
    let stale = false
    Promise.all([api.site(siteId), api.fonts()]).then(
      ([site, fonts]) => !stale && setLoaded({ site, fonts }),
      (error: Error) => !stale && setFault(error.message),
    )
    return () => {
      stale = true
    }
  }, [siteId])
  if (fault) {
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
  return loaded ? (
    <WorkroomScreen site={loaded.site} nonce={nonce} fonts={loaded.fonts} />
  ) : (
    <p role="status" className="p-10 text-quiet">
      Opening the site …
    </p>
  )
}
