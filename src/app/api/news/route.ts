import { news } from '../../../server/news.ts'
import { answering } from '../../../server/http/errors.ts'

export const dynamic = 'force-dynamic'

/** Says which sites have another revision, as server-sent events: first of all sites, then whenever one changes. */
export function GET(request: Request): Promise<Response> {
  return answering(async () => {
    const lines = new ReadableStream<Uint8Array>({
      start(controller) {
        const say = (line: string) => controller.enqueue(new TextEncoder().encode(line))
        const end = news.listen(say)
        request.signal.addEventListener('abort', () => {
          end()
          try {
            controller.close()
          } catch {
            // It is closed where the browser went first.
          }
        })
      },
    })
    return new Response(lines, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' } })
  })
}
