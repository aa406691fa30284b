import { answering } from '../../../../../server/http/errors.ts'
import { repository } from '../../../../../server/open-repository.ts'

export const dynamic = 'force-dynamic'

/** Says that a site is worked on now, so that it is the first to be shown next time. */
export function POST(_request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const revision = await (await repository()).opened((await params).site)
    return Response.json({ revision })
  })
}
