import type { Page, PageElement } from '../markup/tree.ts'
import type { State } from '../selectors/match.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { parseDeclarations, type Sheet } from '../sheet/parse.ts'
import { Remembered } from '../text/remembered.ts'
import { isControl } from './adjust.ts'
import { Cascaded, forgetEntries, NOTHING_OWN } from './cascaded.ts'
import { Matcher, type Matched } from './matching.ts'
import type { Viewport } from './media.ts'
import { presentationalHints } from './presentational.ts'
import { ruleSet, setBy, type AuthorSheet, type CascadeRule, type SetLonghand } from './rules.ts'
import { ElementStyle, type StyleEnvironment } from './style.ts'
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
  /** In the order of the cascade among normal declarations, weakest first. */
  readonly rules: readonly CascadeRule[]
  private readonly inSource: readonly CascadeRule[]
  /** What it is the cascade of. */
  sheets: readonly AuthorSheet[]
  private readonly matcher: Matcher
  private readonly environment: StyleEnvironment
  private readonly roots = new Map<string, ElementStyle>()
  private readonly declared = new Remembered<readonly SetLonghand[]>(OWN_AT_MOST)
  private readonly quirks: boolean
  readonly viewport: Viewport

  constructor(sheets: readonly AuthorSheet[], settings: CascadeSettings) {
    const { viewport, quirks, states, resolveUrl } = settings
    this.quirks = quirks
    this.viewport = viewport
    const browser = browserRules(quirks)
    const { rules, registered } = ruleSet(sheets, viewport, quirks, browser.length)
    this.sheets = sheets
    this.inSource = rules
    this.rules = [...browser, ...rules].sort(compareRules)
    this.matcher = new Matcher(this.rules, quirks, states)
    this.environment = {
      viewport,
      registered,
      resolveUrl: (reference, from) =>
        resolveUrl?.(reference, typeof from === 'string' ? '' : from.source.file) ?? reference,
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
    if (parent && hints === '' && inline === '' && !matched.readsAttributes) return parent.childLike(matched, element)
    const attributes = matched.readsAttributes || isControl(element) ? JSON.stringify([...element.attributes]) : ''
    const key = `${matched.id}\0${element.html ? '' : ':'}${element.tag}\0${hints}\0${inline}\0${attributes}`
    const make = () => {
      const cascaded =
        hints === '' && inline === ''
          ? matched.cascaded
          : new Cascaded(matched.rules, { hints: this.declarations(hints), inline: this.declarations(inline) })
      return new ElementStyle(parent, matched, cascaded, element, '', this.environment)
    }
    if (parent) return parent.childNamed(key, make)
    let root = this.roots.get(key)
    if (!root) this.roots.set(key, (root = make()))
    return root
  }

  /** The style of a pseudo-element such as `before`, inherited from its element's (a first letter's from the first line's). */
  pseudoStyle(styles: PageStyles, element: PageElement, name: string): ElementStyle {
    const own = styles.styles[element.index]!
    const hasFirstLine = name === 'first-letter' && own.matched.rules.some(({ pseudo }) => pseudo === 'first-line')
    const parent = hasFirstLine ? this.pseudoStyle(styles, element, 'first-line') : own
    return new ElementStyle(
      parent,
      own.matched,
      new Cascaded(own.matched.rules, NOTHING_OWN, name),
      element,
      name,
      this.environment,
    )
  }

  /**
   * Takes in a new text of one of the sheets, when nothing but declarations has changed in it: styles given out before are
   * brought up to date, and only those that the changed rules reach are computed anew. Gives false, and does nothing, when
   * rules or selectors have changed: then make a new cascade.
   */
  reviseSheet(at: number, sheet: Sheet): boolean {
    const sheets = this.sheets.with(at, { ...this.sheets[at]!, sheet })
    const next = ruleSet(sheets, this.environment.viewport, this.quirks, browserRules(this.quirks).length)
    const before = this.inSource
    if (
      next.rules.length !== before.length ||
      JSON.stringify([...next.registered]) !== JSON.stringify([...this.environment.registered])
    )
      return false
    if (!next.rules.every((rule, index) => sameButDeclarations(rule, before[index]!))) return false
    const changed = new Set(before.filter((rule, index) => !sameLonghands(rule, next.rules[index]!)))
    if (
      next.rules.some(
        (rule, index) => changed.has(before[index]!) && (readsAttributes(rule) || readsAttributes(before[index]!)),
      )
    )
      return false
    next.rules.forEach((rule, index) => takeDeclarations(before[index]!, rule, changed.has(before[index]!)))
    this.sheets = sheets
    if (changed.size === 0) return true
    changed.forEach(forgetEntries)
    const touched = this.matcher.forgetOutcomes(changed)
    for (const root of this.roots.values()) root.revise(touched)
    return true
  }

  private declarations(text: string): readonly SetLonghand[] {
    if (text === '') return NOTHING_OWN.inline
    return this.declared.get(text, () =>
      parseDeclarations(text).items.flatMap((declaration) => setBy(declaration, this.quirks)),
    )
  }
}

const browserRuleSets = new Map<boolean, readonly CascadeRule[]>()

/** The browser's own rules: the same for every page of its mode, and at any viewport. */
function browserRules(quirks: boolean): readonly CascadeRule[] {
  let rules = browserRuleSets.get(quirks)
  if (!rules) {
    const sheets = Object.entries(USER_AGENT)
      .filter(([name]) => name !== 'quirks' || quirks)
      .map(([file, sheet]) => ({ kind: 'user-agent' as const, file, offset: 0, sheet }))
    browserRuleSets.set(quirks, (rules = ruleSet(sheets, { width: 0, height: 0 }, quirks).rules))
  }
  return rules
}

/** Ascending strength among normal declarations: origin, layer, specificity, order of appearance. */
function compareRules(a: CascadeRule, b: CascadeRule): number {
  const origin = Number(a.source.kind !== 'user-agent') - Number(b.source.kind !== 'user-agent')
  return origin || a.layer - b.layer || compareSpecificity(a.specificity, b.specificity) || a.order - b.order
}

function sameButDeclarations(a: CascadeRule, b: CascadeRule): boolean {
  return (
    a.selectorText === b.selectorText &&
    a.layer === b.layer &&
    a.pseudo === b.pseudo &&
    a.source.file === b.source.file &&
    compareSpecificity(a.specificity, b.specificity) === 0 &&
    (a.nesting === b.nesting || JSON.stringify(a.nesting) === JSON.stringify(b.nesting)) &&
    (a.scope === b.scope || JSON.stringify(a.scope) === JSON.stringify(b.scope))
  )
}

function readsAttributes(rule: CascadeRule): boolean {
  return (
    rule.pseudo === '' &&
    rule.longhands.some(({ property, value }) => property === 'content' && value.includes('attr('))
  )
}

function sameLonghands(a: CascadeRule, b: CascadeRule): boolean {
  return (
    a.longhands.length === b.longhands.length &&
    a.longhands.every((set, at) => {
      const other = b.longhands[at]!
      return set.property === other.property && set.value === other.value && set.important === other.important
    })
  )
}

/** Gives a rule the declarations of another. When they only stand elsewhere, what is known of them stays. */
function takeDeclarations(rule: CascadeRule, from: CascadeRule, changed: boolean): void {
  if (!changed) rule.longhands.forEach((set, at) => (set.declaration = from.longhands[at]!.declaration))
  Object.assign(rule, {
    declarations: from.declarations,
    from: from.from,
    source: from.source,
    ...(changed ? { longhands: from.longhands } : {}),
  })
}
