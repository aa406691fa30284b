import { isFont } from '../../../../../../core/paths/paths.ts'
import { answering, PublicError } from '../../../../../../server/http/errors.ts'
import { unpackedFont } from '../../../../../../server/media/media-thread.ts'
import { repository } from '../../../../../../server/open-repository.ts'

export const dynamic = 'force-dynamic'

/** A font of the site by the hash of its file, unpacked, so that text can be measured in it. */
export function GET(
  _request: Request,
  { params }: { params: Promise<{ site: string; hash: string }> },
): Promise<Response> {
  return answering(async () => {
    const { site, hash } = await params
    const kept = await repository()
    const file = (await kept.listFiles(site)).find((each) => each.hash === hash && isFont(each.path))
    const bytes = file ? await kept.bytes(hash) : null
    if (!bytes) throw new PublicError('not-found', 'There is no such font in this site.')
    const unpacked = await unpackedFont(bytes)
    if (!unpacked) throw new PublicError('not-usable', `${file!.path} is no font that can be read.`)
    return new Response(new Uint8Array(unpacked), {
      headers: { 'content-type': 'font/ttf', 'cache-control': 'private, max-age=31536000, immutable' },
    })
  })
}
