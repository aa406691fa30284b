import { NOTES_FILE, type SitePath } from '../paths/paths.ts'
import { placeOf } from '../text/place.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { causeFrom, kindsOf, type Cause } from './causes.ts'
import { isPlain } from './check.ts'
import { SEVERITIES, type Finding, type Severity } from './finding.ts'
import { sortOut, type SortedOut } from './set-aside.ts'
import { kindKey, type ToldCause, type ToldKind, type ToldPlace } from './told.ts'

/** What the check has found so far, page by page; whatever is asked about findings is answered from it. */
export class Standing {
  private readonly byPage = new Map<SitePath | null, readonly Finding[]>()
  private sorted: { readonly notes: string; readonly sortedOut: SortedOut } | null = null

  /** Takes what was found on a page, or on the whole site for null. */
  take(page: SitePath | null, findings: readonly Finding[]): void {
    if (this.byPage.get(page) === findings) return
    this.byPage.set(page, findings)
    this.sorted = null
  }

  /** Forgets pages that are no more. */
  keepOnly(pages: readonly SitePath[]): void {
    const still = new Set<SitePath | null>([null, ...pages])
    for (const page of this.byPage.keys())
      if (!still.has(page)) {
        this.byPage.delete(page)
        this.sorted = null
      }
  }

  /** Everything by its causes, without what is set aside. */
  sortedOut(site: SiteSnapshot): SortedOut {
    const notes = site.text(NOTES_FILE)
    if (this.sorted?.notes !== notes)
      this.sorted = { notes, sortedOut: sortOut(site, [...this.byPage.values()].flat()) }
    return this.sorted!.sortedOut
  }
}

/** How much is told at once. */
const PLACES = 3
const CAUSES = 3
const MORE = 100

/** What is told of the findings, for all pages or one. */
export interface ToldFindings {
  readonly kinds: readonly ToldKind[]
  readonly aside: readonly ToldCause[]
  /** Causes by how bad they are. */
  readonly counts: Readonly<Record<Severity, number>>
  readonly fault: string | null
  /** Causes whose fixes ask nobody, and at how many places they mend. */
  readonly plain: readonly string[]
  readonly plainPlaces: number
}

/** Findings by kind and cause; of the kinds that are `opened` (by {@link kindKey}) up to a hundred causes, of the others a few. */
export function tellFindings(
  site: SiteSnapshot,
  standing: Standing,
  { page, opened }: { readonly page: SitePath | null; readonly opened: readonly string[] },
): ToldFindings {
  const { causes, aside, fault } = standing.sortedOut(site)
  const here = causes.flatMap((cause) => onPage(cause, page) ?? [])
  const plain = page === null ? here.filter((cause) => cause.fixable > 0 && isPlain(site, [cause])) : []
  return {
    kinds: kindsOf(here).map((kind) => {
      const most = opened.includes(kindKey(kind)) ? MORE : CAUSES
      return {
        ...kind,
        causes: kind.causes.slice(0, most).map((cause) => told(site, cause)),
        total: kind.causes.length,
        places: kind.causes.reduce((sum, { places }) => sum + places.length, 0),
      }
    }),
    aside: aside.map((cause) => ({ ...told(site, cause), reason: cause.reason })),
    counts: countsOf(here),
    fault,
    plain: plain.map(({ id }) => id),
    plainPlaces: plain.reduce((sum, { fixable }) => sum + fixable, 0),
  }
}

/** How many causes there are of each severity. */
export function countsOf(causes: readonly Pick<Cause, 'severity'>[]): Record<Severity, number> {
  const counts = Object.fromEntries(SEVERITIES.map((severity) => [severity, 0])) as Record<Severity, number>
  for (const { severity } of causes) counts[severity]++
  return counts
}

/** How many causes show in each file. */
export function countByFile(causes: readonly Cause[]): Map<SitePath, number> {
  const counts = new Map<SitePath, number>()
  for (const { places } of causes)
    for (const file of new Set(places.map((place) => place.file))) counts.set(file, (counts.get(file) ?? 0) + 1)
  return counts
}

function onPage(cause: Cause, page: SitePath | null): Cause | null {
  if (page === null) return cause
  const places = cause.places.filter(({ file }) => file === page)
  return places.length === 0 ? null : causeFrom(cause.id, places)
}

function told(site: SiteSnapshot, { places, ...cause }: Cause): ToldCause {
  return { ...cause, places: places.length, first: placesTold(site, places.slice(0, PLACES)), reason: null }
}

/** More places of a cause, from one on. */
export function tellPlaces(
  site: SiteSnapshot,
  standing: Standing,
  { cause, page, most }: { readonly cause: string; readonly page: SitePath | null; readonly most: number },
): ToldPlace[] {
  const { causes, aside } = standing.sortedOut(site)
  const found = [...causes, ...aside].find(({ id }) => id === cause)
  const here = found ? onPage(found, page) : null
  return here ? placesTold(site, here.places.slice(0, most)) : []
}

function placesTold(site: SiteSnapshot, places: readonly Finding[]): ToldPlace[] {
  return places.map((place) => {
    const text = site.text(place.file)
    return { ...place, line: text === '' ? null : placeOf(text, place.from).line }
  })
}
