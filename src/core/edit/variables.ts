import { topStyleRules, declarationsOf } from '../sheet/walk.ts'
import { selectorsOf } from './decide.ts'
import type { Sheet } from '../sheet/parse.ts'

/** A value with every `var()` of a `:root` custom property put in, fallbacks used where none is set. */
export function resolveVars(sheet: Sheet, value: string): string {
  if (!value.includes('var(')) return value
  const known = new Map<string, string>()
  for (const rule of topStyleRules(sheet)) {
    if (!selectorsOf(rule).includes(':root')) continue
    for (const { property, value: set } of declarationsOf(rule)) if (property.startsWith('--')) known.set(property, set)
  }
  let now = value
  // Each round resolves one level; a cycle ends with the rounds.
  for (let round = 0; round < 8 && now.includes('var('); round++) {
    now = now.replace(
      /var\(\s*(--[^\s,)]+)\s*(?:,([^()]*(?:\([^()]*\)[^()]*)*))?\)/g,
      (all, name: string, fallback?: string) => known.get(name) ?? fallback?.trim() ?? all,
    )
  }
  return now
}
