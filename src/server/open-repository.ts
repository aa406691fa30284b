import type { Repository } from './repository.ts'
import { localUrl } from './sqlite/database.ts'
import { SqliteRepository } from './sqlite/sqlite-repository.ts'

const shared = globalThis as typeof globalThis & { attireRepository?: Promise<Repository> }

/** The one repository of this process. When it could not be opened, the next who asks tries again. */
export function repository(): Promise<Repository> {
  if (shared.attireRepository) return shared.attireRepository
  const opening = SqliteRepository.open(process.env['ATTIRE_DATABASE_URL'] ?? localUrl())
  shared.attireRepository = opening
  opening.catch(() => delete shared.attireRepository)
  return opening
}

/** See {@link Repository.rescue}. Where the new file is in the old place, it is opened by whoever asks next. */
export async function rescueData(): Promise<{ path: string; goesOn: boolean }> {
  const rescued = await (await repository()).rescue()
  if (rescued.goesOn) delete shared.attireRepository
  return rescued
}
