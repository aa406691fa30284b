import { hasVar } from '../css/var.ts'
import { SIDES } from '../values/sides.ts'
import { LINE, TOP_LINE } from './expanders/border.ts'
import { inAnyOrder, piecesOf } from './expanders/pieces.ts'
import { longhand } from './longhands.ts'
import { expand } from './shorthands.ts'

/** Shorthands whose one value serves four sides. */
const FOUR_SIDES = new Set([
  'margin',
  'padding',
  'inset',
  'scroll-margin',
  'scroll-padding',
  'border-width',
  'border-style',
  'border-color',
])

/** What parts of these shorthands are when they are left out, in the words people write. */
const PLAIN: Readonly<Record<string, string>> = { width: 'medium', style: 'none', color: 'currentcolor' }

/** The three parts of a border value, as written; parts left out are ''. A `var()` is taken for the first part left open, colour before width. */
export function readBorder(value: string): { width: string; style: string; color: string } {
  const pieces = piecesOf(value)
  const set =
    inAnyOrder(
      pieces.filter((piece) => !hasVar(piece)),
      TOP_LINE,
    ) ?? {}
  for (const piece of pieces.filter(hasVar)) {
    const open = ['color', 'width', 'style'].map((part) => `border-top-${part}`).find((name) => !(name in set))
    if (open) set[open] = piece
  }
  return {
    width: set['border-top-width'] ?? '',
    style: set['border-top-style'] ?? '',
    color: set['border-top-color'] ?? '',
  }
}

/**
 * What a declaration of `property: value` gives the longhand (or inner shorthand) `inner`, as written; null when this
 * cannot be read off the text, as with `var()` inside a shorthand.
 */
export function valueThrough(property: string, value: string, inner: string): string | null {
  if (property === inner) return value
  if (property === 'border' && SIDES.some((side) => inner === `border-${side}`)) return value
  const whole = piecesOf(value)
  // A lone var() stands for every side; anywhere else nothing can be said.
  if (hasVar(value) && !(whole.length === 1 && FOUR_SIDES.has(property))) return partWithVar(property, whole, inner)
  if (hasVar(value)) return value
  const given = expand(property, value)?.get(inner)
  if (given === undefined) return null
  if (given !== 'initial') return given
  if (/^border-.*-(?:width|style|color)$/.test(inner)) return PLAIN[inner.slice(inner.lastIndexOf('-') + 1)]!
  if (inner === 'font-weight' || inner === 'font-stretch') return 'normal'
  return inner === 'background-color' ? 'transparent' : (longhand(inner)?.initial ?? null)
}

/** Reads a border or four sides although parts are `var()`: what the plain parts leave open, the `var()` fills. */
function partWithVar(property: string, pieces: readonly string[], inner: string): string | null {
  if (FOUR_SIDES.has(property)) {
    const sides = pieces.length <= 4 ? SIDES.findIndex((side) => inner.includes(`-${side}`) || inner === side) : -1
    const [top = '', right = top, bottom = top, left = right] = pieces
    return [top, right, bottom, left][sides] ?? null
  }
  if (property === 'background' && inner === 'background-color' && pieces.length === 1) return pieces[0]!
  if (!/^(?:border|outline)(?:-(?:top|right|bottom|left))?$/.test(property)) return null
  const part = LINE.find((name) => inner.endsWith(`-${name}`))
  const open = pieces.filter((piece) => hasVar(piece))
  const set =
    inAnyOrder(
      pieces.filter((piece) => !hasVar(piece)),
      TOP_LINE,
    ) ?? {}
  const missing = LINE.filter((name) => !(`border-top-${name}` in set))
  if (!part) return null
  return (
    set[`border-top-${part}`] ??
    (open.length === 1 ? (part === 'color' || missing.length === 1 ? open[0]! : PLAIN[part]!) : null)
  )
}
