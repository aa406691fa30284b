import { settingsRequestSchema } from '../../../../protocol/site-state.ts'
import { repository } from '../../../../server/open-repository.ts'
import { answering } from '../../../../server/http/errors.ts'
import { readJson } from '../../../../server/http/json.ts'

export const dynamic = 'force-dynamic'

interface Context {
  readonly params: Promise<{ site: string }>
}

/** A whole site, for the workroom. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    const state = await (await repository()).load(site)
    return Response.json(state, { headers: { 'cache-control': 'no-store' } })
  })
}

/** Changes a site's name, the look that is worn, or which file is the sheet. */
export function PATCH(request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    await (await repository()).changeSettings(site, await readJson(request, settingsRequestSchema))
    return Response.json({})
  })
}

/** Removes a site for good. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    await (await repository()).remove((await params).site)
    return Response.json({})
  })
}
