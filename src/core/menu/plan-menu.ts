import { entriesFor, kindOf, placeOfEntry } from '../cascade/entries.ts'
import { decide, planAt } from '../edit/decide.ts'
import { sheetWith } from '../edit/write-wanted.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { idOf } from '../properties/longhands.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { topStyleRules } from '../sheet/walk.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { applySplices, diffTexts } from '../text/splice.ts'
import type { Viewport } from '../values/media.ts'
import { value, type MenuLook, type MenuOnPage } from './menu-look.ts'
import { longhandOf, nothingFor, PARTS, possible, wantsOf, type MenuPart, type Want } from './menu-wants.ts'
import { menuAt, type MenuPlace } from './menu-place.ts'
import { wholeLook } from './whole-look.ts'
import { standAlone } from './stand-alone.ts'
import { PartSelectors } from './part-selectors.ts'
import { directionAt, stackingDeclarations, stackingRule, withoutStacking, withStacking } from './stacking.ts'

/** What is to become of a menu. */
export interface MenuWish {
  readonly menu: MenuPlace
  readonly viewport: Viewport
  readonly look: Partial<MenuLook>
  /** Whether it is for this list alone, and not for all that are found. */
  readonly alone: boolean
}

/** Something of a menu that the sheet cannot give it: another rule decides it. */
export interface Kept {
  readonly of: MenuPart
  readonly property: string
  /** The selector that decides; '' for a style attribute. */
  readonly by: string
}

export interface MenuPlan {
  /** The menu as it is found afterwards. */
  readonly menu: MenuPlace
  readonly change: SiteChange
  readonly kept: readonly Kept[]
}

/** Plans to give a menu another look: the declarations that make it are changed where they stand, others come into rules of its own. */
export function planMenu(site: SiteSnapshot, wish: MenuWish): MenuPlan | null {
  const at = menuAt(site, wish.menu, wish.viewport)
  if (!at) return null
  const alone = wish.alone ? standAlone(site, at, wish.menu) : null
  const now = alone ? site.after(alone.change) : site
  const menu = { ...wish.menu, selector: alone?.selector ?? wish.menu.selector }
  const planned = new Planning(now, menu, wish).plan()
  const doc = site.docOf(site.sheetPath)
  const before = site.text(site.sheetPath)
  const texts = [...(alone?.change.texts ?? []), { doc, splices: diffTexts(before, planned.text) }]
  return { menu, change: { ...NO_CHANGE, texts }, kept: planned.kept }
}

/** So often what another rule beats is tried with a weightier selector. */
const MOST_TRIES = 8

class Planning {
  private readonly menu: MenuOnPage
  private readonly parts: PartSelectors
  private readonly before: MenuLook

  constructor(
    private readonly site: SiteSnapshot,
    private readonly place: MenuPlace,
    private readonly wish: MenuWish,
  ) {
    this.menu = menuAt(site, place, wish.viewport)!
    this.parts = new PartSelectors(site, place.selector, this.menu)
    this.before = wholeLook(site, this.menu, this.parts, place).look
  }

  plan(): { text: string; kept: Kept[] } {
    const look = possible({ ...this.before, ...this.wish.look })
    const { text, kept } = this.writeAll(this.differing(look).map((want) => this.held(want)))
    return this.stack(text, look, kept)
  }

  /** What is wanted otherwise than today. */
  private differing(look: MenuLook): Want[] {
    const { tag } = this.menu.list
    const before = wantsOf(this.before, tag)
    const wants = wantsOf(look, tag)
    const changed = wants.filter(({ value }, at) => value !== before[at]!.value)
    const carriers = this.parts.carriers(this.before.direction)
    const stands = look.direction === this.before.direction && look.means === this.before.means
    if (stands && carriers.length > 0) return look.gap === this.before.gap ? changed : this.gapAnew(changed, look)
    // What gave room in the old standing gives none in the new one.
    const old = carriers.filter(
      ({ of, property }) =>
        !wants.some((want) => want.of === of && longhandOf(want.property) === property && want.value !== ''),
    )
    return [
      ...changed,
      ...old.filter(({ property }) => property !== 'row-gap').map(({ of, property }) => ({ of, property, value: '' })),
    ]
  }

  /** Bullets are the items' where a rule for items tells them: one for the list would not reach them. */
  private held(want: Want): Want {
    if (want.property !== 'list-style') return want
    const entry = entriesFor(this.menu.styles.of(this.menu.items[1]!), idOf(longhandOf(want.property)))[0]
    return entry && kindOf(entry) !== 'user-agent' ? { ...want, of: 'item' } : want
  }

  /** Room is changed where it comes from; where it comes from several places, in the first, and the others give none. */
  private gapAnew(changed: readonly Want[], { gap }: MenuLook): Want[] {
    const [first, ...others] = this.parts.carriers(this.before.direction)
    const isGap = ({ of, property }: Want) => property === 'gap' || (of === 'next' && property.startsWith('margin-'))
    const property = first!.of === 'list' ? 'gap' : first!.property
    return [
      ...changed.filter((want) => !isGap(want)),
      { of: first!.of, property, value: gap },
      ...others.map((each) => ({ of: each.of, property: each.property, value: '' })),
    ]
  }

  /** Writes what is wanted; what another rule beats is written anew with a weightier selector, as far as there are any. */
  private writeAll(wants: readonly Want[]): { text: string; kept: Kept[] } {
    const tries = wants.map(() => 0)
    const kept = new Map<number, Kept>()
    for (;;) {
      const open = wants.map((want, at) => ({ want, at })).filter(({ at }) => !kept.has(at))
      const written = open.map(({ want, at }) => ({ ...want, at, selector: this.selectorFor(want, tries[at]!)! }))
      const text = this.write(written)
      const beaten = written.flatMap((each) => this.beatenBy(each, text) ?? [])
      if (beaten.length === 0) return { text, kept: [...kept.values()] }
      for (const { at, of, property, by } of beaten) {
        tries[at]!++
        if (tries[at]! > MOST_TRIES || this.selectorFor(wants[at]!, tries[at]!) === null)
          kept.set(at, { of, property, by })
      }
    }
  }

  private readonly known = new Map<string, { readonly found: string[]; readonly more: Iterator<string> }>()

  /** The selector that something is written for after so many that were beaten; null where there is no other. */
  private selectorFor({ of, property }: Pick<Want, 'of' | 'property'>, tried: number): string | null {
    const key = `${of} ${property}`
    const known = this.known.get(key) ?? { found: [], more: this.selectorsFor(of, property) }
    this.known.set(key, known)
    while (known.found.length <= tried) {
      const next = known.more.next()
      if (next.done) return null
      if (!known.found.includes(next.value)) known.found.push(next.value)
    }
    return known.found[tried]!
  }

  private *selectorsFor(of: MenuPart, property: string): Generator<string, void, void> {
    const deciding = this.parts.deciding(of, property)
    if (deciding !== null) yield deciding
    yield* this.parts.candidates(of)
  }

  private write(wants: readonly (Want & { readonly selector: string })[]): string {
    const before = parseSheet(this.site.text(this.site.sheetPath))
    const conditional = wants.filter((want) => this.standsInCondition(want, before))
    const wanted = new Map<string, Map<string, string>>()
    for (const want of wants) {
      if (conditional.includes(want)) continue
      const properties = wanted.get(want.selector) ?? new Map<string, string>()
      wanted.set(want.selector, properties)
      const text = this.valueFor(want, before)
      if (text !== null) properties.set(want.property, text)
    }
    return conditional.reduce((text, want) => this.writeInPlace(text, want), sheetWith(before, wanted).text)
  }

  /** What is written: '' takes out. Null where nothing has to be said. */
  private valueFor(
    { of, property, value: wanted, selector }: Want & { selector: string },
    sheet: Sheet,
  ): string | null {
    if (wanted !== '') return wanted
    const decision = decide(sheet, selector, property)
    if (decision && decision.group.length === 0 && decision.declaration.property === property) return ''
    const element = this.parts.elementOf(of)
    const now = element ? value(this.menu.styles.of(element), longhandOf(property)) : ''
    return now === nothingFor({ of, property }) || now === '0px' ? null : nothingFor({ of, property })
  }

  /** Whether the declaration that decides stands in a rule with a condition, such as `@media`. */
  private standsInCondition({ of, property }: Want, sheet: Sheet): boolean {
    const place = this.placeOf(of, property, this.site)
    return place !== null && !topStyleRules(sheet).some(({ from, to }) => from <= place && place < to)
  }

  /** Where the declaration stands that decides a property of a part, when its rule is for this part alone. */
  private placeOf(of: MenuPart, property: string, site: SiteSnapshot): number | null {
    const menu = menuAt(site, this.place, this.wish.viewport)
    const element = this.parts.elementOf(of)
    if (!menu || !element) return null
    const entry = entriesFor(menu.styles.of(menu.styles.page.elements[element.index]!), idOf(longhandOf(property)))[0]
    if (typeof entry?.owner !== 'object' || entry.owner.source.file !== site.sheetPath) return null
    if (!this.parts.isFor(of, entry.owner.selectorText)) return null
    return placeOfEntry(menu.styles.cascade, entry, element).offset
  }

  private writeInPlace(text: string, { of, property, value: wanted }: Want): string {
    const place = this.placeOf(of, property, this.site.withText(this.site.sheetPath, text))
    if (place === null) return text
    const says = wanted === '' ? nothingFor({ of, property }) : wanted
    return applySplices(text, planAt(parseSheet(text), place, property, says))
  }

  /** Who beats what was written for a part; null where it holds. */
  private beatenBy(want: Want & { at: number; selector: string }, text: string): (Kept & { at: number }) | null {
    const { at, of, property, selector } = want
    const element = this.parts.elementOf(of)
    if (!element) return null
    const styles = this.site.stylesIf(this.place.page, text, this.wish.viewport)
    const style = styles.of(styles.page.elements[element.index]!)
    const longhand = longhandOf(property)
    if (want.value === '' && isNothing(value(style, longhand), nothingFor(want))) return null
    const owner = entriesFor(style, idOf(longhand))[0]?.owner
    const by = typeof owner === 'object' ? owner.selectorText : ''
    const ours = typeof owner === 'object' && owner.source.file === this.site.sheetPath
    if (ours && (normalSelector(by) === normalSelector(selector) || this.parts.deciding(of, property) === by))
      return null
    return { at, of, property, by }
  }

  /** Whether the rule that stacks has to be written anew: another width is wanted, it is the menu's own, or it holds no more. */
  private mustStack(text: string, look: MenuLook, isOfMenu: (selector: string) => boolean): boolean {
    const { page, index } = this.place
    if (look.stackBelow !== this.before.stackBelow) return true
    const says = (each: MenuLook) => JSON.stringify([each.direction, stackingDeclarations(each)])
    const own = stackingRule(parseSheet(text), isOfMenu) !== null
    if (own && says(look) !== says(this.before)) return true
    if (look.stackBelow === null || look.direction === 'column') return false
    return directionAt(this.site.withText(this.site.sheetPath, text), page, index, look.stackBelow) !== 'column'
  }

  /** Puts in, changes or takes out the rule that stacks the items in narrow viewports, and tries whether it holds. */
  private stack(text: string, look: MenuLook, kept: Kept[]): { text: string; kept: Kept[] } {
    const isOfMenu = (selector: string) => PARTS.some((part) => this.parts.isFor(part, selector))
    if (!this.mustStack(text, look, isOfMenu)) return { text, kept }
    const bare = applySplices(text, withoutStacking(parseSheet(text), isOfMenu))
    const below = look.stackBelow
    if (below === null || look.direction === 'column') return { text: bare, kept }
    const { page, index } = this.place
    for (let tried = 0; tried < MOST_TRIES; tried++) {
      const selector = (part: MenuPart) => [...this.parts.candidates(part)].slice(0, tried + 1).at(-1)!
      const stacked = applySplices(bare, withStacking(parseSheet(bare), look, below, selector))
      const site = this.site.withText(this.site.sheetPath, stacked)
      if (directionAt(site, page, index, below + 1) !== 'bar') break
      if (directionAt(site, page, index, below) === 'column') return { text: stacked, kept }
    }
    return { text, kept: [...kept, { of: 'list', property: 'flex-direction', by: '' }] }
  }
}

const isNothing = (now: string, nothing: string) =>
  now === nothing ||
  (nothing === '0' && now === '0px') ||
  (nothing === 'none' && /^none|^0px/.test(now)) ||
  (nothing === 'normal' && (now === 'wrap' || now === 'normal'))
