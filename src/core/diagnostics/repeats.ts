import { addTo } from '../text/grouped.ts'
import { supportOf } from '../browsers/support.ts'
import { longhandsOf, overlaps, isShorthand } from '../properties/shorthands.ts'
import { aliasOf } from '../properties/aliases.ts'
import type { Declaration, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf, styleRules, type PlacedRule } from '../sheet/walk.ts'
import { beginsLine, indentAt, lineEndOf, placeOf } from '../text/place.ts'
import { removeDeclaration } from '../sheet/edit.ts'
import { componentsOf, type Component } from '../values/component.ts'
import { brief, type Diagnosis } from './diagnosis.ts'
import { verdictOf } from './verdict.ts'

/** What is said twice in a stylesheet, or said and taken back at once. */
export function repeatDiagnoses(sheet: Sheet): Diagnosis[] {
  const placed = styleRules(sheet)
  return [
    ...placed.flatMap(({ rule }) => [...propertiesTwice(sheet, rule), ...takenBack(sheet, rule)]),
    ...rulesTwice(sheet, placed),
    ...sameDeclarations(sheet, placed),
  ]
}

const lineOf = (sheet: Sheet, from: number) => placeOf(sheet.text, from).line

/** Declarations of the same property in one rule, of which the later always wins. */
function propertiesTwice(sheet: Sheet, rule: StyleRule): Diagnosis[] {
  const found: Diagnosis[] = []
  const behind = new Behind()
  for (const earlier of declarationsOf(rule).toReversed()) {
    const later = behind.nearest(earlier.property, earlier.important)
    behind.add(earlier)
    if (!later || isFallback(earlier, later)) continue
    const same = later.value === earlier.value
    found.push({
      rule: 'property-repeated',
      severity: same ? 'note' : 'warning',
      from: earlier.from,
      to: earlier.to,
      message: `${earlier.property} is set again in line ${lineOf(sheet, later.from)} of the same rule${same ? ', to the same' : `, to ${brief(later.value, 24)}`}. The later one always wins; this one does nothing.`,
      cause: 'A property is set again in the same rule; the later one always wins.',
      mend: { label: 'Take it away', splices: removeDeclaration(sheet, earlier) },
    })
  }
  return found.reverse()
}

/** What stands behind a place in a rule, gathered from the rule's end: nobody looks through all of it for each declaration. */
class Behind {
  private readonly any = new Map<string, Declaration>()
  private readonly important = new Map<string, Declaration>()
  private readonly lastAny = new Map<string, Declaration>()
  private readonly lastImportant = new Map<string, Declaration>()

  add(declaration: Declaration): void {
    const { property, important } = declaration
    this.any.set(property, declaration)
    if (!this.lastAny.has(property)) this.lastAny.set(property, declaration)
    if (!important) return
    this.important.set(property, declaration)
    if (!this.lastImportant.has(property)) this.lastImportant.set(property, declaration)
  }

  get properties(): Iterable<string> {
    return this.any.keys()
  }

  /** The nearest declaration of a property that is not weaker than one before it. */
  nearest(property: string, important: boolean): Declaration | undefined {
    return (important ? this.important : this.any).get(property)
  }

  /** The last such declaration of the rule. */
  last(property: string, important: boolean): Declaration | undefined {
    return (important ? this.lastImportant : this.lastAny).get(property)
  }
}

/** Whether the earlier of two is there for browsers that do not take the later. */
function isFallback(earlier: Declaration, later: Declaration): boolean {
  if (earlier.property.startsWith('--')) return false
  const { property } = later
  if (verdictOf(property, later.value) !== 'taken') return true
  if (earlier.value === later.value) return false
  return isNewer(property, componentsOf(later.value), componentsOf(earlier.value))
}

/** Units that all browsers have taken for as long as anybody remembers. */
const OLD_UNITS = new Set('px em pt pc in cm mm deg s ms'.split(' '))

/** Whether a value is written in a way that is newer than that of another: with a function, a unit or a word that came later. */
function isNewer(property: string, later: readonly Component[], earlier: readonly Component[]): boolean {
  const earlierForms = earlier.map((each) => formOf(property, each))
  const forms = new Set(earlierForms)
  if (earlierForms.some((form) => form.startsWith('-'))) return true
  return later.some((each) => {
    const form = formOf(property, each)
    return form !== '' && !forms.has(form)
  })
}

/** What is particular about how a component is written; '' for what browsers have always taken. */
function formOf(property: string, component: Component): string {
  switch (component.kind) {
    case 'function':
      return `${component.name}()`
    case 'dimension':
      return OLD_UNITS.has(component.unit) ? '' : component.unit
    case 'hash':
      return component.text.length === 5 || component.text.length === 9 ? 'hash with alpha' : ''
    case 'ident': {
      const word = component.text.toLowerCase()
      const since = supportOf(`properties.${property}.${word}`)?.since.chrome
      return word.startsWith('-') || (since && Number.parseFloat(since) > 20) ? word : ''
    }
    default:
      return ''
  }
}

/** A longhand that a shorthand behind it in the same rule sets back, mostly without anybody meaning it. */
function takenBack(sheet: Sheet, rule: StyleRule): Diagnosis[] {
  const found: Diagnosis[] = []
  const behind = new Behind()
  for (const earlier of declarationsOf(rule).toReversed()) {
    const [later, last] = coveredBy(behind, earlier)
    if (isTakenShorthand(earlier)) behind.add(earlier)
    if (!later || !last || verdictOf(earlier.property, earlier.value) !== 'taken') continue
    // A plain colour before a picture that is drawn: it stands there for browsers that cannot draw it.
    if (isFallback(earlier, later)) continue
    found.push({
      rule: 'shorthand-resets',
      severity: 'warning',
      from: earlier.from,
      to: earlier.to,
      message: `${earlier.property} does nothing here: ${later.property} in line ${lineOf(sheet, later.from)} of the same rule sets it anew, also where it does not name it. Write it behind ${later.property}.`,
      mend: moveBehind(sheet, earlier, last),
    })
  }
  return found.reverse()
}

const isTakenShorthand = ({ property, value }: Declaration) =>
  property !== 'all' && isShorthand(aliasOf(property)) && verdictOf(property, value) === 'taken'

/** The nearest and the last shorthand behind a declaration that set all of it anew. */
function coveredBy(shorthands: Behind, { property, important }: Declaration): (Declaration | undefined)[] {
  const covering = [...shorthands.properties].filter(
    (each) => aliasOf(each) !== aliasOf(property) && coversWhole(each, property),
  )
  const byPlace = (a: Declaration, b: Declaration) => a.from - b.from
  return [
    covering.flatMap((each) => shorthands.nearest(each, important) ?? []).sort(byPlace)[0],
    covering
      .flatMap((each) => shorthands.last(each, important) ?? [])
      .sort(byPlace)
      .at(-1),
  ]
}

/** Moves a declaration behind another one, in its spelling. */
function moveBehind(sheet: Sheet, moved: Declaration, behind: Declaration): Diagnosis['mend'] {
  const { text } = sheet
  const at = behind.semicolon ? text.indexOf(';', behind.to) + 1 : behind.to
  const onOwnLine = beginsLine(text, behind.from)
  const before = `${behind.semicolon ? '' : ';'}${onOwnLine ? lineEndOf(text) + indentAt(text, behind.from) : ' '}`
  return {
    label: `Move it behind ${behind.property}`,
    splices: [
      ...removeDeclaration(sheet, moved),
      { from: at, to: at, insert: `${before}${text.slice(moved.from, moved.to)};` },
    ],
  }
}

function coversWhole(shorthand: string, property: string): boolean {
  const [outer, inner] = [aliasOf(shorthand), aliasOf(property)]
  if (!overlaps(outer, inner)) return false
  const set = longhandsOf(outer)
  return isShorthand(inner) ? longhandsOf(inner).every((each) => set.includes(each)) : set.includes(inner)
}

const conditionOf = (within: readonly Rule[]) =>
  within.map((each) => (each.kind === 'at' ? `@${each.name} ${each.prelude}` : each.selector)).join(' { ')

const spelled = (selector: string) =>
  selector
    .split(',')
    .map((each) => each.replace(/\s+/g, ' ').trim())
    .join(', ')

/** Rules for the same selector under the same condition. */
function rulesTwice(sheet: Sheet, placed: readonly PlacedRule[]): Diagnosis[] {
  const seen = new Map<string, StyleRule>()
  return placed.flatMap(({ rule, within }) => {
    if (rule.items.length === 0) return []
    const key = `${conditionOf(within)} { ${spelled(rule.selector)}`
    const first = seen.get(key)
    if (!first) {
      seen.set(key, rule)
      return []
    }
    return [
      {
        rule: 'rule-repeated' as const,
        severity: 'note' as const,
        from: rule.selectorRange.from,
        to: rule.selectorRange.to,
        message: `${brief(spelled(rule.selector))} has a rule in line ${lineOf(sheet, first.from)} already. What belongs together is easier to find in one.`,
        cause: 'Several rules have the same selector; what belongs together is easier to find in one.',
        mend: null,
      },
    ]
  })
}

/** As many declarations must be the same before it is worth a word. */
const ENOUGH = 3

/** Rules that say the same, word for word. */
function sameDeclarations(sheet: Sheet, placed: readonly PlacedRule[]): Diagnosis[] {
  const byWhat = new Map<string, PlacedRule[]>()
  for (const each of placed) {
    const declarations = declarationsOf(each.rule)
    if (declarations.length < ENOUGH || declarations.length !== each.rule.items.length) continue
    const says = declarations.map(({ property, value, important }) => `${property}:${value}${important ? '!' : ''}`)
    const key = `${conditionOf(each.within)} { ${says.join(';')}`
    addTo(byWhat, key, each)
  }
  return [...byWhat.values()].flatMap((same) => {
    const [first, ...others] = same
    if (others.length === 0) return []
    const lines = others.map(({ rule }) => lineOf(sheet, rule.from))
    return [
      {
        rule: 'repetition' as const,
        severity: 'note' as const,
        from: first!.rule.selectorRange.from,
        to: first!.rule.selectorRange.to,
        message: `${brief(first!.rule.selector)} says the same ${declarationsOf(first!.rule).length} declarations as ${others.length === 1 ? `the rule in line ${lines[0]}` : `the rules in lines ${lines.slice(0, 4).join(', ')}`}. Once is enough: ${brief(same.map(({ rule }) => rule.selector).join(', '), 60)}.`,
        cause: 'Rules say the same, word for word; one list of selectors could say it once.',
        mend: null,
      },
    ]
  })
}
