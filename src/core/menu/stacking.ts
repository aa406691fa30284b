import { WidthsOfPage } from '../boxes/widths-of-page.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { addText, indentUnit } from '../sheet/edit.ts'
import type { AtRule, Sheet, StyleRule } from '../sheet/parse.ts'
import { removeRules } from '../sheet/remove.ts'
import { lineEndOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { DESK, mediaMatches } from '../values/media.ts'
import { linkListOf } from './link-lists.ts'
import { isInLine, standingOf, type MenuLook } from './menu-look.ts'
import type { MenuPart } from './menu-wants.ts'

/** The widest viewport, px, in which what is a bar in wider ones is a column; null where it never is one. */
export function stackBelowOf(site: SiteSnapshot, path: SitePath, index: number): number | null {
  const { stretches } = new WidthsOfPage(site, path)
  const directions = stretches.map(({ from }) => directionAt(site, path, index, from))
  const last = directions.lastIndexOf('column')
  return last < 0 || last === directions.length - 1 ? null : stretches[last]!.to
}

/** How the items of a list of links stand in a viewport of this width, px. */
export function directionAt(site: SiteSnapshot, path: SitePath, index: number, width: number): MenuLook['direction'] {
  const styles = site.stylesOf(path, { width, height: DESK.height })
  const list = linkListOf(styles.page, styles.page.elements[index]!)
  return list ? standingOf({ ...list, styles }).direction : 'column'
}

/** Selectors by the part of a menu they are for. */
export type SelectorOf = (part: MenuPart) => string

/** The rule that stacks a menu and says nothing else: such a one is written anew as a whole. */
export function stackingRule(sheet: Sheet, isOfMenu: (selector: string) => boolean): AtRule | null {
  const found = sheet.rules.find(
    (rule): rule is AtRule => rule.kind === 'at' && widthOf(rule) !== null && onlyStacks(sheet, rule, isOfMenu),
  )
  return found ?? null
}

/** What is written to stack items; whatever else stands in a rule is somebody's own. */
const STACKS = /^(?:flex-direction: column|display: block|float: none)$/
const GOES_WITH: readonly (readonly [string, RegExp])[] = [
  ['margin-left: 0', /^margin-top: /],
  ['border-left: none', /^border-top: /],
  ['padding-left: 0', /^padding-top: /],
]

function onlyStacks(sheet: Sheet, rule: AtRule, isOfMenu: (selector: string) => boolean): boolean {
  if (sheet.text.slice(rule.from, rule.to).includes('/*')) return false
  const inner = rule.items.filter((item): item is StyleRule => item.kind === 'style')
  const ofMenu = inner.every(({ selector }) =>
    splitAtCommas(selector).every(({ text }) => isOfMenu(normalSelector(text))),
  )
  if (!ofMenu || inner.length === 0 || inner.length < rule.items.length) return false
  const [first, ...more] = inner.map((each) => saidIn(each))
  return first!.length === 1 && STACKS.test(first![0]!) && more.every(isWritten)
}

const saidIn = (rule: StyleRule): string[] =>
  rule.items.map((item) =>
    item.kind === 'declaration' ? `${item.property}: ${item.value}${item.important ? ' !important' : ''}` : '',
  )

/** Whether declarations are pairs as they are written for what stands between two items. */
const isWritten = (said: readonly string[]) =>
  said.length % 2 === 0 &&
  said.every((each, at) =>
    at % 2 === 0
      ? GOES_WITH.some(([beside, below]) => each === beside && below.test(said[at + 1] ?? ''))
      : !each.includes('!important'),
  )

/** The width up to which a rule for narrow viewports holds, px; null for any other rule. */
export function widthOf({ name, prelude }: AtRule): number | null {
  if (name !== 'media') return null
  const [, width] = /^\(\s*(?:max-width\s*:|width\s*<=)\s*([\d.]+)px\s*\)$/i.exec(prelude.trim()) ?? []
  return width === undefined ? null : Number(width)
}

/** The first rule of the top level that holds on one side of a viewport width alone, and not on the other. */
export function turningRule(sheet: Sheet, width: number): AtRule | null {
  const at = (query: string, px: number) => mediaMatches(query, { width: px, height: DESK.height })
  const found = sheet.rules.find(
    (rule): rule is AtRule =>
      rule.kind === 'at' && rule.name === 'media' && at(rule.prelude, width) !== at(rule.prelude, width + 1),
  )
  return found ?? null
}

/** The splices that take a menu's own stacking rule out. */
export function withoutStacking(sheet: Sheet, isOfMenu: (selector: string) => boolean): Splice[] {
  const rule = stackingRule(sheet, isOfMenu)
  return rule ? removeRules(sheet, [rule]) : []
}

/** The splices that put the items of a bar below one another in viewports up to a width, px: one rule at the end of the sheet. */
export function withStacking(sheet: Sheet, look: MenuLook, below: number, selector: SelectorOf): Splice[] {
  const [unit, eol] = [indentUnit(sheet), lineEndOf(sheet.text)]
  const rules = stackingDeclarations(look).map(([part, declarations]) => {
    const lines = declarations.map((each) => `${unit}${unit}${each};${eol}`).join('')
    return `${selector(part)} {${eol}${lines}${unit}}`
  })
  const body = rules.map((rule) => `${unit}${rule}${eol}`).join(eol)
  return addText(sheet, `@media (max-width: ${below}px) {${eol}${body}}`, 'end')
}

/** What puts items below one another, by the part that is told. */
export function stackingDeclarations({ means, gap, separator }: MenuLook): [MenuPart, string[]][] {
  const stands: Record<MenuLook['means'], [MenuPart, string[]]> = {
    flex: ['list', ['flex-direction: column']],
    grid: ['list', ['display: block']],
    float: ['item', ['float: none']],
    'inline-block': ['item', ['display: block']],
    inline: ['item', ['display: block']],
    block: ['item', ['display: block']],
  }
  const own = means === 'float' || isInLine(means)
  const next = [
    ...(own ? ['margin-left: 0', `margin-top: ${gap}`] : []),
    ...(separator !== ''
      ? ['border-left: none', `border-top: ${separator}`, 'padding-left: 0', `padding-top: ${gap}`]
      : []),
  ]
  return [stands[means], ...(next.length > 0 ? [['next', next] as [MenuPart, string[]]] : [])]
}
