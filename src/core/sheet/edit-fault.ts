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
  const found = sayings(after)
  return lostSaying(sayings(before), found, ordered) ?? missingRule(found, ordered)
}

/** Something that the splices leave alone and that is no longer said. */
function lostSaying(before: readonly Saying[], after: readonly Saying[], ordered: readonly Splice[]): string | null {
  const said = new Set(after.map(keyOf))
  let next = 0
  let shift = 0
  for (const saying of before) {
    for (let splice = ordered[next]; splice && splice.to < saying.from; splice = ordered[++next])
      shift += splice.insert.length - (splice.to - splice.from)
    // What an edit touches, or writes right beside, it may mean to change.
    const touched = next < ordered.length && ordered[next]!.from <= saying.to
    if (!touched && !said.has(keyOf({ ...saying, from: saying.from + shift }))) return lost(saying.text)
  }
  return null
}

/** A rule that the splices write and that is none where they write it. */
function missingRule(after: readonly Saying[], ordered: readonly Splice[]): string | null {
  const heads = new Set(after.map(({ from, text }) => `${from} ${text}`))
  let shift = 0
  for (const { from, to, insert } of ordered) {
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

function headOf(rule: Rule): string {
  return rule.kind === 'style' ? rule.selector : `@${rule.name} ${rule.prelude}`
}

/** In the order of the text. */
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
