import { answering } from '../../../../../server/http/errors.ts'
import { licenceOf } from '../../../../../server/fonts/shipped.ts'

/** The licence text of a family that ships with Attire. */
export function GET(_request: Request, { params }: { params: Promise<{ family: string }> }): Promise<Response> {
  return answering(
    async () =>
      new Response(await licenceOf((await params).family), {
        headers: { 'content-type': 'text/plain; charset=utf-8' },
      }),
  )
}
