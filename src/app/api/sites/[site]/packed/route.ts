import { packSite } from '../../../../../protocol/packed-site.ts'
import { answering } from '../../../../../server/http/errors.ts'
import { repository } from '../../../../../server/open-repository.ts'

export const dynamic = 'force-dynamic'

/** A whole site, as it is soonest on its way: {@link packSite}. */
export function GET(_request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const kept = await (await repository()).loadKept((await params).site)
    return new Response(packSite(kept), {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
    })
  })
}
