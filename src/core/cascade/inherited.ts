import { INHERITED_COUNT, LONGHANDS } from '../properties/longhands.ts'

/** What an element hands down: the computed values of the longhands that inherit, and what goes with them. */
export interface Inherited {
  /** By longhand id. */
  readonly values: readonly string[]
  readonly custom: ReadonlyMap<string, string>
  /** Unrounded, in px. */
  readonly fontSize: number
  /** Used line height in px. */
  readonly lineHeight: number
  /** The keyword the font size comes from, or '': then it follows a family's own scale. */
  readonly sizeKeyword: string
  /** Whether the size was set in absolute terms here or above, so that a change of family leaves it alone. */
  readonly absoluteSize: boolean
  /** The root element's, for `rem`; null on the root itself. */
  readonly root: Inherited | null
}

/** What is handed down to the root element. */
export const INITIAL_INHERITED: Inherited = {
  values: LONGHANDS.slice(0, INHERITED_COUNT).map(({ initial }) => initial),
  custom: new Map(),
  fontSize: 16,
  lineHeight: 18,
  sizeKeyword: 'medium',
  absoluteSize: false,
  root: null,
}

/** Whether two lists of values say the same. */
export function sameList(a: readonly string[], b: readonly string[]): boolean {
  return a === b || a.every((value, at) => value === b[at])
}

/** Whether two elements hand down the same. */
export function sameInherited(a: Inherited, b: Inherited): boolean {
  if (a === b) return true
  const sameSizes = a.root === b.root && a.fontSize === b.fontSize && a.lineHeight === b.lineHeight
  return sameSizes && sameList(a.values, b.values) && sameCustom(a.custom, b.custom)
}

function sameCustom(a: Inherited['custom'], b: Inherited['custom']): boolean {
  return a === b || (a.size === b.size && [...a].every(([name, value]) => b.get(name) === value))
}
