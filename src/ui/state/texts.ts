import { rulesNaming } from '../../core/edit/decide.ts'
import { rootedUrls } from '../../core/markup/worn.ts'
import { parseSheet, type Sheet } from '../../core/sheet/parse.ts'
import { reparseSheet } from '../../core/sheet/reparse.ts'
import { linkKinds } from '../../core/states/order.ts'
import { applySplices } from '../../core/text/splice.ts'

let last: Sheet | null = null
let before: Sheet | null = null

/** The index of a sheet's text. The two latest are kept: every part of the screen asks for the same ones. */
export function sheetOf(text: string): Sheet {
  if (last?.text === text) return last
  if (before?.text === text) return before
  const read = last ? reparseSheet(last, text) : parseSheet(text)
  before = last
  last = read
  return read
}

/** Characters that are read in one go: a few ms, also on a slow machine that has just begun. */
const PIECE = 30_000

/** Whether a text is so long that reading it at once would be felt. */
export const isLong = (text: string): boolean => text.length > PIECE

/** Reads a long sheet before anybody asks for it, piece by piece, so that the window never stands still. */
export async function readAhead(text: string): Promise<void> {
  let known = 0
  for (let to = PIECE; to < text.length; to += PIECE) {
    const { rules } = sheetOf(text.slice(0, to))
    // What every part of the bench asks of selectors is remembered by their words.
    linkKinds({ rules: rules.slice(known) })
    rulesNaming({ rules: rules.slice(known) }, '')
    known = rules.length
    await new Promise((resolve) => setTimeout(resolve))
  }
  sheetOf(text)
}

const lists = new WeakMap<Sheet, Map<string, string[]>>()

/** The sheet as the list of rule texts that frames are given; "/" leads to the site's root. */
export function frameRules(sheet: Sheet, root: string): string[] {
  const byRoot = lists.get(sheet) ?? new Map<string, string[]>()
  lists.set(sheet, byRoot)
  const known = byRoot.get(root)
  if (known) return known
  const rules = sheet.rules.map((rule) => {
    const text = sheet.text.slice(rule.from, rule.to)
    return /url\(|@import/i.test(text) ? applySplices(text, rootedUrls(text, root)) : text
  })
  byRoot.set(root, rules)
  return rules
}
