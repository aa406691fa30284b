import { splitAtSpaces } from '../css/tokens.ts'
import { hasVar } from '../css/var.ts'

/** The four sides in the order CSS shorthands write them. */
export const SIDES = ['top', 'right', 'bottom', 'left'] as const
export type Side = (typeof SIDES)[number]
export type FourSides = Readonly<Record<Side, string>>

/** Reads a one- to four-value shorthand such as `padding: 1em 2em` (CSS Box 3, section 3.2); null when it is none. */
export function readSides(value: string): FourSides | null {
  const parts = splitAtSpaces(value)
  if (parts.length < 1 || parts.length > 4 || value === '' || hasVar(value)) return null
  const [top, right = top, bottom = top, left = right] = parts as [string, ...string[]]
  return { top, right: right!, bottom: bottom!, left: left! }
}

/** Writes four sides as the shortest shorthand that means the same. */
export function writeSides({ top, right, bottom, left }: FourSides): string {
  if (left !== right) return `${top} ${right} ${bottom} ${left}`
  if (bottom !== top) return `${top} ${right} ${bottom}`
  return right === top ? top : `${top} ${right}`
}
