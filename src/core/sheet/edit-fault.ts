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
  const said = new Set(sayings(after).map(keyOf))
  const shifted = shiftsOf(splices)
  for (const saying of sayings(before)) {
    // What an edit touches, or writes right beside, it may mean to change.
    if (splices.some(({ from, to }) => from <= saying.to && to >= saying.from)) continue
    if (!said.has(keyOf({ ...saying, from: shifted(saying.from) }))) return lost(saying.text)
  }
  const heads = new Set(sayings(after).map(({ from, text }) => `${from} ${text}`))
  let shift = 0
  for (const { from, to, insert } of [...splices].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const written = parseSheet(insert)
    const missing = written.rules.find((rule) => !heads.has(`${from + shift + rule.from} ${headOf(rule)}`))
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

/** Where a place stands after the splices; what is written at the very place comes before it. */
function shiftsOf(splices: readonly Splice[]): (at: number) => number {
  return (at) => splices.reduce((sum, { from, to, insert }) => (to <= at ? sum + insert.length - (to - from) : sum), at)
}

function headOf(rule: Rule): string {
  return rule.kind === 'style' ? rule.selector : `@${rule.name} ${rule.prelude}`
}

function sayings(sheet: Sheet): Saying[] {
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
  visit(sheet.rules, 0)
  return found
}
