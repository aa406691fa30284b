import { tokenListOf, type TokenList } from '../css/token-list.ts'
import { diffTexts, type Splice } from '../text/splice.ts'
import { followingOf, type KnownSheet } from './following.ts'
import { firstAt, firstHanging, levelsAt, type Level } from './levels.ts'
import { Reader } from './reader.ts'
import type { Item, Rule, Sheet, SheetError } from './sheet.ts'
import { tokensAfter } from './tokens-after.ts'

/** The tokens of sheets that were read again, for the next time. */
const tokenLists = new WeakMap<Sheet, TokenList>()

function tokensIn(sheet: Sheet): TokenList {
  const known = tokenLists.get(sheet) ?? tokenListOf(sheet.text)
  tokenLists.set(sheet, known)
  return known
}

/**
 * What {@link parseSheet} gives for a text, when the sheet of a text like it is known: only what a change touches is read,
 * items before it are the same objects, and those behind it are moved. Reading goes on in the innermost block that holds the
 * change, and from where an item begins that began there before too, that one and the others behind it follow: in a block
 * that is closed or open, or on the level above or below when the change was a brace. `whole` is a sheet of earlier, of which
 * items may follow too: where a comment or a bracket was open for a while, the sheet before knows nothing of what it held.
 */
export function reparseSheet(before: Sheet, text: string, whole: Sheet = before): Sheet {
  if (text === before.text) return before
  if (text === whole.text) return whole
  const latest = knownSheet(before, text)
  const known: readonly [KnownSheet, ...KnownSheet[]] = whole === before ? [latest] : [latest, knownSheet(whole, text)]
  const tokens = tokensAfter(known, text)
  const reader = new Reader(text, tokens, known.flatMap(followingOf))
  const { rules, from } = readAgain(reader, latest)
  // What is said of a block that is open reaches to the end of the text, and is said anew.
  const stays = ({ to }: SheetError) => to <= from && to < before.text.length
  const errors = before.errors.filter(stays).concat(reader.errors)
  const sheet = { text, rules, errors }
  tokenLists.set(sheet, tokens)
  return sheet
}

/** A sheet, and what leads from its text to another one. */
function knownSheet(sheet: Sheet, text: string): KnownSheet {
  const tokens = tokensIn(sheet)
  const change = diffTexts(sheet.text, text)[0]!
  return { sheet, tokens, change, levels: levelsAt(sheet, tokens, change) }
}

/** The rules of the sheet, and from where on they were read. */
function readAgain(reader: Reader, { levels, change }: KnownSheet): { rules: Rule[]; from: number } {
  const innermost = levels.at(-1)!
  const kept = untouchedItems(innermost, change)
  const from = kept > 0 ? innermost.items[kept - 1]!.to : (innermost.rule?.block!.from ?? 0)
  const itemsOf = (at: number): Item[] => {
    const { items, rule } = levels[at]!
    const inner = levels[at + 1]?.rule
    const before = items.slice(0, inner ? items.indexOf(inner) : kept)
    if (inner) before.push(reader.rule(inner, () => itemsOf(at + 1)))
    else reader.goTo(from)
    return reader.contents(rule !== null, before)
  }
  return { rules: itemsOf(0) as Rule[], from }
}

/**
 * How many items of the innermost list stay: what is written behind the last that ends before a change may become a part of it,
 * but for a rule of the sheet's own of which the block is closed. In a block, "a: {b}" is a rule or a declaration by what follows.
 */
function untouchedItems({ items, rule }: Level, change: Splice): number {
  const ended = firstAt(items, ({ to }) => to > change.from)
  if (rule) return Math.min(Math.max(0, ended - 1), firstHanging(items))
  const last = items[ended - 1] as Rule | undefined
  return last && !(last.block && last.closed) ? ended - 1 : ended
}
