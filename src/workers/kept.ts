import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Finding } from '../core/fit/finding.ts'
import type { RememberedPage } from '../core/model/page-memory.ts'
import type { WearSummary } from '../core/model/wear-summary.ts'

const NAME = 'attire-found'
/** How many sites are remembered; those that were not opened for longest are forgotten. */
const SITES = 6

/** What is remembered of a site's pages: site, path and what was found. */
interface Table {
  key: [string, string]
  value: RememberedPage<unknown>
}

interface Found extends DBSchema {
  sites: { key: string; value: { readonly build: string; readonly opened: number } }
  wear: Table
  fit: Table
}

type Tables = 'wear' | 'fit'
const TABLES = ['wear', 'fit'] as const

/** What earlier sessions in this browser found out about a site, and where more is added. */
export interface Kept {
  readonly wear: readonly RememberedPage<WearSummary>[]
  readonly fit: readonly RememberedPage<readonly Finding[]>[]
  readonly keep: (
    wear: readonly RememberedPage<WearSummary>[],
    fit: readonly RememberedPage<readonly Finding[]>[],
  ) => Promise<void>
}

/**
 * Opens what is kept of a site; what another build of Attire found does not count. Null where this browser keeps nothing: all is
 * found out anew then. It never rejects.
 */
export async function openKept(site: string, build = process.env.ATTIRE_BUILD ?? ''): Promise<Kept | null> {
  try {
    const db = await openDB<Found>(NAME, 1, {
      upgrade: (made) => ['sites', ...TABLES].forEach((name) => void made.createObjectStore(name as 'sites')),
    })
    // All at once: the answers wait for nothing else, and what is to be put in order for them.
    const [known, wear, fit] = await Promise.all([
      db.get('sites', site),
      db.getAll('wear', pagesOf(site)),
      db.getAll('fit', pagesOf(site)),
    ])
    const holds = known?.build === build
    const inOrder = putInOrder(db, site, build, holds)
    return {
      wear: holds ? (wear as RememberedPage<WearSummary>[]) : [],
      fit: holds ? (fit as RememberedPage<readonly Finding[]>[]) : [],
      keep: (moreWear, moreFit) => inOrder.then(() => keep(db, site, { wear: moreWear, fit: moreFit })),
    }
  } catch {
    return null
  }
}

/** Says that a site has been opened now; forgets what does not hold of it, and the sites that were not opened for longest. */
async function putInOrder(db: IDBPDatabase<Found>, site: string, build: string, holds: boolean): Promise<void> {
  try {
    if (!holds) await forget(db, site)
    await db.put('sites', { build, opened: Date.now() }, site)
    await forgetOldest(db)
  } catch {
    // Where nothing more can be kept, what is there is of use all the same.
  }
}

const pagesOf = (site: string) => IDBKeyRange.bound([site], [site, []])

async function forget(db: IDBPDatabase<Found>, site: string): Promise<void> {
  const clearing = db.transaction(['sites', ...TABLES], 'readwrite')
  await clearing.objectStore('sites').delete(site)
  for (const table of TABLES) await clearing.objectStore(table).delete(pagesOf(site))
  await clearing.done
}

async function forgetOldest(db: IDBPDatabase<Found>): Promise<void> {
  const [names, sites] = [await db.getAllKeys('sites'), await db.getAll('sites')]
  const byAge = names.map((name, at) => ({ name, opened: sites[at]!.opened })).sort((a, b) => b.opened - a.opened)
  for (const { name } of byAge.slice(SITES)) await forget(db, name)
}

/** Adds what was found. Where there is no room for it, it is found out anew next time. */
async function keep(
  db: IDBPDatabase<Found>,
  site: string,
  found: Record<Tables, readonly RememberedPage<unknown>[]>,
): Promise<void> {
  try {
    const adding = db.transaction(TABLES, 'readwrite')
    for (const table of TABLES)
      for (const page of found[table]) void adding.objectStore(table).put(page, [site, page[0]])
    await adding.done
  } catch {
    // Kept results only save time.
  }
}
