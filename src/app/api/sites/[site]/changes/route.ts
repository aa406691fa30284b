import { z } from 'zod'
import { repository } from '../../../../../server/open-repository.ts'
import { answering } from '../../../../../server/http/errors.ts'

export const dynamic = 'force-dynamic'

const sinceSchema = z.object({ since: z.coerce.number().int().nonnegative() })

/** What was saved after the revision that a window has. */
export function GET(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { since } = sinceSchema.parse(Object.fromEntries(new URL(request.url).searchParams))
    const { site } = await params
    const changes = await (await repository()).changes(site, since)
    return Response.json(changes, { headers: { 'cache-control': 'no-store' } })
  })
}
