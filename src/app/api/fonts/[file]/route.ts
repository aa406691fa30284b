import { answering } from '../../../../server/http/errors.ts'
import { shippedFont } from '../../../../server/fonts/shipped.ts'

/** A font file that ships with Attire, for the specimens in the bench. */
export function GET(_request: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  return answering(async () => {
    const bytes = await shippedFont((await params).file)
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'font/woff2', 'cache-control': 'public, max-age=86400' },
    })
  })
}
