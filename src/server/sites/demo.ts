import { readdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import type { Database } from '../db/database.ts'
import { sites } from '../db/schema.ts'
import { createSite } from './create.ts'

const DEMO = 'Vennor Isles Ferry'

/** Loads the demo site into an empty database; does nothing when there is a site already. */
export async function loadDemoWhenEmpty(db: Database): Promise<void> {
  const [any] = await db.select({ id: sites.id }).from(sites).limit(1)
  if (any) return
  const folder = path.resolve('demo/vennor-isles')
  const names = await readdir(folder, { recursive: true, withFileTypes: true })
  const files = await Promise.all(
    names
      .filter((entry) => entry.isFile())
      .map(async (entry) => {
        const file = path.join(entry.parentPath, entry.name)
        return { path: path.relative(folder, file).split(path.sep).join('/'), bytes: await readFile(file) }
      }),
  )
  const look = async (name: string, file: string) => ({ name, bytes: await readFile(path.resolve('demo/looks', file)) })
  await createSite(db, {
    name: DEMO,
    files: files.sort((a, b) => (a.path < b.path ? -1 : 1)),
    lookName: 'Harbour',
    looks: [await look('Night crossing', 'night-crossing.css'), await look('Paper timetable', 'paper-timetable.css')],
  })
}
