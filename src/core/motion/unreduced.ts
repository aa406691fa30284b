import { splitAtCommas } from '../css/tokens.ts'
import { expand } from '../properties/shorthands.ts'
import { normalSelector } from '../selectors/serialize.ts'
import type { AtRule, Declaration, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { addText, indentUnit } from '../sheet/edit.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import { splitState } from '../states/order.ts'
import { escapeRegExp } from '../text/escape-reg-exp.ts'
import { lineEndOf } from '../text/place.ts'
import { memo } from '../text/memo.ts'
import type { Splice } from '../text/splice.ts'
import { moves, readTime, transitionsOf } from './transitions.ts'

/** A declaration that sets things moving, also for those who asked for less motion. */
export interface Unreduced {
  readonly selector: string
  readonly rule: StyleRule
  readonly declaration: Declaration
  /** What moves: properties of a transition, or the name of an animation. */
  readonly what: readonly string[]
}

/** Movements of a sheet that nothing holds back where somebody has asked for less motion (Media Queries 5, section 12.1). */
export const unreducedIn = memo((sheet: Sheet): readonly Unreduced[] => {
  const placed = styleRules(sheet)
  const reduced = new Set(
    placed.filter(({ within }) => asksForLess(within)).flatMap(({ rule }) => selectorsIn(rule.selector)),
  )
  const movedInStates = movedByStates(placed.map(({ rule }) => rule))
  const animated = movingAnimations(sheet)
  return placed
    .filter(({ within }) => !within.some(isMotionQuery))
    .flatMap(({ rule }) =>
      declarationsOf(rule).flatMap((declaration): Unreduced[] => {
        const open = selectorsIn(rule.selector).filter((selector) => !reduced.has(selector) && !reduced.has('*'))
        if (open.length === 0) return []
        const what = whatMoves(rule, declaration, movedInStates, animated)
        return what.length > 0 ? [{ selector: rule.selector, rule, declaration, what }] : []
      }),
    )
})

const isMotionQuery = (rule: Rule): rule is AtRule =>
  rule.kind === 'at' && rule.name === 'media' && /prefers-reduced-motion/i.test(rule.prelude)
const asksForLess = (within: readonly Rule[]) =>
  within.some((rule) => isMotionQuery(rule) && !/no-preference/i.test(rule.prelude))

const selectorsIn = (list: string) => splitAtCommas(list).map(({ text }) => normalSelector(text))

/** Properties that move something and are set for a state, by what the selectors name beside it. */
function movedByStates(rules: readonly StyleRule[]): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>()
  for (const rule of rules)
    for (const selector of selectorsIn(rule.selector)) {
      const { base, state } = splitState(selector)
      if (state === '' || state === 'link' || state === 'visited') continue
      const names = found.get(base) ?? new Set<string>()
      found.set(base, names)
      for (const { property } of declarationsOf(rule)) if (moves(property)) names.add(property)
    }
  return found
}

/** Names of animations whose frames move something. */
function movingAnimations(sheet: Sheet): ReadonlySet<string> {
  const names = new Set<string>()
  const visit = (rules: readonly Rule[]) => {
    for (const rule of rules) {
      if (rule.kind !== 'at') continue
      const inside = rule.items.filter((item): item is Rule => item.kind !== 'declaration')
      if (!/^(?:-webkit-)?keyframes$/.test(rule.name)) visit(inside)
      else if (inside.some((frame) => declarationsOf(frame).some(({ property }) => moves(property))))
        names.add(rule.prelude.trim().replace(/^["']|["']$/g, ''))
    }
  }
  visit(sheet.rules)
  return names
}

function whatMoves(
  rule: StyleRule,
  { property, value }: Declaration,
  inStates: ReadonlyMap<string, ReadonlySet<string>>,
  animated: ReadonlySet<string>,
): string[] {
  const name = property.replace(/^-webkit-/, '')
  if (name === 'animation' || name === 'animation-name')
    return [...animated].filter((each) => new RegExp(`(?:^|[\\s,])${escapeRegExp(each)}(?=$|[\\s,])`).test(value))
  if (name !== 'transition') return []
  const longhands = expand('transition', value)
  if (!longhands) return []
  const changed = new Set(
    selectorsIn(rule.selector).flatMap((selector) => [...(inStates.get(splitState(selector).base) ?? [])]),
  )
  return transitionsOf((each) => longhands.get(each) ?? '')
    .filter(({ duration }) => duration > 0)
    .flatMap((each) => (each.property === 'all' ? [...changed] : moves(each.property) ? [each.property] : []))
}

/** The splices that hold these movements still where somebody has asked for less motion: one rule at the end of the sheet. */
export function reduceMotion(sheet: Sheet, found: readonly Unreduced[]): Splice[] {
  if (found.length === 0) return []
  const still = (kind: RegExp) => found.filter(({ declaration }) => kind.test(declaration.property))
  const rules = [
    ...(still(/animation/).length > 0 ? [{ of: still(/animation/), says: 'animation: none' }] : []),
    ...(still(/transition/).length > 0 ? [{ of: still(/transition/), says: 'transition: none' }] : []),
  ]
  const inside = rules.map(({ of, says }) => {
    const selectors = [...new Set(of.map(({ selector }) => selector.replace(/\s+/g, ' ')))].join(', ')
    const important = of.some(({ declaration }) => declaration.important) ? ' !important' : ''
    return `${selectors} { ${says}${important}; }`
  })
  const [unit, eol] = [indentUnit(sheet), lineEndOf(sheet.text)]
  const lines = inside.map((rule) => `${unit}${rule}${eol}`).join('')
  return addText(sheet, `@media (prefers-reduced-motion: reduce) {${eol}${lines}}`, 'end')
}

/** Longer than this, a change of state is waited for (common practice: 100 to 400 ms). */
export const SLOW_MS = 500

/** Milliseconds that a transition declaration takes at the longest, waiting included; 0 for what is none. */
export function longestIn({ property, value }: Pick<Declaration, 'property' | 'value'>): number {
  const name = property.replace(/^-webkit-/, '')
  if (name === 'transition-duration') return Math.max(0, ...splitAtCommas(value).map(({ text }) => readTime(text) ?? 0))
  if (name !== 'transition') return 0
  const longhands = expand('transition', value)
  if (!longhands) return 0
  const all = transitionsOf((each) => longhands.get(each) ?? '')
  return Math.max(0, ...all.map(({ duration, delay }) => (duration > 0 ? duration + Math.max(0, delay) : 0)))
}
