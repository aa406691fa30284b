import { scriptsRequestSchema } from '../../../../../protocol/site-state.ts'
import { repository } from '../../../../../server/open-repository.ts'
import { answering, PublicError } from '../../../../../server/http/errors.ts'
import { readJson } from '../../../../../server/http/json.ts'
import { grantScripts } from '../../../../../server/wear/script-grant.ts'

export const dynamic = 'force-dynamic'

/** Lets the scripts of one page run in the next frame that loads it. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { page } = await readJson(request, scriptsRequestSchema)
    const { site } = await params
    const files = await (await repository()).listFiles(site)
    if (!files.some(({ path }) => path === page))
      throw new PublicError('not-found', `There is no page ${page} in this site. Load the site again.`)
    return Response.json({ token: grantScripts(site, page) }, { status: 201 })
  })
}
