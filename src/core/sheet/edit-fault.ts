import type { Splice } from '../text/splice.ts'
import { parseSheet, type Item, type Rule, type Sheet } from './parse.ts'

/** Something a sheet says: where it begins, how deep it stands, and its words. */
interface Saying {
  readonly from: number
  readonly to: number
  readonly depth: number
  readonly text: string
}

/**
 * Why an edit must not be made: what it does not touch would no longer be said, or what it writes would not be. Null when
 * the changed sheet says everything it said, and the new rules too. A sheet that is broken somewhere can make of the best
 * edit something else (an at-rule without its semicolon swallows what comes behind), and nobody would see it.
 */
export function editFault(before: Sheet, after: Sheet, splices: readonly Splice[]): string | null {
  const ordered = [...splices].sort((a, b) => a.from - b.from || a.to - b.to)
  return lostSaying(before, after, ordered) ?? missingRule(after, ordered)
}

/** Something that the splices leave alone and that is no longer said. */
function lostSaying(before: Sheet, after: Sheet, ordered: readonly Splice[]): string | null {
  const { gone, come } = changedRules(before, after, ordered)
  const said = new Set(sayings(come).map(keyOf))
  const shifts = shifting(ordered, false)
  let next = 0
  for (const saying of sayings(gone)) {
    while (next < ordered.length && ordered[next]!.to < saying.from) next++
    // What an edit touches, or writes right beside, it may mean to change.
    const touched = next < ordered.length && ordered[next]!.from <= saying.to
    if (!touched && !said.has(keyOf({ ...saying, from: saying.from + shifts(saying.from) }))) return lost(saying.text)
  }
  return null
}

/**
 * The rules of the top level that are not the same in both. One that stands where it must, in the same words, says what it
 * said: a rule is read alike wherever it stands on the top level.
 */
function changedRules(before: Sheet, after: Sheet, ordered: readonly Splice[]) {
  const start = alikeAtStart(before, after, ordered)
  const end = alikeAtEnd(before, after, ordered, start)
  const nowAround = after.rules.slice(start, after.rules.length - end)
  const places = new Map(nowAround.map((rule) => [rule.from, rule]))
  const same = new Set<Rule>()
  const shifts = shifting(ordered, true)
  const sameText = (rule: Rule, now: Rule) =>
    before.text.slice(rule.from, rule.to) === after.text.slice(now.from, now.to)
  const gone = before.rules.slice(start, before.rules.length - end).filter((rule) => {
    const now = places.get(rule.from + shifts(rule.from))
    const isSame = now && now.to - now.from === rule.to - rule.from && sameText(rule, now)
    if (isSame) same.add(now)
    return !isSame
  })
  return { gone, come: nowAround.filter((rule) => !same.has(rule)) }
}

/** How many rules before the first splice stand where they stood: the texts are the same there. */
function alikeAtStart({ rules }: Sheet, after: Sheet, ordered: readonly Splice[]): number {
  const place = ordered[0]?.from ?? Infinity
  const isAlike = ({ from, to }: Rule, now?: Rule) => to <= place && now?.from === from && now.to === to
  const other = rules.findIndex((rule, at) => !isAlike(rule, after.rules[at]))
  return other < 0 ? rules.length : other
}

/** How many rules behind the last splice have moved with the text. */
function alikeAtEnd(before: Sheet, after: Sheet, ordered: readonly Splice[], start: number): number {
  const place = ordered.at(-1)?.to ?? 0
  const by = after.text.length - before.text.length
  const most = Math.min(before.rules.length, after.rules.length) - start
  let alike = 0
  while (alike < most) {
    const { from, to } = before.rules[before.rules.length - alike - 1]!
    const now = after.rules[after.rules.length - alike - 1]!
    if (from < place || now.from !== from + by || now.to !== to + by) break
    alike++
  }
  return alike
}

/** How far places move, asked in the order of the text; what is written right at a place moves it or does not. */
function shifting(ordered: readonly Splice[], atIt: boolean): (place: number) => number {
  let next = 0
  let shift = 0
  return (place) => {
    for (let splice = ordered[next]; splice; splice = ordered[++next]) {
      if (atIt ? splice.to > place : splice.to >= place) break
      shift += splice.insert.length - (splice.to - splice.from)
    }
    return shift
  }
}

/** A rule that the splices write and that is none where they write it. */
function missingRule(after: Sheet, ordered: readonly Splice[]): string | null {
  let shift = 0
  for (const { from, to, insert } of ordered) {
    const written = parseSheet(insert)
    const begins = from + shift
    const around = after.rules.filter((rule) => rule.from < begins + insert.length && rule.to > begins)
    const heads = new Set(sayings(around).map((saying) => `${saying.from} ${saying.text}`))
    const missing = written.rules.find((rule) => !heads.has(`${begins + rule.from} ${headOf(rule)}`))
    if (missing && written.errors.length === 0) return lost(headOf(missing))
    shift += insert.length - (to - from)
  }
  return null
}

/** How deep a place of a sheet stands in blocks is part of what is said there. */
const keyOf = ({ from, depth, text }: Saying) => `${from} ${depth} ${text}`

function lost(text: string): string {
  const brief = text.replace(/\s+/g, ' ').slice(0, 60)
  return `Something before this place is not closed, so “${brief}” would no longer be read as it is meant. Mend what the sheet marks as a mistake, then try again.`
}

function headOf(rule: Rule): string {
  return rule.kind === 'style' ? rule.selector : `@${rule.name} ${rule.prelude}`
}

/** In the order of the text. */
function sayings(rules: readonly Rule[]): Saying[] {
  const found: Saying[] = []
  const visit = (items: readonly Item[], depth: number) => {
    for (const item of items) {
      if (item.kind === 'declaration') {
        const text = `${item.property}: ${item.value}${item.important ? ' !important' : ''}`
        found.push({ from: item.from, to: item.to, depth, text })
        continue
      }
      const head = item.kind === 'style' ? item.selectorRange : item.preludeRange
      found.push({ from: item.from, to: Math.max(head.to, item.from + 1), depth, text: headOf(item) })
      visit(item.items, depth + 1)
    }
  }
  visit(rules, 0)
  return found
}
