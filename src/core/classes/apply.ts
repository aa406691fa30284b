import { resolvedValue } from '../cascade/resolved.ts'
import { changeClasses } from '../markup/attributes.ts'
import { elementPath } from '../markup/describe.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { likeThis, reachesFor, structureOf } from './like-this.ts'
import type { Reach } from './reaches.ts'

export interface ApplyAsk {
  readonly page: SitePath
  /** The elements meant, by their places in document order. */
  readonly indices: readonly number[]
  readonly add: readonly string[]
  readonly remove: readonly string[]
  readonly reach: Reach
}

/** What giving or taking classes comes to. */
export interface Applied {
  readonly change: SiteChange
  readonly count: number
  readonly pages: readonly SitePath[]
  /** Computed values of the first element that change, before and after. */
  readonly alters: readonly { readonly property: string; readonly before: string; readonly after: string }[]
  /** Selectors that find the elements meant, each alone. */
  readonly paths: readonly string[]
  /** Ways of "all like this" that are there for these elements. */
  readonly reaches: readonly Reach[]
}

/** Plans to give classes to elements and take others from them, and says what that does to the first of them. */
export function planApply(site: SiteSnapshot, { page: path, indices, add, remove, reach }: ApplyAsk): Applied | null {
  if (!site.pagePaths.includes(path)) return null
  const page = site.page(path)
  const picked = indices.flatMap((index) => page.elements[index] ?? [])
  const [first] = picked
  if (!first) return null
  const texts: SiteChange['texts'][number][] = []
  const pages: SitePath[] = []
  let count = 0
  for (const each of reach === 'site' ? site.pagePaths : [path]) {
    const tree = site.page(each)
    const own = each === path ? picked : [null]
    const found = new Set(
      picked.flatMap((one, at) => likeThis(tree, reach === 'site' ? null : (own[at] ?? null), structureOf(one), reach)),
    )
    if (found.size === 0) continue
    count += found.size
    pages.push(each)
    const splices = [...found].flatMap((element) => changeClasses(tree, element, add, remove))
    if (splices.length > 0) texts.push({ doc: site.docOf(each), splices })
  }
  const change = { ...NO_CHANGE, texts }
  const alters = altersOf(site, change, path, first.index)
  return { change, count, pages, alters, paths: picked.map(elementPath), reaches: reachesFor(first) }
}

function altersOf(site: SiteSnapshot, change: SiteChange, path: SitePath, index: number): Applied['alters'] {
  const [before, after] = [site.stylesOf(path).at(index), site.after(change).stylesOf(path).at(index)]
  return LONGHANDS.flatMap(({ id, name }) => {
    const [was, is] = [resolvedValue(before, id), resolvedValue(after, id)]
    return was === is ? [] : [{ property: name, before: was, after: is }]
  })
}

/** A change that takes classes from every element of the site. */
export function planTakeAway(site: SiteSnapshot, names: readonly string[]): SiteChange {
  const gone = new Set(names)
  const texts = site.pagePaths.flatMap((path) => {
    const page = site.page(path)
    const splices = page.elements
      .filter(({ place, classes }) => place !== null && classes.some((name) => gone.has(name)))
      .flatMap((element) => changeClasses(page, element, [], names))
    return splices.length === 0 ? [] : [{ doc: site.docOf(path), splices }]
  })
  return { ...NO_CHANGE, texts }
}
