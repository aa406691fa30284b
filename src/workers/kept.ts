import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Finding } from '../core/fit/finding.ts'
import type { RememberedPage } from '../core/model/page-memory.ts'
import type { WearSummary } from '../core/model/wear-summary.ts'
import type { FitNews } from './protocol.ts'

const NAME = 'attire-found'
/** How many sites are remembered; those that were not opened for longest are forgotten. */
const SITES = 6

/** What is remembered of a site's pages: site, path and what was found. */
interface Table {
  key: [string, string]
  value: RememberedPage<unknown>
}

interface Found extends DBSchema {
  sites: { key: string; value: { readonly build: string; readonly opened: number; readonly told?: Told | null } }
  wear: Table
  fit: Table
}

const TABLES = ['wear', 'fit'] as const

/** What the check told of a whole site, and of which revision of it. */
export interface Told extends Pick<FitNews, 'counts' | 'files' | 'total'> {
  readonly revision: number
}

/** What was found out about the pages of a site. */
export interface KeptPages {
  readonly wear: readonly RememberedPage<WearSummary>[]
  readonly fit: readonly RememberedPage<readonly Finding[]>[]
}

/** What earlier sessions in this browser found out about a site, and where more is added. */
export interface Kept {
  /** What was told last. It is small, and there long before the pages are. */
  readonly told: Told | null
  readonly pages: () => Promise<KeptPages>
  readonly keep: (more: KeptPages, told: Told | null) => Promise<void>
}

const NOTHING: KeptPages = { wear: [], fit: [] }

/**
 * Opens what is kept of a site; what another build of Attire found does not count. Null where this browser keeps nothing: all is
 * found out anew then. It never rejects.
 */
export async function openKept(site: string, build = process.env.ATTIRE_BUILD ?? ''): Promise<Kept | null> {
  try {
    const db = await openDB<Found>(NAME, 1, {
      upgrade: (made) => ['sites', ...TABLES].forEach((name) => void made.createObjectStore(name as 'sites')),
    })
    const known = await db.get('sites', site)
    const holds = known?.build === build
    const told = holds ? (known.told ?? null) : null
    const about = { build, opened: Date.now(), told }
    const inOrder = putInOrder(db, site, about, holds)
    return {
      told,
      pages: () => (holds ? pagesIn(db, site) : Promise.resolve(NOTHING)),
      keep: (more, told) => inOrder.then(() => keep(db, site, more, { ...about, told })),
    }
  } catch {
    return null
  }
}

async function pagesIn(db: IDBPDatabase<Found>, site: string): Promise<KeptPages> {
  try {
    const [wear, fit] = await Promise.all([db.getAll('wear', pagesOf(site)), db.getAll('fit', pagesOf(site))])
    return { wear: wear as KeptPages['wear'], fit: fit as KeptPages['fit'] }
  } catch {
    return NOTHING
  }
}

/** Says that a site has been opened now; forgets what does not hold of it, and the sites that were not opened for longest. */
async function putInOrder(
  db: IDBPDatabase<Found>,
  site: string,
  about: Found['sites']['value'],
  holds: boolean,
): Promise<void> {
  try {
    if (!holds) await forget(db, site)
    await db.put('sites', about, site)
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
  more: KeptPages,
  about: Found['sites']['value'],
): Promise<void> {
  try {
    const adding = db.transaction(['sites', ...TABLES], 'readwrite')
    for (const table of TABLES)
      for (const page of more[table]) void adding.objectStore(table).put(page, [site, page[0]])
    void adding.objectStore('sites').put(about, site)
    await adding.done
  } catch {
    // Kept results only save time.
  }
}
