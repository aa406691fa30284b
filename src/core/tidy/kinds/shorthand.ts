import { hasVar } from '../../css/var.ts'
import { splitAtSpaces } from '../../css/tokens.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { longhand } from '../../properties/longhands.ts'
import { expand, wideKeyword } from '../../properties/shorthands.ts'
import { removeDeclaration } from '../../sheet/edit.ts'
import type { Declaration, Sheet, StyleRule } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import type { Tidier } from '../proposal.ts'

const line = (side: string) => ['width', 'style', 'color'].map((part) => `${side}-${part}`)
const two = (name: string, ends: readonly string[]): [string, string[]] => [name, ends.map((end) => `${name}-${end}`)]

/** What can be said in one, and the parts that say all of it, in the order they are written; a slash parts those of a grid line. */
const PARTS: readonly (readonly [string, readonly string[]])[] = [
  ...['border-top', 'border-right', 'border-bottom', 'border-left', 'border', 'outline', 'column-rule'].map(
    (name): [string, string[]] => [name, line(name)],
  ),
  ['list-style', ['list-style-type', 'list-style-position', 'list-style-image']],
  ['flex-flow', ['flex-direction', 'flex-wrap']],
  ['flex', ['flex-grow', 'flex-shrink', 'flex-basis']],
  ['gap', ['row-gap', 'column-gap']],
  ['columns', ['column-width', 'column-count']],
  ['text-decoration', ['line', 'style', 'color', 'thickness'].map((part) => `text-decoration-${part}`)],
  ['text-emphasis', ['text-emphasis-style', 'text-emphasis-color']],
  ['border-radius', ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((at) => `border-${at}-radius`)],
  ['transition', ['property', 'duration', 'timing-function', 'delay'].map((part) => `transition-${part}`)],
  ...['content', 'items', 'self'].map((what): [string, string[]] => [
    `place-${what}`,
    [`align-${what}`, `justify-${what}`],
  ]),
  ...['overflow', 'overscroll-behavior'].map((name) => two(name, ['x', 'y'])),
  ...['margin', 'padding', 'inset'].flatMap((name) =>
    ['block', 'inline'].map((axis) => two(`${name}-${axis}`, ['start', 'end'])),
  ),
  ['grid-row', ['grid-row-start', '/', 'grid-row-end']],
  ['grid-column', ['grid-column-start', '/', 'grid-column-end']],
]

/** Longhands of one rule that together say all that a shorthand says. */
export const shorthand: Tidier = (sheet) =>
  styleRules(sheet).flatMap(({ rule }) => {
    const declared = declarationsOf(rule)
    return PARTS.flatMap(([name, parts]) => together(sheet, rule, declared, name, parts) ?? [])
  })

function together(
  sheet: Sheet,
  rule: StyleRule,
  declared: readonly Declaration[],
  name: string,
  parts: readonly string[],
): ReturnType<Tidier>[number] | null {
  const names = parts.filter((part) => part !== '/')
  const found = declared.filter(({ property }) => names.includes(property))
  if (found.length !== names.length || new Set(found.map(({ property }) => property)).size !== names.length) return null
  if (!found.every((each) => isPlain(sheet, each) && each.important === found[0]!.important)) return null
  const of = (part: string) => (part === '/' ? '/' : found.find(({ property }) => property === part)!.value)
  const value = shortest(name, parts.map(of), found)
  if (value === null) return null
  const last = found.reduce((a, b) => (a.from > b.from ? a : b))
  return {
    says: `${names.length} declarations of ${brief(rule.selector, 30)} in one: ${name}: ${brief(value, 40)}.`,
    splices: [
      { from: last.propertyRange.from, to: last.valueRange.to, insert: `${name}: ${value}` },
      ...found.filter((each) => each !== last).flatMap((each) => removeDeclaration(sheet, each)),
    ],
    or: [],
  }
}

/** One value that can stand among others; what holds a comment or a list is left as it is. */
const isPlain = ({ text }: Sheet, { from, to, value }: Declaration) =>
  !hasVar(value) && wideKeyword(value) === null && !value.includes(',') && !text.slice(from, to).includes('/*')

/** The shortest value of a shorthand that gives each part what it has; null when there is none. */
function shortest(name: string, words: readonly string[], parts: readonly Declaration[]): string | null {
  const fits = (candidate: readonly string[]) => candidate.length > 0 && saysAll(name, candidate.join(' '), parts)
  let now = words.flatMap((word) => splitAtSpaces(word))
  if (!fits(now)) return null
  for (let at = now.length - 1; at >= 0; at--) {
    const less = now.toSpliced(at, 1)
    if (fits(less)) now = less
  }
  return now.join(' ')
}

function saysAll(name: string, value: string, parts: readonly Declaration[]): boolean {
  const whole = expand(name, value)
  return (
    whole !== null &&
    parts.every(({ property, value: wanted }) =>
      [...(expand(property, wanted) ?? [])].every(([each, text]) => same(each, whole.get(each), text)),
    )
  )
}

/** Whether two specified values of a longhand are spelled alike, or one is the initial value and the other says so. */
function same(name: string, a: string | undefined, b: string): boolean {
  const written = (value: string | undefined) => (value === 'initial' ? longhand(name)?.initial : value)?.toLowerCase()
  return a !== undefined && written(a) === written(b)
}
