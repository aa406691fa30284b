import { saveRequestSchema } from '../../../../../protocol/site-state.ts'
import { repository } from '../../../../../server/open-repository.ts'
import { news } from '../../../../../server/news.ts'
import { answering } from '../../../../../server/http/errors.ts'
import { readJson } from '../../../../../server/http/json.ts'

export const dynamic = 'force-dynamic'

/** Keeps steps, undos and redos; answers when they are on the disk. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    const revision = await (await repository()).save(site, await readJson(request, saveRequestSchema))
    void news.ask()
    return Response.json({ revision })
  })
}
