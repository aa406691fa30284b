import type { PageElement } from '../markup/tree.ts'
import { couldMatch } from '../selectors/match.ts'
import { parseSelectorList, type Complex } from '../selectors/parse.ts'
import type { Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { memo } from '../text/memo.ts'

/** The rules of a sheet by the families of properties they set; null for a selector that stands inside another rule. */
type ByFamily = ReadonlyMap<string, readonly (readonly Complex[] | null)[]>

/**
 * Whether a style attribute may beat anything of the sheet: a rule of it that could match the element sets a property of the
 * same family. It says yes too often rather than too seldom; a cascade then tells. Most attributes of large sites beat nothing,
 * and asking this costs a hundredth of a cascade.
 */
export function mayBeat(element: PageElement, sheet: Sheet): boolean {
  const families = byFamily(sheet)
  for (const [, name] of (element.attributes.get('style') ?? '').matchAll(/(?<![-\w])([-\w]+)\s*:/g)) {
    const family = familyOf(name!)
    const rules =
      family === 'all'
        ? [...families.values()].flat()
        : [...(families.get(family) ?? []), ...(families.get('all') ?? [])]
    if (rules.some((list) => list === null || list.some((selector) => couldMatch(element, selector)))) return true
  }
  return false
}

const byFamily = memo((sheet: Sheet): ByFamily => {
  const found = new Map<string, (readonly Complex[] | null)[]>()
  for (const { rule, within } of styleRules(sheet)) {
    const nested = within.some(({ kind }) => kind === 'style')
    const selectors = nested ? null : (parseSelectorList(rule.selector) ?? [])
    const names = rule.items.flatMap((item) => (item.kind === 'declaration' ? [familyOf(item.property)] : []))
    // A block inside a rule, such as one for a medium, sets what it sets for the rule's own elements.
    const inner = rule.items.some((item) => item.kind === 'at')
    for (const family of new Set(inner ? [...names, 'all'] : names)) {
      const same = found.get(family)
      if (same) same.push(inner ? null : selectors)
      else found.set(family, [inner ? null : selectors])
    }
  }
  return found
})

const SIZES = /^(?:(?:min|max)-)?(?:width|height|inline-size|block-size)$/
const INSETS = /^(?:top|right|bottom|left|inset\b.*)$/

/** What a property and all that set the same sides, sizes or parts have in common: by the first word of its name, mostly. */
function familyOf(property: string): string {
  const name = property.toLowerCase().replace(/^-(?:webkit|moz|ms)-/, '')
  if (name.startsWith('--')) return name
  if (SIZES.test(name)) return 'size'
  if (INSETS.test(name)) return 'inset'
  const first = /^[a-z]+/.exec(name)?.[0] ?? name
  return KIN[first] ?? first
}

/** First words whose properties set parts of each other: shorthands across names, and other names of the same. */
const KIN: Readonly<Record<string, string>> = {
  line: 'font',
  gap: 'grid',
  row: 'grid',
  column: 'grid',
  columns: 'grid',
  place: 'grid',
  align: 'grid',
  justify: 'grid',
  white: 'text',
  page: 'break',
  word: 'overflow',
}
