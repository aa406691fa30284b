import { database } from '../../../../../server/db/database.ts'
import { answering } from '../../../../../server/http/errors.ts'
import { exportSite } from '../../../../../server/sites/export.ts'

export const dynamic = 'force-dynamic'

/** The site wearing a look (`?look=`), as a ZIP to save. */
export function GET(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    const { name, bytes } = await exportSite(await database(), site, new URL(request.url).searchParams.get('look') ?? '')
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${name}"`, 'cache-control': 'no-store' },
    })
  })
}
