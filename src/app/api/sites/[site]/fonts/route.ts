import { repository } from '../../../../../server/open-repository.ts'
import { readBody } from '../../../../../server/http/body.ts'
import { answering } from '../../../../../server/http/errors.ts'
import { LIMITS } from '../../../../../protocol/limits.ts'
import { keepFont, siteFonts } from '../../../../../server/fonts/site-fonts.ts'

export const dynamic = 'force-dynamic'

/** What the font files of the site say of themselves, by path. */
export function GET(_request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () =>
    Response.json(
      { fonts: await siteFonts(await repository(), (await params).site) },
      { headers: { 'cache-control': 'no-store' } },
    ),
  )
}

/** Reads the font in the body and keeps its bytes, for a step that puts it into the site; `?name=` is what it is called. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const kept = await repository()
    await kept.sheetPath((await params).site)
    const name = new URL(request.url).searchParams.get('name') ?? 'The file'
    return Response.json(await keepFont(kept, name, await readBody(request, LIMITS.file, 'The font')), { status: 201 })
  })
}
