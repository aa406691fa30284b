import { familiesIn } from './stack.ts'

/** The families of a `font-family` value that have to be looked for on a machine: all but the generic ones. */
export function namedFamilies(value: string): string[] {
  return familiesIn(value).flatMap(({ name, generic }) => (generic || name === '' ? [] : [name]))
}

/**
 * Which family of a list text is really set in, in a sentence, given those that are there; '' when it is the first, as
 * written (CSS Fonts 4, section 5.3: the first family that is available, letter by letter).
 */
export function shownFamilyInWords(value: string, present: ReadonlySet<string>): string {
  const families = familiesIn(value)
  const at = families.findIndex(({ name, generic }) => generic || present.has(name))
  if (at === 0 || families.length === 0) return ''
  const missing = families.slice(0, at < 0 ? undefined : at).map(({ name }) => name)
  const all = missing.length > 1 ? `${missing.slice(0, -1).join(', ')} and ${missing.at(-1)} are` : `${missing[0]} is`
  const found = families[at]
  if (!found) return `${all} not on this machine, and no other family is named: the browser’s own is shown.`
  return `${all} not on this machine: ${found.generic ? `the browser’s ${found.name} font` : found.name} is shown.`
}
