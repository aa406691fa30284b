import { isCovered, supportOf } from '../browsers/support.ts'
import { CALLED } from '../browsers/browsers.ts'
import { lacking, type Target } from '../browsers/target.ts'
import type { Declaration, Item, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { removeDeclaration } from '../sheet/edit.ts'
import { memo, memoText } from '../text/memo.ts'
import { componentsOf, type Component } from '../values/component.ts'
import { brief, mendBy, type Diagnosis } from './diagnosis.ts'
import { inWords } from './takes.ts'
import { verdictOf } from './verdict.ts'

/** What is usually done where a feature is missing (common practice), by its key. */
const INSTEAD: Readonly<Record<string, string>> = {
  'at-rules.container': 'A media query before it holds where there is no @container.',
  'at-rules.scope': 'A class in front of the selectors does the same.',
  'at-rules.starting-style': 'Without it the first appearance comes at once, which is mostly fine.',
  'at-rules.view-transition': 'Without it pages change at once, which is mostly fine.',
  'properties.text-wrap': 'Without it lines break as ever, which is mostly fine.',
  'properties.text-wrap-style': 'Without it lines break as ever, which is mostly fine.',
  'properties.scrollbar-width': 'Without it scrollbars are as wide as ever.',
  'properties.scrollbar-color': 'Without it scrollbars have the colours of the system.',
  'properties.accent-color': 'Without it form controls have the colours of the system.',
  'properties.field-sizing': 'Give the field a width as well.',
  'properties.interpolate-size': 'Without it the box opens at once.',
  'properties.anchor-name': 'Give the box a place with position as well.',
  'properties.position-anchor': 'Give the box a place with position as well.',
  'properties.animation-timeline': 'Put it in @supports, so that the animation does not run by time instead.',
  'properties.backdrop-filter': 'Give it a background that can be read without the blur.',
  'properties.user-select': 'Text can be selected there, which is mostly fine.',
  'selectors.has': 'A class set in the markup does the same.',
  'selectors.nesting': 'Written out, each selector in full, it is read everywhere.',
  'selectors.details-content': 'Without it the content opens at once.',
}

/** What a stylesheet uses that not every browser it is made for takes, and prefixes that are missing or not needed. */
export function featureDiagnoses(sheet: Sheet, target: Target): readonly Diagnosis[] {
  const known = byTarget(sheet)
  const key = JSON.stringify(target)
  const found = known.get(key) ?? visit(sheet, sheet.rules, target)
  known.set(key, found)
  return found
}

const byTarget = memo((_sheet: Sheet) => new Map<string, readonly Diagnosis[]>())

/** What stands in `@supports` is there for those that take it. */
function visit(sheet: Sheet, items: readonly Item[], target: Target): Diagnosis[] {
  return items.flatMap((item) => {
    if (item.kind === 'declaration' || (item.kind === 'at' && UNASKED.has(item.name))) return []
    return [
      ...ofRule(item, target),
      ...(item.kind === 'style' ? ofDeclarations(sheet, item, target) : []),
      ...visit(sheet, item.items, target),
    ]
  })
}

const UNASKED = new Set(['supports', 'font-face', 'page', 'property', 'counter-style', 'font-palette-values'])

function ofRule(rule: Rule, target: Target): Diagnosis[] {
  if (rule.kind === 'at') {
    const key = `at-rules.${rule.name}`
    if (rule.name.startsWith('-')) return []
    const place = { from: rule.from, to: rule.from + rule.name.length + 1 }
    return isCovered(target, key) ? [] : [limited(key, `@${rule.name}`, 'skip it with all it holds', place, target)]
  }
  const { selector, selectorRange } = rule
  if (!selector.includes(':')) return []
  for (const { index, 0: written, 1: name } of selector.matchAll(/::?([a-z][a-z-]*)(?![^[]*\])/gi)) {
    const key = `selectors.${name!.toLowerCase()}`
    if (isCovered(target, key)) continue
    const from = selectorRange.from + index
    return [limited(key, written, 'drop the whole rule', { from, to: from + written.length }, target)]
  }
  return []
}

function limited(
  key: string,
  name: string,
  does: string,
  place: { from: number; to: number },
  target: Target,
): Diagnosis {
  const who = lacking(target, supportOf(key)!).map((browser) => CALLED[browser])
  const instead = INSTEAD[key] ?? ''
  return {
    rule: 'support-limited',
    severity: 'note',
    from: place.from,
    to: place.to,
    message:
      `${name} is not taken by all browsers this site is made for: ${who.length === 0 ? 'some have it since a short while only, and older ones' : inWords(who).replace(' or ', ' and ')} ${does}. ${instead}`.trim(),
    cause: `${name} is not taken by all browsers this site is made for. ${instead}`.trim(),
    mend: null,
  }
}

function ofDeclarations(sheet: Sheet, rule: StyleRule, target: Target): Diagnosis[] {
  const all = declarationsOf(rule)
  return all.flatMap((declaration) => {
    if (declaration.property.startsWith('--')) return []
    if (declaration.property.startsWith('-')) return needlessPrefix(sheet, declaration, all, target)
    const key = uncoveredKey(declaration, target)
    if (key === null || hasFallback(declaration, all, target)) return []
    const missing = missingPrefix(declaration, all, target)
    if (missing !== 'none') return missing
    const name = key.split('.').length > 2 ? `${declaration.property}: ${key.split('.').at(-1)!}` : declaration.property
    return [limited(key, name, 'skip the declaration', declaration, target)]
  })
}

/** Of lists of these, browsers take what they know; and nothing on a touch screen points or is pulled. */
const UNASKED_VALUES = new Set(['font', 'font-family', 'cursor', 'will-change', 'transition', 'animation'])
const UNASKED_PROPERTIES = new Set(['cursor', 'resize'])

/** The first thing in a declaration that not all browsers take; null where all take it. */
function uncoveredKey({ property, value }: Declaration, target: Target): string | null {
  return uncovered(`${typeof target === 'string' ? target : JSON.stringify(target)}\n${property}\n${value}`)
}

/** Found once for each spelling: target, property and value in lines of their own. */
const uncovered = memoText((spelling: string): string | null => {
  const [target, property, ...value] = spelling.split('\n') as [string, string, ...string[]]
  return firstUncovered(
    property,
    value.join('\n'),
    target.startsWith('{') ? (JSON.parse(target) as Target) : (target as Target),
  )
})

function firstUncovered(property: string, value: string, target: Target): string | null {
  if (UNASKED_PROPERTIES.has(property)) return null
  const own = `properties.${property}`
  if (!isCovered(target, own)) return own
  if (UNASKED_VALUES.has(property)) return null
  return (
    [...keysIn(property, componentsOf(value))].find((key) => isTakenSomewhere(key) && !isCovered(target, key)) ?? null
  )
}

/** What nobody takes is a value that is not taken, and told as such. */
const isTakenSomewhere = (key: string) => Object.values(supportOf(key)?.since ?? {}).some((since) => since !== null)

function* keysIn(property: string, components: readonly Component[]): Generator<string> {
  for (const component of components) {
    if (component.kind === 'ident' && !component.text.startsWith('-'))
      yield `properties.${property}.${component.text.toLowerCase()}`
    if (component.kind === 'function' && !component.name.startsWith('-')) {
      yield `properties.${property}.${component.name}`
      yield `types.${component.name}`
      yield `types.color.${component.name}`
      yield* keysIn(property, component.args)
    }
  }
}

/** Whether the same rule says before it what all browsers take. */
const hasFallback = (declaration: Declaration, all: readonly Declaration[], target: Target) =>
  all.some(
    (each) =>
      each.property === declaration.property && each.from < declaration.from && uncoveredKey(each, target) === null,
  )

/** Prefixes that any browser in use reads. */
const PREFIXES = ['-webkit-', '-moz-']

/** A prefix without which a browser of the site skips it; `none` where no prefix helps. */
function missingPrefix(declaration: Declaration, all: readonly Declaration[], target: Target): Diagnosis[] | 'none' {
  const { property, value, important } = declaration
  const support = supportOf(`properties.${property}`)
  if (!support) return 'none'
  const without = lacking(target, support)
  for (const prefix of PREFIXES) {
    const prefixed = supportOf(`properties.${prefix}${property}`)
    const helped = prefixed ? without.filter((browser) => !lacking(target, prefixed).includes(browser)) : []
    if (helped.length === 0) continue
    const name = prefix + property
    if (all.some((each) => each.property === name)) return []
    return [
      {
        rule: 'prefix-missing',
        severity: 'warning',
        from: declaration.from,
        to: declaration.to,
        message: `${inWords(helped.map((browser) => CALLED[browser])).replace(' or ', ' and ')} read ${name} only. Write it before ${property}.`,
        cause: `${property} needs ${name} beside it.`,
        mend: mendBy(
          `Write ${name}`,
          declaration.from,
          declaration.from,
          `${name}: ${value}${important ? ' !important' : ''}; `,
        ),
      },
    ]
  }
  return 'none'
}

/** A name with a prefix beside the one without, which all browsers of the site take. */
function needlessPrefix(
  sheet: Sheet,
  declaration: Declaration,
  all: readonly Declaration[],
  target: Target,
): Diagnosis[] {
  const { property, value } = declaration
  const plain = property.replace(/^-[a-z]+-/, '')
  const support = supportOf(`properties.${plain}`)
  if (!support || lacking(target, support).length > 0 || !isCovered(target, `properties.${plain}`)) return []
  const beside = all.find((each) => each.property === plain)
  if (!beside || uncoveredKey(beside, target) !== null || verdictOf(plain, beside.value) !== 'taken') return []
  if (beside.value !== value && beside.from < declaration.from) return []
  return [
    {
      rule: 'prefix-unneeded',
      severity: 'note',
      from: declaration.from,
      to: declaration.to,
      message: `All browsers this site is made for read ${plain}; ${brief(property)} beside it can go.`,
      cause: 'Names with a prefix stand beside the same without one, which all browsers this site is made for read.',
      mend: { label: 'Take it away', splices: removeDeclaration(sheet, declaration) },
    },
  ]
}
