import type { TokenList } from '../css/token-list.ts'
import type { Range } from '../text/splice.ts'
import { DEEPEST_BLOCK, marksIn } from './reader.ts'
import type { Item, Rule, Sheet } from './sheet.ts'

/** A list of items in a sheet: the sheet's own, or what stands in the block of a rule. */
export interface Level {
  readonly items: readonly Item[]
  /** The rule that holds the list; null for the sheet itself. */
  readonly rule: Rule | null
  /** How many blocks are open around the items. */
  readonly depth: number
  /** How often the outermost selector stands in the rules around. */
  readonly repeated: number
  /** Where the list ends in the text. */
  readonly to: number
}

/** The lists around a change, from the sheet's own to that of the innermost rule in whose block it stands. */
export function levelsAt(sheet: Sheet, tokens: TokenList, change: Range): Level[] {
  const levels: Level[] = []
  let next: Level | null = { items: sheet.rules, rule: null, depth: 0, repeated: 1, to: sheet.text.length }
  while (next) {
    levels.push(next)
    next = innerLevel(next, sheet.text, tokens, change)
  }
  return levels
}

function innerLevel(level: Level, text: string, tokens: TokenList, change: Range): Level | null {
  const at = firstAt(level.items, ({ from }) => from > change.from) - 1
  const rule = level.items[at]
  if (!rule || rule.kind === 'declaration' || !rule.block || level.depth >= DEEPEST_BLOCK) return null
  const { block } = rule
  if (change.from < block.from || (rule.closed && change.to > block.to)) return null
  if (level.rule && (firstHanging(level.items) <= at || mayBeDeclaration(rule))) return null
  return listIn(level, rule, text, tokens)
}

/**
 * The lists that stand behind a change in rules which are read anew all the same: in the one of which the change touches the head,
 * and in those that are open at the end of what the change stands in.
 */
export function levelsBehind(levels: readonly Level[], text: string, tokens: TokenList, change: Range): Level[] {
  const innermost = levels.at(-1)!
  const touched = innermost.items[firstAt(innermost.items, ({ to }) => to > change.from)]
  const listAt = (level: Level, item: Item | undefined): Level[] => {
    if (!item || item.kind === 'declaration' || !item.block || level.depth >= DEEPEST_BLOCK) return []
    return item.block.from < change.to ? [] : withOpen(listIn(level, item, text, tokens))
  }
  const openAt = (level: Level): Level[] => listAt(level, openAtEnd(level))
  const withOpen = (level: Level): Level[] => [level, ...openAt(level)]
  return [...listAt(innermost, touched === openAtEnd(innermost) ? undefined : touched), ...levels.flatMap(openAt)]
}

/** The last rule of a list, if its block is open. */
function openAtEnd({ items }: Level): Rule | undefined {
  const last = items.at(-1)
  return last && last.kind !== 'declaration' && !last.closed ? last : undefined
}

/** What stands in the block of a rule. */
function listIn(level: Level, rule: Rule, text: string, tokens: TokenList): Level {
  const { items, from, kind } = rule
  const block = rule.block!
  const marks = kind === 'style' ? marksIn(text, tokens, tokens.at(from), tokens.at(block.from)) : 1
  return { items, rule, depth: level.depth + 1, repeated: level.repeated * marks, to: block.to }
}

/** What begins like a custom property is one or a rule, as what stands far behind it may tell; the name may have escapes. */
const LIKE_CUSTOM = /^-?[-\\]/

/** The first item of a block that what stands behind it may make another of; the number of items when there is none. */
export function firstHanging(items: readonly Item[]): number {
  const at = items.findIndex((item) => item.kind === 'style' && LIKE_CUSTOM.test(item.selector))
  return at < 0 ? items.length : at
}

/** Whether a rule in a block, with other contents, may be a declaration: `a: {…}`. */
export const mayBeDeclaration = (rule: Rule): boolean =>
  rule.kind === 'style' && (LIKE_CUSTOM.test(rule.selector) || rule.selector.endsWith(':'))

/** The first item that is like this; items come in the order of the text, so those behind it are too. */
export function firstAt(items: readonly Item[], isLike: (item: Item) => boolean): number {
  let low = 0
  let high = items.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (isLike(items[middle]!)) high = middle
    else low = middle + 1
  }
  return low
}
