import { isTrivia, Token } from '../css/tokens.ts'
import type { Splice } from '../text/splice.ts'
import { firstAt, levelsBehind, mayBeDeclaration, type Level } from './levels.ts'
import { movedError, movedItem } from './moved.ts'
import { DEEPEST_BLOCK, type Following, type Place } from './reader.ts'
import type { Item, Rule, Sheet } from './sheet.ts'
import type { KnownTokens } from './tokens-after.ts'

/** A sheet that was read before, and the change that leads from its text to the one that is read. */
export interface KnownSheet extends KnownTokens {
  readonly sheet: Sheet
  /** The lists that the change falls into. */
  readonly levels: readonly Level[]
}

/** The items of a sheet that may follow behind a change of its text: those of lists that it falls into, and of rules behind it. */
export const followingOf = ({ sheet, tokens, levels, change }: KnownSheet): Following[] =>
  [...levels, ...levelsBehind(levels, sheet.text, tokens, change)].map(
    (level) => new FollowingLevel(sheet, level, change),
  )

class FollowingLevel implements Following {
  private readonly by: number

  constructor(
    private readonly sheet: Sheet,
    private readonly level: Level,
    private readonly change: Splice,
  ) {
    this.by = change.insert.length - (change.to - change.from)
  }

  follow(place: Place): ReturnType<Following['follow']> {
    const { items } = this.level
    const from = place.tokens.from(place.at) - this.by
    if (from < this.change.to) return null
    const first = firstAt(items, (item) => item.from >= from)
    if (items[first]?.from !== from) return null
    return this.isAlike(place) ? this.taken(first, items.length, this.level.to, place) : this.run(first, place)
  }

  /** Whether a text is read there as it was read here, so that all the rest of the list follows. */
  private isAlike({ nested, depth, repeated }: Place): boolean {
    return nested === (this.level.rule !== null) && depth === this.level.depth && repeated === this.level.repeated
  }

  /** The items from the first on that say the same in another list as they did in this one. */
  private run(first: number, place: Place): ReturnType<Following['follow']> {
    const { items } = this.level
    let end = first
    while (end < items.length && this.fits(items[end]!, place) && (end === first || this.isQuiet(end, place))) end++
    return end === first ? null : this.taken(first, end, items[end - 1]!.to, place)
  }

  private taken(first: number, end: number, to: number, { tokens }: Place) {
    const { level, by, sheet } = this
    const { from } = level.items[first]!
    const items = level.items.slice(first, end)
    // Where an item begins nothing else does, but what is said of the block that is open around it.
    const errors = sheet.errors.filter((error) => error.from > from && error.to <= to)
    return {
      items: by === 0 ? items : items.map((item) => movedItem(item, by)),
      errors: by === 0 ? errors : errors.map((error) => movedError(error, by)),
      at: tokens.at(to + by),
    }
  }

  /** Whether nothing is said between an item and the one before it. */
  private isQuiet(index: number, { tokens, nested }: Place): boolean {
    const { items } = this.level
    const end = tokens.at(items[index]!.from + this.by)
    for (let at = tokens.at(items[index - 1]!.to + this.by); at < end; at++)
      if (!isTrivia(tokens.type(at)) && !(nested && tokens.type(at) === Token.Semicolon)) return false
    return true
  }

  private fits(item: Item, place: Place): boolean {
    if (item.kind === 'declaration') return place.nested && item.semicolon
    return isEnded(item, this.sheet.text) && this.isPlain(item) && this.isShallow(item, place)
  }

  /** Whether a rule is read alike in a block and outside of one. */
  private isPlain(rule: Rule): boolean {
    const head = rule.kind === 'style' ? rule.selector : rule.prelude
    return !ENDS_ELSEWHERE.test(head) && !mayBeDeclaration(rule)
  }

  /** Whether a rule is as far from what is too deep, or too often repeated, as it was. */
  private isShallow(rule: Rule, { depth, repeated }: Place): boolean {
    const text = this.sheet.text.slice(rule.from, rule.to)
    const most = DEEPEST_BLOCK - Math.max(depth, this.level.depth)
    return text.split('{', most + 1).length <= most && (repeated === this.level.repeated || !text.includes('&'))
  }
}

/** What ends the head of a rule in a block but not outside of one, or the other way round, or may be passed by there. */
const ENDS_ELSEWHERE = /[;}]|<!--|-->/

/** Whether a rule ends by what is written in it, and not because the block around it or the text does. */
function isEnded(rule: Rule, text: string): boolean {
  return rule.block ? rule.closed : text[rule.to - 1] === ';'
}
