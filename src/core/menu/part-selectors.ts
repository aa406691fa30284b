import { entriesFor } from '../cascade/entries.ts'
import { escapeIdent } from '../css/ident.ts'
import { isLink } from '../markup/hyperlink.ts'
import { ancestry } from '../markup/describe.ts'
import { descendantsOf, type Page, type PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { idOf } from '../properties/longhands.ts'
import { reachOf } from '../selectors/reach.ts'
import { withoutStates } from '../selectors/why-nothing.ts'
import { linkListOf } from './link-lists.ts'
import { carriersOf, type Carrier, type MenuLook, type MenuOnPage } from './menu-look.ts'
import { longhandOf, type MenuPart } from './menu-wants.ts'

/** The elements that play a part in the menus of a page. */
type PartsOfPage = Readonly<Record<MenuPart, ReadonlySet<PageElement>>>

/** Finds selectors for the parts of the menus that one selector finds. */
export class PartSelectors {
  private readonly parts = new Map<SitePath, PartsOfPage>()
  private readonly fits = new Map<string, boolean>()

  constructor(
    private readonly site: SiteSnapshot,
    /** What finds the lists. */
    readonly list: string,
    private readonly menu: MenuOnPage,
  ) {}

  elementOf(part: MenuPart): PageElement | null {
    const { list, items, links } = this.menu
    return { list, item: items[0]!, next: items[1]!, link: links[1] ?? links[0] ?? links[2] ?? null }[part]
  }

  /** The selector of the rule that decides a property of a part today, where it is for nothing else. */
  deciding(part: MenuPart, property: string): string | null {
    const element = this.elementOf(part)
    const owner = element && entriesFor(this.menu.styles.of(element), idOf(longhandOf(property)))[0]?.owner
    if (!owner || typeof owner !== 'object' || owner.source.file !== this.site.sheetPath || owner.nesting) return null
    return this.isFor(part, owner.selectorText) ? owner.selectorText : null
  }

  /** What room between two items comes from: what every item is told, and not only those behind another, is the item's. */
  carriers(direction: MenuLook['direction']): Carrier[] {
    return carriersOf(this.menu, direction).map((carrier) => {
      const { of, property } = carrier
      const isItems =
        of === 'next' && this.deciding('next', property) === null && this.deciding('item', property) !== null
      return isItems ? { of: 'item', property } : carrier
    })
  }

  /** Selectors for a part, weaker ones first: that of a rule of its own, one made for it, and that within what is around. */
  *candidates(part: MenuPart): Generator<string, void, void> {
    const made = this.made(part, this.list)
    const around = ancestry(this.menu.list).slice(0, -1)
    const names = [
      'body',
      ...around.flatMap(({ classes }) => classes.map((name) => `.${escapeIdent(name)}`)),
      ...around.flatMap(({ id }) => (id === '' ? [] : [`#${escapeIdent(id)}`])),
    ]
    yield* this.ownRules(part)
    yield made
    for (const name of names) {
      const within = this.made(part, `${name} ${this.list}`)
      if (this.isFor(part, within)) yield within
    }
  }

  /** The selector that an edit of a part is written for where nothing decides yet. */
  first(part: MenuPart): string {
    for (const selector of this.candidates(part)) return selector
    return this.list
  }

  /** Whether a selector finds all that play a part in these menus and nothing else. */
  isFor(part: MenuPart, selector: string): boolean {
    const key = `${part} ${selector}`
    let fits = this.fits.get(key)
    if (fits === undefined) this.fits.set(key, (fits = this.looksFit(part, selector)))
    return fits
  }

  private looksFit(part: MenuPart, selector: string): boolean {
    const bare = withoutStates(selector)
    if (bare === null) return false
    return this.site.pagePaths.every((path) => {
      const page = this.site.page(path)
      const wanted = this.partsOf(path, page)[part]
      const found = reachOf(page, bare)
      return found.length === wanted.size && found.every((element) => wanted.has(element))
    })
  }

  private made(part: MenuPart, list: string): string {
    if (part === 'list') return list
    if (part !== 'link') return part === 'item' ? `${list} > li` : `${list} > li + li`
    return this.elementOf('link')?.parent?.tag === 'li' ? `${list} > li > a` : `${list} > li a`
  }

  /** Selectors of rules that are for this part alone. */
  private *ownRules(part: MenuPart): Generator<string, void, void> {
    const element = this.elementOf(part)
    if (!element) return
    for (const { source, pseudo, nesting, selectorText } of this.menu.styles.of(element).matched.rules) {
      const isPlain = source.file === this.site.sheetPath && pseudo === '' && !nesting
      if (isPlain && this.isFor(part, selectorText)) yield selectorText
    }
  }

  private partsOf(path: SitePath, page: Page): PartsOfPage {
    const known = this.parts.get(path)
    if (known) return known
    const lists = reachOf(page, this.list).flatMap((list) => linkListOf(page, list) ?? [])
    const items = lists.flatMap((each) => each.items)
    const found: PartsOfPage = {
      list: new Set(lists.map(({ list }) => list)),
      item: new Set(items),
      next: new Set(lists.flatMap((each) => each.items.slice(1))),
      link: new Set(items.flatMap((item) => descendantsOf(page, item).filter(isLink))),
    }
    this.parts.set(path, found)
    return found
  }
}
