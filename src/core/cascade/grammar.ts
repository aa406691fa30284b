import { lexer } from 'css-tree'
import { componentsOf } from '../values/component.ts'
import { isSoundMath } from '../values/math.ts'
import { systemColor } from '../values/color.ts'
import { aliasOf } from './names.ts'

const known = new Map<string, boolean>()
const KNOWN_AT_MOST = 50_000

/** What browsers take beyond the grammars in the data, by property. */
const ALSO: Readonly<Record<string, RegExp>> = {
  'text-align': /^-webkit-(?:center|left|right|auto)$|^-internal-center$/i,
  appearance: /^(?:button|checkbox|radio|textfield|searchfield|textarea|menulist|menulist-button|listbox|meter|progress-bar|push-button|square-button|slider-horizontal|base-select)$/i,
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
  'text-size-adjust': /^(?:auto|none|[\d.]+%)$/i,
}
/** What browsers refuse though the grammars in the data take it. */
const NEVER: Readonly<Record<string, RegExp>> = {
  'line-height': /^-/, 'text-align': /^(?:".*")$/, position: /^-webkit-sticky$/i, 'flex-grow': /^-/, 'flex-shrink': /^-/,
  width: /^-\d/, height: /^-\d/, 'z-index': /\./, order: /\./, 'font-weight': /^-|^0$/, 'overflow-wrap': /^-/, 'font-size': /^-/,
  'justify-items': /^auto$/i,
}

/**
 * Whether a value is valid for a property by its grammar in the CSS specifications. CSS-wide keywords and `var()` are the
 * caller's. Properties without a known grammar take everything.
 */
export function accepts(property: string, value: string): boolean {
  const key = `${property}:${value}`
  let found = known.get(key)
  if (found === undefined) {
    if (known.size > KNOWN_AT_MOST) known.clear()
    known.set(key, (found = match(property, value)))
  }
  return found
}

function match(property: string, value: string): boolean {
  if (value === '') return property.startsWith('--')
  if (NEVER[property]?.test(value)) return false
  if (ALSO[property]?.test(value)) return true
  if (property.endsWith('color') && systemColor(value.toLowerCase()) !== undefined) return true
  const result = lexer.matchProperty(property, value)
  if (!result.error) return !value.includes('(') || isSoundMath(componentsOf(value))
  // "Unknown property": there is no grammar to break.
  if (!/^Unknown property/.test(result.error.message)) return false
  return aliasOf(property) === property
}
