import { supportOf } from '../browsers/support.ts'
import { CALLED } from '../browsers/browsers.ts'
import { contrastRatio } from '../color/contrast.ts'
import { readRgb } from '../color/rgb.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { toPx, type LengthContext } from '../values/length.ts'
import type { Viewport } from '../values/media.ts'
import { formatPx } from '../values/number.ts'
import { isShorthand, longhandsOf } from '../properties/shorthands.ts'
import { aliasOf } from '../properties/aliases.ts'
import { definitionOf, idOf, longhand } from '../properties/longhands.ts'
import { takesInWords } from '../diagnostics/takes.ts'
import { resolveVars } from '../edit/variables.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { reachReport } from '../model/reach.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseComplex } from '../selectors/parse.ts'
import { reachOf } from '../selectors/reach.ts'
import { specificityOf } from '../selectors/specificity.ts'
import { withoutStates } from '../selectors/why-nothing.ts'
import type { Declaration, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import type { Range } from '../text/splice.ts'
import { toHex } from '../values/color-notation.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { tokenPieces, piecesOf } from '../diagnostics/pieces.ts'
import { appliesTo } from './applies.ts'
import { PROPERTY_WORDS } from './property-words.ts'

/** What there is to say of something in a stylesheet. */
export interface Word extends Range {
  readonly title: string
  /** Sentences, the most important first. */
  readonly lines: readonly string[]
  /** A colour to show; null for what is none. */
  readonly color: string | null
}

/** What there is to say of what stands at an offset: a property, a selector, a colour, a length. Null for all else. */
export function wordAt(site: SiteSnapshot, file: SitePath, offset: number): Word | null {
  const sheet = site.sheet(file)
  if (!sheet) return null
  const within = ({ from, to }: Range) => from <= offset && offset <= to
  for (const { rule } of styleRules(sheet)) {
    if (within(rule.selectorRange)) return ofSelector(site, rule, offset)
    for (const declaration of declarationsOf(rule)) {
      if (within(declaration.propertyRange)) return ofProperty(site, rule, declaration)
      if (within(declaration.valueRange)) return ofValue(site, sheet, rule, declaration, offset)
    }
  }
  return null
}

function ofSelector(site: SiteSnapshot, rule: StyleRule, offset: number): Word | null {
  const part = splitAtCommas(rule.selector, rule.selectorRange.from).find(
    ({ from, to }) => from <= offset && offset <= to,
  )
  const complex = part && parseComplex(part.text)
  if (!complex) return null
  const { total, pages, why } = reachReport(site, part.text)
  const [ids, classes, types] = specificityOf(complex)
  const reach =
    total === 0 ? `Touches nothing. ${why}` : `Touches ${count(total, 'element')} on ${count(pages.length, 'page')}.`
  return {
    ...{ from: part.from, to: part.to, title: part.text, color: null },
    lines: [
      reach,
      `Weighs ${ids}, ${classes}, ${types}: ${count(ids, 'id')}; ${count(classes, 'class')}, attributes and states; ${count(types, 'element')} and parts.`,
    ],
  }
}

const count = (number: number, what: string) =>
  `${number} ${number === 1 ? what : what === 'class' ? 'classes' : `${what}s`}`

function ofProperty(site: SiteSnapshot, rule: StyleRule, { property, propertyRange }: Declaration): Word | null {
  if (property.startsWith('--')) return null
  const lines = [
    PROPERTY_WORDS[property] ?? '',
    takesInWords(property),
    nature(property),
    appliesTo(aliasOf(property)),
    supportInWords(property),
    onThePages(site, rule, property),
  ]
  return { ...propertyRange, title: property, lines: lines.filter((line) => line !== ''), color: null }
}

function nature(property: string): string {
  const name = aliasOf(property)
  if (isShorthand(name)) return `Sets ${longhandsOf(name).length} properties at once, also those it does not name.`
  const known = definitionOf(name)
  return known ? `Begins as ${known.initial}; ${known.inherited ? 'inherited' : 'not inherited'}.` : ''
}

/** Since when browsers take it, those of desks. */
function supportInWords(property: string): string {
  const support = supportOf(`properties.${property}`)
  if (!support) return ''
  const desks = (['chrome', 'edge', 'firefox', 'safari'] as const).map(
    (browser) => `${CALLED[browser]} ${support.since[browser] ?? 'not'}`,
  )
  const level = support.level === 'widely' ? 'Widely available: ' : support.level === 'newly' ? 'Newly available: ' : ''
  return `${level}${desks.join(', ')}.`
}

/** Shorthands of more parts are not told in one. */
const MOST_PARTS = 4

/** What the elements of a rule have now: of a shorthand its parts, once where they are all the same. */
function onThePages(site: SiteSnapshot, rule: StyleRule, property: string): string {
  const name = aliasOf(property)
  const bare = withoutStates(rule.selector)
  const ids = longhandsOf(name).flatMap((each) => longhand(each)?.id ?? [])
  if (ids.length === 0 || ids.length > MOST_PARTS || bare === null) return ''
  const found = new Map<string, number>()
  for (const path of site.pagePaths) {
    const elements = reachOf(site.page(path), bare)
    if (elements.length === 0) continue
    const styles = site.stylesOf(path)
    for (const element of elements) {
      const parts = ids.map((id) => resolvedValue(styles.of(element), id))
      const value = new Set(parts).size === 1 ? parts[0]! : parts.join(' ')
      found.set(value, (found.get(value) ?? 0) + 1)
    }
  }
  const most = [...found].sort((a, b) => b[1] - a[1]).slice(0, 3)
  return most.length === 0
    ? ''
    : `On the pages now: ${most.map(([value, times]) => `${value} (${times}×)`).join(', ')}.`
}

function ofValue(
  site: SiteSnapshot,
  sheet: Sheet,
  rule: StyleRule,
  declaration: Declaration,
  offset: number,
): Word | null {
  const at = offset - declaration.valueRange.from
  const inside = ({ from, to }: Range) => from <= at && at <= to
  const piece = piecesOf(declaration.value).find(inside) ?? tokenPieces(declaration.value).find(inside)
  if (!piece) return null
  const place = { from: declaration.valueRange.from + piece.from, to: declaration.valueRange.from + piece.to }
  const resolved = resolveVars(sheet, piece.text)
  const hex = toHex(resolved)
  if (hex) return { ...place, title: piece.text, lines: colorLines(piece.text, hex), color: hex }
  const token = tokenPieces(declaration.value).find(inside)
  if (!token || !/^[+-]?[\d.]+[a-z%]+$/i.test(token.text)) return null
  const line = inPixels(site, rule, declaration, token.text)
  return line === '' ? null : { ...place, title: token.text, lines: [line], color: null }
}

const [WHITE, BLACK] = [readRgb('#ffffff')!, readRgb('#000000')!]

function colorLines(written: string, hex: string): string[] {
  const rgb = readRgb(hex.slice(0, 7))
  if (!rgb) return []
  const [white, black] = [WHITE, BLACK].map((other) => contrastRatio(rgb, other))
  return [
    ...(written.toLowerCase() === hex ? [] : [hex]),
    `Contrast ${white!.toFixed(1)} : 1 with white, ${black!.toFixed(1)} : 1 with black.`,
  ]
}

/** Units that are px of their own hang on nothing. */
const RELATIVE = /(?:em|ex|ch|lh|ic|cap|v[whib]|vmin|vmax|pt|pc|in|cm|mm|q)$/i
/** More values than these nobody reads. */
const MOST = 4

/** What a length comes to on the elements of its rule: it is computed where the cascade finds them. */
function inPixels(site: SiteSnapshot, rule: StyleRule, { property }: Declaration, written: string): string {
  const bare = withoutStates(rule.selector)
  if (bare === null || !RELATIVE.test(written)) return ''
  const value = Number.parseFloat(written)
  const unit = written.replace(/^[+-]?[\d.]+/, '').toLowerCase()
  const found = new Set<string>()
  for (const path of site.pagePaths) {
    const elements = reachOf(site.page(path), bare)
    if (elements.length === 0) continue
    const styles = site.stylesOf(path)
    for (const element of elements) {
      // A font size is relative to that of the element around.
      const of = property === 'font-size' && element.parent ? element.parent : element
      const px = toPx(value, unit, contextOf(styles.of(of), styles.cascade.viewport))
      if (px !== null) found.add(formatPx(px))
    }
  }
  if (found.size === 0) return ''
  const shown = [...found].slice(0, MOST)
  return `${written} is ${shown.join(', ')}${found.size > MOST ? ` and ${found.size - MOST} more` : ''} on what this rule touches.`
}

function contextOf({ inherited }: ElementStyle, viewport: Viewport): LengthContext {
  const { fontSize, lineHeight, root, values } = inherited
  return {
    ...{ fontSize, lineHeight, viewport },
    rootFontSize: root?.fontSize ?? fontSize,
    rootLineHeight: root?.lineHeight ?? lineHeight,
    fontFamily: values[FONT_FAMILY]!,
  }
}

const FONT_FAMILY = idOf('font-family')
