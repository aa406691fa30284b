import { pathFault } from '../../../../../core/paths/paths.ts'
import { repository } from '../../../../../server/open-repository.ts'
import { readBody } from '../../../../../server/http/body.ts'
import { answering, PublicError } from '../../../../../server/http/errors.ts'
import { LIMITS } from '../../../../../protocol/limits.ts'

export const dynamic = 'force-dynamic'

/** Keeps the bytes in the body for a file that a step is going to put at `?path=`. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const kept = await repository()
    await kept.sheetPath((await params).site)
    const path = new URL(request.url).searchParams.get('path') ?? ''
    if (pathFault(path) !== null)
      throw new PublicError('bad-request', `“${path}” cannot be the path of a file in the site.`)
    return Response.json(await kept.keep(path, await readBody(request, LIMITS.file, 'The file')), { status: 201 })
  })
}
