import { isCovered } from '../../browsers/support.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import type { Sheet, StyleRule } from '../../sheet/parse.ts'
import { indentUnit } from '../../sheet/edit.ts'
import { indentAt, lineEndOf } from '../../text/place.ts'
import { isStyle, siblings, takenAway } from '../blocks.ts'
import { writtenIn } from '../nested.ts'
import type { Tidier } from '../proposal.ts'

/** Rules whose selectors begin with that of the rule before them go into it, where all browsers of the site read nested rules. */
export const nest: Tidier = (sheet, { target }) => {
  if (!isCovered(target, 'selectors.nesting')) return []
  return siblings(sheet).flatMap((rules) => {
    const found: ReturnType<Tidier> = []
    for (let at = 0; at < rules.length; at++) {
      const outer = rules[at]!
      if (!isStyle(outer) || outer.selector.includes(',') || /::|\/\*/.test(outer.selector)) continue
      const inside: { rule: StyleRule; selector: string }[] = []
      for (let next = rules[at + 1]; next && isStyle(next); next = rules[at + 1 + inside.length]) {
        const parted = sheet.text.slice(rules[at + inside.length]!.to, next.selectorRange.to).includes('/*')
        const selector = parted ? null : writtenIn(next.selector, outer.selector)
        if (selector === null) break
        inside.push({ rule: next, selector })
      }
      if (inside.length > 0) found.push(goneInto(sheet, outer, inside))
      at += inside.length
    }
    return found
  })
}

function goneInto(
  sheet: Sheet,
  outer: StyleRule,
  inside: readonly { readonly rule: StyleRule; readonly selector: string }[],
): ReturnType<Tidier>[number] {
  const { text } = sheet
  const eol = lineEndOf(text)
  const outside = indentAt(text, outer.from)
  const unit = indentUnit(sheet)
  const body = text.slice(outer.block.from, outer.block.to).trimEnd()
  const from = outer.block.from + body.length
  const written = inside.map(({ rule, selector }) => {
    const inner = text.slice(rule.selectorRange.to, rule.to).replaceAll(`${eol}${outside}`, `${eol}${outside}${unit}`)
    return `${eol}${outside}${unit}${selector}${inner}`
  })
  const open = outer.items.at(-1)
  const semicolon = open?.kind === 'declaration' && !open.semicolon ? ';' : ''
  const many = inside.length === 1 ? brief(inside[0]!.rule.selector, 40) : `${inside.length} rules`
  return {
    says: `${many} ${inside.length === 1 ? 'goes' : 'go'} into ${brief(outer.selector, 40)}.`,
    splices: [
      { from, to: outer.block.to, insert: `${semicolon}${written.join('')}${eol}${outside}` },
      ...inside.flatMap(({ rule }) => takenAway(sheet, rule)),
    ],
    or: [],
  }
}
