import type { Page, PageElement } from '../markup/tree.ts'
import type { State } from '../selectors/match.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { parseDeclarations } from '../sheet/parse.ts'
import { Matcher, type Matched } from './matching.ts'
import type { Viewport } from './media.ts'
import { presentationalHints } from './presentational.ts'
import { ruleSet, setBy, type AuthorSheet, type CascadeRule, type SetLonghand, type Source } from './rules.ts'
import { ElementStyle, NOTHING_OWN, type Own, type StyleEnvironment } from './style.ts'
import { USER_AGENT } from './user-agent.ts'

/** What a cascade is asked under. */
export interface CascadeSettings {
  readonly viewport: Viewport
  readonly quirks: boolean
  /** The states elements are in; none when left out. */
  readonly states?: (element: PageElement) => ReadonlySet<State>
  /** Writes a reference of `url()` as an address; as it stands when left out. `file` is where it is written; '' is the page. */
  readonly resolveUrl?: (reference: string, file: string) => string
}

/** The styles of a page's elements. */
export interface PageStyles {
  readonly page: Page
  readonly cascade: Cascade
  /** By element index. */
  readonly styles: readonly ElementStyle[]
}

/** How many texts of style attributes and presentational attributes are remembered. */
const OWN_AT_MOST = 20_000

/**
 * The cascade of one list of sheets at one viewport. Make one, then ask it about any number of pages that wear these
 * sheets: what they have in common is computed once.
 */
export class Cascade {
  readonly rules: readonly CascadeRule[]
  private readonly matcher: Matcher
  private readonly environment: StyleEnvironment
  private readonly roots = new Map<string, ElementStyle>()
  private readonly declared = new Map<string, readonly SetLonghand[]>()
  private readonly quirks: boolean

  constructor(sheets: readonly AuthorSheet[], settings: CascadeSettings) {
    const { viewport, quirks, states, resolveUrl } = settings
    this.quirks = quirks
    const browser = Object.entries(USER_AGENT)
      .filter(([name]) => name !== 'quirks' || quirks)
      .map(([file, sheet]) => ({ kind: 'user-agent', file, offset: 0, sheet }) satisfies Source)
    const { rules, registered } = ruleSet([...browser, ...sheets], viewport, quirks)
    this.rules = [...rules].sort(compareRules)
    this.matcher = new Matcher(this.rules, quirks, states)
    this.environment = {
      viewport, quirks, registered,
      resolveUrl: (reference, from) => resolveUrl?.(reference, typeof from === 'string' ? '' : from.source.file) ?? reference,
    }
  }

  /** Computes the styles of a whole page. */
  stylesOf(page: Page): PageStyles {
    const matched = this.matcher.matchAll(page.elements)
    const styles: ElementStyle[] = []
    page.elements.forEach((element, at) => {
      styles.push(this.styleOf(element, element.parent ? styles[element.parent.index]! : null, matched[at]!))
    })
    return { page, cascade: this, styles }
  }

  private styleOf(element: PageElement, parent: ElementStyle | null, matched: Matched): ElementStyle {
    const hints = presentationalHints(element)
    const inline = element.attributes.get('style') ?? ''
    const alone = hints !== '' || inline !== '' || matched.readsAttributes
    if (parent && !alone) {
      const shared = parent.shared.get(matched)
      if (shared && shared.element.tag === element.tag && shared.element.html === element.html) return shared
    }
    const attributes = matched.readsAttributes ? JSON.stringify([...element.attributes]) : ''
    const key = `${matched.id}\0${element.html ? element.tag : `:${element.tag}`}\0${hints}\0${inline}\0${attributes}`
    const store = parent ? parent.particular : this.roots
    let style = store.get(key)
    if (!style) {
      const own: Own = alone ? { hints: this.declarations(hints), inline: this.declarations(inline) } : NOTHING_OWN
      style = new ElementStyle(parent, matched, own, element, '', this.environment)
      store.set(key, style)
    }
    if (parent && !alone && !parent.shared.has(matched)) parent.shared.set(matched, style)
    return style
  }

  /** The style of a pseudo-element such as `before`, inherited from its element's (a first letter's from the first line's). */
  pseudoStyle(styles: PageStyles, element: PageElement, name: string): ElementStyle {
    const own = styles.styles[element.index]!
    const hasFirstLine = name === 'first-letter' && own.matched.rules.some(({ pseudo }) => pseudo === 'first-line')
    const parent = hasFirstLine ? this.pseudoStyle(styles, element, 'first-line') : own
    return new ElementStyle(parent, own.matched, NOTHING_OWN, element, name, this.environment)
  }

  private declarations(text: string): readonly SetLonghand[] {
    if (text === '') return NOTHING_OWN.inline
    let found = this.declared.get(text)
    if (!found) {
      if (this.declared.size > OWN_AT_MOST) this.declared.clear()
      this.declared.set(text, (found = parseDeclarations(text).items.flatMap((declaration) => setBy(declaration, this.quirks))))
    }
    return found
  }
}

/** Ascending strength among normal declarations: origin, layer, specificity, order of appearance. */
function compareRules(a: CascadeRule, b: CascadeRule): number {
  const origin = Number(a.source.kind !== 'user-agent') - Number(b.source.kind !== 'user-agent')
  return origin || a.layer - b.layer || compareSpecificity(a.specificity, b.specificity) || a.order - b.order
}
