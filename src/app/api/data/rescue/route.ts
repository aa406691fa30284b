import { rescueData } from '../../../../server/open-repository.ts'
import { answering } from '../../../../server/http/errors.ts'

export const dynamic = 'force-dynamic'

/** Writes all data to a new file, after the one that holds it was deleted or replaced while Attire runs. */
export function POST(): Promise<Response> {
  return answering(async () => Response.json(await rescueData(), { status: 201 }))
}
