import { z } from 'zod'
import { repository } from '../../../../../server/open-repository.ts'
import { answering } from '../../../../../server/http/errors.ts'
import { exportSite } from '../../../../../server/sites/export.ts'

export const dynamic = 'force-dynamic'

const lookSchema = z.string().min(1, 'name the look, as in ?look=…').max(64)

/** The site wearing a look (`?look=`), as a ZIP to save. */
export function GET(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { site } = await params
    const look = lookSchema.parse(new URL(request.url).searchParams.get('look') ?? '')
    const { name, bytes } = await exportSite(await repository(), site, look)
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="${name}"`,
        'cache-control': 'no-store',
      },
    })
  })
}
