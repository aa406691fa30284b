import { scaleRequestSchema } from '../../../../../protocol/site-state.ts'
import { repository } from '../../../../../server/open-repository.ts'
import { answering, PublicError } from '../../../../../server/http/errors.ts'
import { readJson } from '../../../../../server/http/json.ts'
import { scaledCopy } from '../../../../../server/media/media-thread.ts'

export const dynamic = 'force-dynamic'

/** Makes a smaller copy of an image of the site and keeps its bytes; putting it into the site is a step of its own. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { path, width } = await readJson(request, scaleRequestSchema)
    const { site } = await params
    const kept = await repository()
    const file = (await kept.listFiles(site)).find((each) => each.path === path)
    const bytes = file ? await kept.bytes(file.hash) : null
    if (!bytes) throw new PublicError('not-found', `There is no image ${path} in this site.`)
    const copy = await scaledCopy(bytes, width)
    if (!copy)
      throw new PublicError(
        'not-usable',
        `${path} cannot be scaled: it is no picture made of pixels, or it is damaged.`,
      )
    return Response.json(await kept.keep(path, copy), { status: 201 })
  })
}
