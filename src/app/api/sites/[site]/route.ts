import { eq } from 'drizzle-orm'
import { settingsRequestSchema } from '../../../../protocol/site-state.ts'
import { database } from '../../../../server/db/database.ts'
import { sites } from '../../../../server/db/schema.ts'
import { answering, readJson } from '../../../../server/http/errors.ts'
import { loadSite } from '../../../../server/sites/load.ts'
import { removeSite } from '../../../../server/sites/remove.ts'
import { changeSettings } from '../../../../server/sites/settings.ts'

export const dynamic = 'force-dynamic'

interface Context {
  readonly params: Promise<{ site: string }>
}

/** A whole site, for the workroom. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    const db = await database()
    const state = await loadSite(db, site)
    await db.update(sites).set({ openedAt: new Date() }).where(eq(sites.id, site))
    return Response.json(state, { headers: { 'cache-control': 'no-store' } })
  })
}

/** Changes a site's name, the look that is worn, or which file is the sheet. */
export function PATCH(request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    await changeSettings(await database(), site, await readJson(request, settingsRequestSchema))
    return Response.json({})
  })
}

/** Removes a site for good. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return answering(async () => {
    await removeSite(await database(), (await params).site)
    return Response.json({})
  })
}
