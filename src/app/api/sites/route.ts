import { database } from '../../../server/db/database.ts'
import { answering } from '../../../server/http/errors.ts'
import { listSites } from '../../../server/sites/load.ts'

export const dynamic = 'force-dynamic'

/** The sites kept here. */
export function GET(): Promise<Response> {
  return answering(async () => Response.json(await listSites(await database()), { headers: { 'cache-control': 'no-store' } }))
}
