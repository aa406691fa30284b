import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { filesIn } from '../../platform/folder.ts'
import type { Repository } from '../repository.ts'

const DEMO = 'Vennor Isles Ferry'

/** Loads the demo site into an empty database; does nothing when there is a site already. */
export async function loadDemoWhenEmpty(repository: Repository): Promise<void> {
  if ((await repository.sites()).sites.length > 0) return
  const folder = path.resolve('demo/vennor-isles')
  const files = await Promise.all(
    filesIn(folder).map(async (file) => ({ path: file, bytes: await readFile(path.join(folder, file)) })),
  )
  const look = async (name: string, file: string) => ({ name, bytes: await readFile(path.resolve('demo/looks', file)) })
  await repository.create({
    name: DEMO,
    files,
    lookName: 'Harbour',
    looks: [await look('Night crossing', 'night-crossing.css'), await look('Paper timetable', 'paper-timetable.css')],
  })
}
