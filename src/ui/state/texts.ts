import { rootedUrls, wornSheet } from '../../core/sheet/worn-sheet.ts'
import { parseSheet, type Sheet } from '../../core/sheet/parse.ts'
import { reparseSheet } from '../../core/sheet/reparse.ts'
import { applySplices } from '../../core/text/splice.ts'

const EMPTY = parseSheet('')

/**
 * Reads the texts of one stylesheet. The two latest are kept: every part of the screen asks for the same ones, and another
 * text is read from the one that was asked for last.
 */
export function sheetReader(): (text: string) => Sheet {
  let last = EMPTY
  let before = EMPTY
  // The latest that was whole: while a comment or a bracket is open, nothing is known of what it holds.
  let whole = EMPTY
  return (text) => {
    if (last.text === text) return last
    const read = before.text === text ? before : reparseSheet(last, text, whole)
    before = last
    last = read
    if (read.rules.length >= whole.rules.length * MOST) whole = read
    return read
  }
}

/** The part of its rules that a sheet has as long as nothing that was opened holds them. */
const MOST = 0.9

/** The index of the sheet's text. */
export const sheetOf = sheetReader()

const lists = new WeakMap<Sheet, Map<string, string[]>>()

/** The sheet as the list of rule texts that frames are given; "/" leads to the site's root. */
export function frameRules(sheet: Sheet, root: string): string[] {
  const byRoot = lists.get(sheet) ?? new Map<string, string[]>()
  lists.set(sheet, byRoot)
  const known = byRoot.get(root)
  if (known) return known
  // Only a sheet of which Attire itself left something out can be too deep for a browser.
  const worn = sheet.errors.some(({ leftOut }) => leftOut) ? wornSheet : rootedUrls
  const rules = sheet.rules.map((rule) => {
    const text = sheet.text.slice(rule.from, rule.to)
    return applySplices(text, worn(text, root))
  })
  byRoot.set(root, rules)
  return rules
}
