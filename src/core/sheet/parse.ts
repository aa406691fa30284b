import { tokenListOf } from '../css/token-list.ts'
import { Reader } from './reader.ts'
import type { Declaration, Rule, Sheet, SheetError } from './sheet.ts'

export type * from './sheet.ts'

/**
 * Reads a stylesheet after CSS Syntax Level 3 (section 5), nesting included. Never throws: what the standard skips is
 * listed in `errors` and stays in the text.
 */
export function parseSheet(text: string): Sheet {
  const reader = new Reader(text, tokenListOf(text))
  const rules = reader.contents(false) as Rule[]
  return { text, rules, errors: reader.errors }
}

/** Reads what stands in a `style` attribute: declarations only. Never throws. */
export function parseDeclarations(text: string): { items: Declaration[]; errors: SheetError[] } {
  const reader = new Reader(text, tokenListOf(text))
  const items = reader.contents(true).filter((item): item is Declaration => item.kind === 'declaration')
  return { items, errors: reader.errors }
}
