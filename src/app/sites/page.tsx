import { headers } from 'next/headers'
import { SiteShelf } from '../../ui/shell/site-shelf.tsx'

export const dynamic = 'force-dynamic'

/** All sites kept here, and the place to bring in another. */
export default async function SitesPage() {
  await headers()
  return <SiteShelf />
}
