import type { CascadeRule } from '../../cascade/rules.ts'
import { hasVar } from '../../css/var.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { inWords } from '../../diagnostics/takes.ts'
import { longhand } from '../../properties/longhands.ts'
import { expand, wideKeyword } from '../../properties/shorthands.ts'
import type { Declaration, Sheet } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import { beginsLine, indentAt, lineEndOf } from '../../text/place.ts'
import type { Place, Tidier } from '../proposal.ts'

/** Shorthands that set more than they seem to say. */
const HIDING = new Set(['font', 'background'])

/** Shorthands that reset what weaker rules have set for the same elements, written out: what they set, and what they reset. */
export const apart: Tidier = (sheet, place) => {
  const found = styleRules(sheet).flatMap(({ rule }) =>
    declarationsOf(rule)
      .filter(({ property, value }) => HIDING.has(property) && !hasVar(value) && wideKeyword(value) === null)
      .map((declaration) => ({ rule, declaration })),
  )
  if (found.length === 0) return []
  const resets = hiddenBy(place)
  return found.flatMap(({ rule, declaration }) => {
    const hidden = resets.get(declaration.from)
    const whole = hidden && expand(declaration.property, declaration.value)
    if (!hidden || !whole) return []
    const written = [...whole].filter(([name, value]) => !isInitial(name, value) || hidden.has(name))
    const names = inWords([...hidden]).replace(' or ', ' and ')
    return [
      {
        says: `${declaration.property} of ${brief(rule.selector, 40)} is written out, for it resets ${names}.`,
        splices: [{ from: declaration.from, to: declaration.to, insert: inFull(sheet, declaration, written) }],
        or: [],
      },
    ]
  })
}

const isInitial = (name: string, value: string) =>
  value === 'initial' || value.toLowerCase() === longhand(name)?.initial.toLowerCase()

function inFull({ text }: Sheet, { from, important }: Declaration, written: readonly (readonly [string, string])[]) {
  const onLine = beginsLine(text, from)
  const between = onLine ? `;${lineEndOf(text)}${indentAt(text, from)}` : '; '
  return written
    .map(
      ([name, value]) =>
        `${name}: ${value === 'initial' ? longhand(name)!.initial : value}${important ? ' !important' : ''}`,
    )
    .join(between)
}

/** By the place of a declaration: the longhands it resets that a weaker rule sets for some element. */
function hiddenBy({ site, path }: Place): Map<number, Set<string>> {
  const found = new Map<number, Set<string>>()
  const looked = new Set<object>()
  for (const page of site.pagePaths) {
    const styles = site.stylesOf(page)
    for (const matched of styles.matched()) {
      if (looked.has(matched)) continue
      looked.add(matched)
      const author = matched.rules.filter(({ source }) => source.kind !== 'user-agent')
      for (const [at, rule] of author.entries())
        if (rule.source.file === path) addResets(styles.cascade.present(rule), author.slice(0, at), found)
    }
  }
  return found
}

/** Notes what a rule's shorthands reset of what weaker rules set. */
function addResets(rule: CascadeRule, weaker: readonly CascadeRule[], found: Map<number, Set<string>>): void {
  for (const { property, value, declaration } of rule.longhands) {
    if (!HIDING.has(declaration.property) || !isInitial(property, value)) continue
    const sets = (other: CascadeRule) =>
      other.pseudo === rule.pseudo &&
      other.longhands.some((set) => set.property === property && !isInitial(property, set.value))
    if (!weaker.some(sets)) continue
    const names = found.get(declaration.from) ?? new Set<string>()
    found.set(declaration.from, names.add(property))
  }
}
