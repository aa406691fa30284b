import { repository } from '../../../server/open-repository.ts'
import { newSiteRequestSchema } from '../../../protocol/site-state.ts'
import { answering } from '../../../server/http/errors.ts'
import { readJson } from '../../../server/http/json.ts'
import { beginSite } from '../../../server/sites/begin.ts'

export const dynamic = 'force-dynamic'

/** The sites kept here. */
export function GET(): Promise<Response> {
  return answering(async () =>
    Response.json(await (await repository()).sites(), { headers: { 'cache-control': 'no-store' } }),
  )
}

/** Begins a site from nothing. */
export function POST(request: Request): Promise<Response> {
  return answering(async () =>
    Response.json(
      { siteId: await beginSite(await repository(), await readJson(request, newSiteRequestSchema)) },
      { status: 201 },
    ),
  )
}
