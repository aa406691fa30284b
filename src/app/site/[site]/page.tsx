import { headers } from 'next/headers'
import { shippedFonts } from '../../../server/fonts/shipped.ts'
import { isPublicError } from '../../../server/http/errors.ts'
import { repository } from '../../../server/open-repository.ts'
import { OpenSite, type FirstData } from '../../../ui/shell/open-site.tsx'

export const dynamic = 'force-dynamic'

/** Sites with more text than this, in bytes, are fetched by a worker: taking them in would hold the window up. */
const MOST_TEXT = 1_500_000

/** The workroom of one site. What it begins with comes along, so that frames start without asking first. */
export default async function SitePage({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params
  const nonce = (await headers()).get('x-nonce') ?? ''
  const first = await firstData(site)
  return (
    <>
      {'fonts' in first && !first.site && (
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: fetchEarly(site) }} />
      )}
      <OpenSite key={site} siteId={site} nonce={nonce} first={first} />
    </>
  )
}

/** Sets out for a large site before anything else of the page is there; `workers/load-site.ts` takes what comes. */
function fetchEarly(siteId: string): string {
  return `self.attireEarly = fetch(${JSON.stringify(`/api/sites/${encodeURIComponent(siteId)}/packed`)}).catch(() => null)`
}

async function firstData(siteId: string): Promise<FirstData> {
  try {
    const sites = await repository()
    const [size, fonts] = await Promise.all([sites.textSize(siteId), shippedFonts(sites)])
    return size > MOST_TEXT ? { fonts } : { site: await sites.load(siteId), fonts }
  } catch (error) {
    if (isPublicError(error)) return { fault: error.message }
    throw error
  }
}
