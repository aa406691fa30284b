import type { Splice } from '../text/splice.ts'
import type { Rule, Sheet } from './parse.ts'

/** The splices that take rules out, each with the line breaks behind it, so that no hole is left. */
export function removeRules(sheet: Sheet, rules: readonly Pick<Rule, 'from' | 'to'>[]): Splice[] {
  return rules.map(({ from, to }) => ({
    from,
    to: to + (/^[ \t]*(?:\r\n|\r|\n){1,2}/.exec(sheet.text.slice(to))?.[0].length ?? 0),
    insert: '',
  }))
}
