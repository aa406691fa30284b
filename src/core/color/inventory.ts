import { alone } from '../edit/sheets.ts'
import type { Sheet } from '../sheet/parse.ts'
import { literalsOf } from './literals.ts'
import { toHex } from '../values/color-notation.ts'
import { resolveColor } from './resolve.ts'
import { swatchesOf } from './swatches.ts'
import { swatchUses } from './uses.ts'

/** A colour of a sheet, with everything that uses it. */
export interface InventoryColor {
  /** As written first. */
  readonly value: string
  /** In sRGB, as hex. */
  readonly srgb: string
  /** The swatches of this colour. */
  readonly names: readonly string[]
  /** How many declarations are painted with it: through `var()`, or with the colour itself in them. */
  readonly declarations: number
}

/** Every colour of a sheet, equal ones together, the most used first. A swatch's own definition is no use of it. */
export function colorInventory(sheet: Sheet): InventoryColor[] {
  const found = new Map<string, { value: string; names: string[]; declarations: Set<number> }>()
  const at = (srgb: string, value: string) => {
    const entry = found.get(srgb) ?? { value, names: [], declarations: new Set<number>() }
    found.set(srgb, entry)
    return entry
  }
  const own = new Set<number>()
  for (const { name, value, declaration } of swatchesOf(sheet)) {
    own.add(declaration.from)
    const srgb = resolveColor(sheet, value)
    if (srgb === null) continue
    const entry = at(srgb, value)
    entry.names.push(name)
    for (const use of swatchUses(alone(sheet), name)) if (use.through === '') entry.declarations.add(use.from)
  }
  for (const { value, declaration } of literalsOf(sheet)) {
    if (!own.has(declaration.from)) at(toHex(value)!, value).declarations.add(declaration.from)
  }
  return [...found]
    .map(([srgb, { value, names, declarations }]) => ({ value, srgb, names, declarations: declarations.size }))
    .sort((a, b) => b.declarations - a.declarations)
}
