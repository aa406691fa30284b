import { commentsIn } from '../../css/comments.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import type { Item, Rule, Sheet } from '../../sheet/parse.ts'
import { topStyleRules } from '../../sheet/walk.ts'
import { indentUnit } from '../../sheet/edit.ts'
import { lineEndOf } from '../../text/place.ts'
import { writtenOut } from '../nested.ts'
import type { Tidier } from '../proposal.ts'

/** Rules in rules, each written out in full behind the other. */
export const flat: Tidier = (sheet) =>
  topStyleRules(sheet).flatMap((rule) => {
    if (!rule.closed || !rule.items.some(({ kind }) => kind !== 'declaration')) return []
    const insert = new Writer(sheet).rule(rule, rule.selector)
    if (insert === null) return []
    return [
      {
        says: `What stands in ${brief(rule.selector)} comes out.`,
        splices: [{ from: rule.from, to: rule.to, insert }],
        or: [],
      },
    ]
  })

class Writer {
  private readonly eol: string
  private readonly unit: string

  constructor(private readonly sheet: Sheet) {
    this.eol = lineEndOf(sheet.text)
    this.unit = indentUnit(sheet)
  }

  /** A rule under its full selector, and all that stands in it behind; null where something cannot be said without nesting. */
  rule(rule: Rule, selector: string): string | null {
    const { eol, unit } = this
    const pieces: string[] = []
    let run: string[] = []
    let at = rule.block!.from
    const flush = () => {
      if (run.some((line) => !line.startsWith('/*')))
        pieces.push(`${selector} {${run.map((line) => eol + unit + line).join('')}${eol}}`)
      else pieces.push(...run)
      run = []
    }
    for (const item of rule.items) {
      const comments = commentsIn(this.sheet.text.slice(at, item.from))
      at = this.endOf(item)
      if (item.kind === 'declaration') {
        run.push(...comments, `${this.sheet.text.slice(item.from, item.to)};`)
        continue
      }
      flush()
      const inner = this.inner(item, selector)
      if (inner === null) return null
      pieces.push(...comments, inner)
    }
    run.push(...commentsIn(this.sheet.text.slice(at, rule.block!.to)))
    flush()
    return pieces.join(eol)
  }

  private inner(item: Exclude<Item, { kind: 'declaration' }>, selector: string): string | null {
    if (item.kind === 'style') {
      const full = writtenOut(item.selector, selector)
      return full === null ? null : this.rule(item, full)
    }
    if (!item.block || !['media', 'supports', 'container', 'layer'].includes(item.name)) return null
    const inner = this.rule(item, selector)
    const { eol, unit } = this
    const head = `@${item.name}${item.prelude === '' ? '' : ` ${item.prelude}`}`
    return inner === null ? null : `${head} {${eol}${inner.replace(/^(?=.)/gm, unit)}${eol}}`
  }

  private endOf(item: Item): number {
    return item.kind === 'declaration' && item.semicolon ? this.sheet.text.indexOf(';', item.to) + 1 : item.to
  }
}
