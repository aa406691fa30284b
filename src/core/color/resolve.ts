import { DESK } from '../values/media.ts'
import { alone, type SheetAt } from '../edit/sheets.ts'
import { resolveVarsAmong } from '../edit/variables.ts'
import type { Sheet } from '../sheet/parse.ts'
import { computeColor } from '../values/color.ts'
import { componentsOf } from '../values/component.ts'
import { toHex } from '../values/color-notation.ts'

/** Colours have no lengths in them but in math; any size serves. */
const ANYWHERE = {
  fontSize: 16,
  rootFontSize: 16,
  lineHeight: 18,
  rootLineHeight: 18,
  fontFamily: 'serif',
  viewport: DESK,
}

/** A colour of a sheet worked out to hex: `var()`, `color-mix()` and relative colours included. Null where it depends on the element, or is none. */
export const resolveColor = (sheet: Sheet, value: string): string | null => resolveColorAmong(alone(sheet), value)

/** The same, of stylesheets that apply one behind the other. */
export function resolveColorAmong(sheets: readonly SheetAt[], value: string): string | null {
  const plain = toHex(value)
  if (plain !== null) return plain
  const components = componentsOf(resolveVarsAmong(sheets, value))
  const computed = components.length === 1 ? computeColor(components[0]!, ANYWHERE) : null
  return computed === null ? null : toHex(computed)
}
