import { headers } from 'next/headers'
import { OpenSite } from '../../../ui/workroom/open-site.tsx'

export const dynamic = 'force-dynamic'

/** The workroom of one site. */
export default async function SitePage({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params
  return <OpenSite siteId={site} nonce={(await headers()).get('x-nonce') ?? ''} />
}
