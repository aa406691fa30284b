import type { PageStyles } from '../cascade/cascade.ts'
import { escapeIdent } from '../css/ident.ts'
import { regionOf } from '../links/kind-words.ts'
import type { PageElement } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { asksForState } from '../selectors/match.ts'
import type { Complex } from '../selectors/parse.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { linkListsIn, type LinkList } from './link-lists.ts'

/** Lists of links that one selector finds. */
export interface Menu {
  /** What finds the lists. */
  readonly selector: string
  /** Where they stand, in a word or two. */
  readonly name: string
  readonly lists: number
  readonly pages: readonly SitePath[]
  /** The list that stands for them, and what its items say. */
  readonly sample: { readonly page: SitePath; readonly index: number; readonly words: readonly string[] }
}

/** How far looking for lists of links has come. */
export interface MenusProgress {
  readonly done: number
  readonly total: number
}

type Counted = Omit<Menu, 'lists' | 'pages'> & { lists: number; readonly pages: SitePath[] }

/** The lists of links of a site: those of navigations first, then those on most pages. Whoever runs it may stop between two pages. */
export function* menusOf(site: SiteSnapshot): Generator<MenusProgress, Menu[], void> {
  const found = new Map<string, Counted>()
  const paths = [...site.pagePaths].sort(comparePages)
  for (const [at, path] of paths.entries()) {
    const lists = linkListsIn(site.page(path))
    if (lists.length > 0) countIn(found, site, path, lists)
    yield { done: at + 1, total: paths.length }
  }
  const isNav = ({ name }: Menu) => Number(name === 'Navigation')
  return [...found.values()].sort((a, b) => isNav(b) - isNav(a) || b.pages.length - a.pages.length)
}

function countIn(found: Map<string, Counted>, site: SiteSnapshot, path: SitePath, lists: readonly LinkList[]): void {
  const styles = site.someStylesOf(path)
  for (const list of lists) {
    const selector = selectorOfList(styles, list.list)
    const menu = found.get(selector) ?? { selector, ...sampleOf(site, path, list), lists: 0, pages: [] }
    found.set(selector, menu)
    menu.lists++
    if (menu.pages.at(-1) !== path) menu.pages.push(path)
  }
}

const NAMES = { nav: 'Navigation', footer: 'Footer', header: 'Header' } as const

function sampleOf(site: SiteSnapshot, path: SitePath, { list, items, links }: LinkList): Pick<Menu, 'name' | 'sample'> {
  const page = site.page(path)
  const region = regionOf(items[0]!)
  const name = region === null ? 'In the page' : NAMES[region]
  return {
    name,
    sample: { page: path, index: list.index, words: items.map((item, at) => wordsOf(page, links[at] ?? item, 24)) },
  }
}

/** What finds a list: the weightiest rule that names more than its type, else its id, a class, or what is around it. */
export function selectorOfList(styles: PageStyles, list: PageElement): string {
  const named = styles
    .of(list)
    .matched.rules.filter(({ source, pseudo, nesting, scope, selector }) => {
      const plain = source.kind !== 'user-agent' && pseudo === '' && !nesting && !scope
      return plain && !asksForState(selector) && namesMore(selector)
    })
    .toReversed()
    .sort((a, b) => compareSpecificity(b.specificity, a.specificity))[0]
  return named?.selectorText ?? ownSelector(list)
}

/** `ul` alone is said of every list; `*` of everything. */
function namesMore({ compounds }: Complex): boolean {
  const subject = compounds.at(-1)!
  if (subject.every(({ kind }) => kind === 'universal')) return false
  return compounds.length > 1 || subject.some(({ kind }) => kind !== 'type')
}

const REGIONS = new Set(['nav', 'header', 'footer', 'aside', 'main', 'body'])

function ownSelector(list: PageElement): string {
  const named = nameOf(list)
  if (named) return named
  for (let at = list.parent; at; at = at.parent) {
    const around = nameOf(at) ?? (REGIONS.has(at.tag) ? at.tag : null)
    if (around) return `${around} ${at === list.parent ? '> ' : ''}${list.tag}`
  }
  return list.tag
}

const nameOf = ({ id, classes: [first] }: PageElement): string | null =>
  id !== '' ? `#${escapeIdent(id)}` : first !== undefined ? `.${escapeIdent(first)}` : null
