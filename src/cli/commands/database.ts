import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { localUrl, openDatabase } from '../../server/sqlite/database.ts'
import { compact, STEPS_KEPT, type Compacted } from '../../server/sqlite/unused.ts'
import { WrongUse } from '../wrong-use.ts'

/** Checks and compacts the database of this Attire. Throws {@link WrongUse} when there is none. */
export async function database(): Promise<Compacted> {
  const url = process.env['ATTIRE_DATABASE_URL'] ?? localUrl()
  if (
    url.startsWith('file:') &&
    !existsSync(url.startsWith('file://') ? fileURLToPath(url) : url.slice('file:'.length))
  )
    throw new WrongUse('There is no database yet. Start Attire once, or name the folder that holds it: ATTIRE_DATA.')
  const db = await openDatabase(url)
  try {
    return await compact(db)
  } finally {
    db.$client.close()
  }
}

export function databaseText({ faults, sites, before, after }: Compacted): string {
  if (faults.length > 0)
    return [
      'The database is damaged, so nothing was changed. Put it aside and go on from a backup:',
      ...faults.map((fault) => `  ${fault}`),
    ].join('\n')
  const kilobytes = (bytes: number) => `${Math.ceil(bytes / 1024)} kB`
  return `The database is sound. ${sites} ${sites === 1 ? 'site' : 'sites'}, each with its last ${STEPS_KEPT} steps. ${kilobytes(before)} before, ${kilobytes(after)} now.`
}
