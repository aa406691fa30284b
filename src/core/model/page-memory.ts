import { isPage, isSheet, NOTES_FILE, type SitePath } from '../paths/paths.ts'
import type { FileInfo } from '../site/view.ts'
import { fingerprint } from '../text/fingerprint.ts'
import { memo } from '../text/memo.ts'
import { madeFor } from './made-for.ts'
import type { SiteSnapshot } from './snapshot.ts'

/** What whatever is found out about a page hangs on, as short names: its text, the files of the site, all stylesheets. */
export interface PageKey {
  readonly text: string
  readonly files: string
  readonly sheets: string
}

/** Something that was found out about a page, and about which state of it. Fit to be kept between sessions. */
export interface Remembered<T> {
  readonly key: PageKey
  readonly value: T
}

/** What is remembered under a path. */
export type RememberedPage<T> = readonly [SitePath, Remembered<T>]

// How long pages and stylesheets are, their own names tell.
const sizeKey = ({ path, size, pixels }: FileInfo) =>
  isPage(path) || isSheet(path) ? '' : `\t${size}\t${pixels?.width}\t${pixels?.height}`

const filesKey = memo((files: SiteSnapshot['files']) => {
  const others = [...files.values()].filter(({ path }) => path !== NOTES_FILE)
  const told = others.map((file) => file.path + sizeKey(file))
  return fingerprint(told.sort().join('\n'))
})

/** What there is to know of a state of the site beside its pages. */
const around = memo((site: SiteSnapshot): Omit<PageKey, 'text'> => ({
  files: filesKey(site.files),
  sheets: [
    site.sheetPath,
    ...named(
      site,
      site.wornSheets.map(({ path }) => path),
    ),
  ].join('\n'),
}))

/** Paths with the short names of their texts, the same in whatever order they became known. */
const named = (site: SiteSnapshot, paths: readonly SitePath[]) =>
  paths.map((path) => `${path}\t${site.fingerprint(path)}`).sort()

/** The state of a page, as short names. */
export function pageKey(site: SiteSnapshot, path: SitePath): PageKey {
  return { text: site.fingerprint(path), ...around(site) }
}

/** The state of all pages together, and of what the site is made for. */
export function siteKey(site: SiteSnapshot): PageKey {
  const pages = named(site, site.pagePaths)
  return { text: fingerprint([JSON.stringify(madeFor(site)), ...pages].join('\n')), ...around(site) }
}

/** Whether two states are one; stylesheets may be left out of it. */
export function sameKey(a: PageKey, b: PageKey, sheetsToo = true): boolean {
  return a.text === b.text && a.files === b.files && (!sheetsToo || a.sheets === b.sheets)
}

/** What was found out about the pages of a site, each with the state it was found in; also from an earlier session. */
export class PageMemory<T> {
  private readonly known = new Map<SitePath, Remembered<T>>()
  private unkept = new Set<SitePath>()

  /** What was found last, whatever state that was in. */
  find(path: SitePath): Remembered<T> | undefined {
    return this.known.get(path)
  }

  remember(path: SitePath, key: PageKey, value: T): T {
    this.known.set(path, { key, value })
    this.unkept.add(path)
    return value
  }

  /** Takes what an earlier session found. What is known already is newer. */
  recall(pages: Iterable<RememberedPage<T>>): void {
    for (const [path, found] of pages) if (!this.known.has(path)) this.known.set(path, found)
  }

  /** Forgets pages that are no more. */
  keepOnly(pages: ReadonlySet<SitePath>): void {
    for (const path of this.known.keys()) if (!pages.has(path)) this.known.delete(path)
  }

  /** What is new since this was last asked, to be kept. Asking hands it over. */
  takeUnkept(): RememberedPage<T>[] {
    const paths = [...this.unkept]
    this.unkept = new Set()
    return paths.flatMap((path) => {
      const found = this.known.get(path)
      return found ? [[path, found] as const] : []
    })
  }
}
