import { brief } from '../../diagnostics/diagnosis.ts'
import type { AtRule, Sheet } from '../../sheet/parse.ts'
import { lineEndOf } from '../../text/place.ts'
import type { Splice } from '../../text/splice.ts'
import { siblings, takenAway } from '../blocks.ts'
import type { Tidier } from '../proposal.ts'

const CONDITIONAL = new Set(['media', 'supports', 'container'])

/** At-rules of one condition that stand side by side: what the later holds goes to the earlier, or the other way. */
export const media: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, AtRule>()
    return rules.flatMap((rule) => {
      if (rule.kind !== 'at' || !rule.block || !rule.closed || !CONDITIONAL.has(rule.name)) return []
      const key = `@${rule.name} ${rule.prelude.replace(/\s+/g, ' ').toLowerCase()}`
      const first = seen.get(key)
      seen.set(key, rule)
      return first ? [{ says: `The blocks of ${brief(key)} become one.`, ...together(sheet, first, rule) }] : []
    })
  })

function together(sheet: Sheet, first: AtRule, second: AtRule): { splices: Splice[]; or: Splice[][] } {
  const { text } = sheet
  const inner = ({ block }: AtRule) => text.slice(block!.from, block!.to).replace(/^[ \t]*\r?\n|\s+$/g, '')
  const eol = lineEndOf(text)
  const end = first.block!.from + text.slice(first.block!.from, first.block!.to).trimEnd().length
  const { from } = second.block!
  return {
    splices: [{ from: end, to: end, insert: eol + inner(second) }, ...takenAway(sheet, second)],
    or: [[{ from, to: from, insert: eol + inner(first) }, ...takenAway(sheet, first)]],
  }
}
