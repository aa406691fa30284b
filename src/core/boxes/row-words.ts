import { describeElement } from '../markup/describe.ts'
import type { Page } from '../markup/tree.ts'
import type { FitStretch } from './fit-range.ts'
import type { Row, RowMember } from './rows.ts'
import { NARROWEST, WIDEST } from './widths.ts'
import type { Pair } from './used-box.ts'

// Made when it is asked for first: browsers take their time over the first one, and a window opens without.
let twoDecimals: Intl.NumberFormat | null = null

/** Px as people read them: at most two decimals, thousands apart. */
export function pxWords(px: number): string {
  twoDecimals ??= new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 })
  return twoDecimals.format(Math.round(px * 100) / 100)
}

/** What a member's outer width is made of: `200 + 2 × 15`. */
export function sumWords({ box: { content, padding, border, margin } }: Pick<RowMember, 'box'>): string {
  return termsOf(content, [padding, border, margin])
}

/** A content size and what surrounds it: `200 + 2 × 15`. */
export function termsOf(content: number, pairs: readonly Pair[]): string {
  return [pxWords(content), ...pairs.flatMap(pairWords)].join(' + ')
}

function pairWords([left, right]: Pair): string[] {
  if (left === right) return left === 0 ? [] : [`2 × ${pxWords(left)}`]
  return [left, right].filter((side) => side !== 0).map(pxWords)
}

/** What the row comes to: `200 + 2 × 15 and 750 + 2 × 20 make 1,020 of 925 px: 95 px too many, so div#main drops.` */
export function rowSentence(page: Page, row: Row): string {
  const counted = row.kind === 'grid' ? row.members.filter(({ line }) => line === 0) : row.members
  const terms = shortList(counted.map(sumWords))
  const gaps =
    row.gap > 0 && counted.length > 1
      ? ` and ${counted.length > 2 ? `${counted.length - 1} × ` : ''}${pxWords(row.gap)} ${row.kind === 'inline-blocks' ? 'of white space ' : ''}between them`
      : ''
  const left = row.room - row.sum
  const whole = `${terms}${gaps} ${/[+×]| and /.test(terms) ? 'make' : 'is'} ${pxWords(row.sum)} of ${pxWords(row.room)} px`
  if (row.holds) return left < 0.5 ? `${whole}: nothing is left.` : `${whole}: ${pxWords(left)} px are left.`
  return `${whole}: ${pxWords(-left)} px too many, so ${whatBreaks(page, row)}.`
}

/** What happens to a row that does not hold. */
export function whatBreaks(page: Page, row: Row): string {
  const dropped = row.members.find(({ line }) => line > 0)
  const name = (member: RowMember) => describeElement(page.elements[member.index]!)
  if (!dropped) return `${name(row.members.at(-1)!)} sticks out`
  return `${name(dropped)} drops under ${name(row.members[0]!)}`
}

/** Where a row holds: `holds from 925 px up`. */
export function rangeWords(stretches: readonly FitStretch[]): string {
  const holding = stretches.filter(({ state }) => state === 'holds')
  const told = stretches.filter(({ state }) => state === 'holds' || state === 'breaks')
  if (holding.length === 0) return told.length === 0 ? 'is a row at no width' : 'holds at no width'
  if (holding.length === told.length && told.length === stretches.length)
    return `holds at every width from ${NARROWEST} to ${pxWords(WIDEST)} px`
  const each = holding.map(({ from, to }) =>
    to === WIDEST
      ? `from ${pxWords(from)} px up`
      : from === NARROWEST
        ? `up to ${pxWords(to)} px`
        : `from ${pxWords(from)} to ${pxWords(to)} px`,
  )
  return `holds ${each.join(' and ')}`
}

/** Terms that follow each other and are the same are said once: `3 × (286 + 2 × 28)`. */
function timesOf(all: readonly string[]): string[] {
  const runs: { readonly term: string; times: number }[] = []
  for (const term of all) {
    const last = runs.at(-1)
    if (last?.term === term) last.times++
    else runs.push({ term, times: 1 })
  }
  return runs.map(({ term, times }) => (times === 1 ? term : `${times} × ${term.includes('+') ? `(${term})` : term}`))
}

/** At most four terms in full; of more, how many there are beside. */
export function shortList(all: readonly string[]): string {
  const terms = timesOf(all)
  if (terms.length > 4) return `${terms.slice(0, 3).join(', ')} and ${terms.length - 3} more`
  return terms.length < 2 ? terms.join('') : `${terms.slice(0, -1).join(', ')} and ${terms.at(-1)}`
}
