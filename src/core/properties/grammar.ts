import { lexer } from 'css-tree'
import { componentsOf } from '../values/component.ts'
import { skipComponent, Token, tokensOf } from '../css/tokens.ts'
import { exampleOf, isMath } from '../values/math.ts'
import { isRelativeColor, systemColor } from '../values/color.ts'
import { Remembered } from '../text/remembered.ts'
import { aliasOf } from './names.ts'

const known = new Remembered<boolean>(50_000)

/** What browsers take beyond the grammars in the data, by property. */
const ALSO: Readonly<Record<string, RegExp>> = {
  'text-align': /^-webkit-(?:center|left|right|auto)$|^-internal-center$/i,
  appearance:
    /^(?:button|checkbox|radio|textfield|searchfield|textarea|menulist|menulist-button|listbox|meter|progress-bar|push-button|square-button|slider-horizontal|base-select)$/i,
  display: /^(?:-webkit-(?:inline-)?(?:box|flex)|math|block math|inline math)$/i,
  width: /^(?:-webkit-fill-available|stretch|intrinsic|min-intrinsic)$/i,
  height: /^(?:-webkit-fill-available|stretch)$/i,
  'max-width': /^(?:-webkit-fill-available|stretch)$/i,
  'min-width': /^(?:-webkit-fill-available|stretch)$/i,
  'unicode-bidi': /^-webkit-(?:isolate|plaintext)$/i,
  'text-wrap-style': /^(?:auto|balance|stable|pretty|avoid-orphans)$/i,
  'line-break': /^after-white-space$/i,
  'background-clip': /^text$/i,
  'field-sizing': /^(?:content|fixed)$/i,
  'text-autospace': /^(?:normal|no-autospace)$/i,
  'user-select': /^(?:auto|none|text|all|contain)$/i,
  content: /^(?:-webkit-)?image-set\(/i,
  resize: /^auto$/i,
  'text-size-adjust': /^(?:auto|none|[\d.]+%)$/i,
}
/** What browsers refuse though the grammars in the data take it. */
const NEVER: Readonly<Record<string, RegExp>> = {
  'text-align': /^".*"$/,
  position: /^-webkit-sticky$/i,
  'z-index': /\./,
  order: /\./,
  'font-weight': /^0$/,
  'justify-items': /^auto$/i,
  'outline-color': /^auto$/i,
  'will-change': /^none$/i,
  orphans: /^0$/,
  widows: /^0$/,
  ...Object.fromEntries(
    ['row-start', 'row-end', 'column-start', 'column-end'].map((line) => [`grid-${line}`, /^[+-]?0$/]),
  ),
}
/** Properties whose numbers and lengths cannot be negative (their "Value:" lines say [0,∞] or [1,∞]). */
const NOT_NEGATIVE =
  /^(?:(?:min-|max-)?(?:width|height)|border-[a-z-]+-width|border-(?:top|bottom)-(?:left|right)-radius|outline-width|column-(?:rule-width|width|count|gap)|row-gap|padding-.*|scroll-padding-.*|flex-(?:grow|shrink|basis)|font-size|font-weight|line-height|tab-size|grid-auto-(?:rows|columns)|orphans|widows|(?:animation|transition)-duration|animation-iteration-count|perspective|-webkit-line-clamp|stroke-width|stroke-miterlimit)$/
const FILTERS = new Set(
  'blur brightness contrast drop-shadow grayscale hue-rotate invert opacity saturate sepia'.split(' '),
)

/** Whether the grammars know a property by this name. */
export function hasGrammar(property: string): boolean {
  return lexer.getProperty(property, false) !== null
}

/**
 * Whether a value is valid for a property by its grammar in the CSS specifications. CSS-wide keywords and `var()` are the
 * caller's. Properties without a known grammar take everything.
 */
export function accepts(property: string, value: string): boolean {
  return known.get(`${property}:${value}`, () => match(property, value))
}

function match(property: string, written: string): boolean {
  if (written === '') return property.startsWith('--')
  const value = withoutMath(written)
  if (value === null || NEVER[property]?.test(value)) return false
  if (ALSO[property]?.test(value)) return true
  if (NOT_NEGATIVE.test(property) && /^-(?:\d|\.\d)/.test(value)) return false
  if (property.endsWith('color') && (systemColor(value.toLowerCase()) !== undefined || isRelativeColor(value)))
    return true
  // The data still has a filter of old that takes any word.
  if (property === 'filter' || property === 'backdrop-filter')
    return (
      value.toLowerCase() === 'none' ||
      componentsOf(value).every((each) => each.kind === 'url' || (each.kind === 'function' && FILTERS.has(each.name)))
    )
  const { error } = lexer.matchProperty(property, value)
  if (!error) return true
  // "Unknown property": there is no grammar to break.
  return /^Unknown property/.test(error.message) && aliasOf(property) === property
}

/** A value with plain ones in place of its math functions, by the type of what they give; null when one cannot be carried out. */
function withoutMath(value: string): string | null {
  if (!value.includes('(')) return value
  const tokens = tokensOf(value)
  let out = ''
  for (let at = 0; at < tokens.length;) {
    const next = skipComponent(tokens, at)
    const text = value.slice(tokens[at]!.from, tokens[next - 1]!.to)
    const [component] = tokens[at]!.type === Token.Function ? componentsOf(text) : []
    if (component?.kind === 'function' && isMath(component.name)) {
      const example = exampleOf(component)
      if (example === null) return null
      out += example
    } else out += text
    at = next
  }
  return out
}
