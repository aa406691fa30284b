import { unescapeCss } from '../css/ident.ts'
import type { TokenList } from '../css/token-list.ts'
import { closerOf, DEEPEST, isTrivia, Token } from '../css/tokens.ts'
import type { Range } from '../text/splice.ts'
import type { AtRule, Declaration, Item, Rule, SheetError, StyleRule } from './sheet.ts'

/** Blocks in blocks beyond which nothing is read. */
export const DEEPEST_BLOCK = 64
/** Times that an outer selector may stand in the selectors of one nested rule, all `&` around it taken out. */
const MOST_REPEATED = 4096

/** Items that were read before, of which those behind a change may follow as they are. */
export interface Following {
  /** Those that follow where the reader stands, and the token behind them; null when none does. */
  follow(place: Place): { items: readonly Item[]; errors: readonly SheetError[]; at: number } | null
}

/** Where a reader stands, as far as it matters for what is read there. */
export interface Place {
  readonly tokens: TokenList
  /** The next token. */
  readonly at: number
  /** How many blocks are open around it. */
  readonly depth: number
  /** How often the outermost selector stands in the rule that is read. */
  readonly repeated: number
  /** Whether it is in a block. */
  readonly nested: boolean
}

/** The block of a rule. */
interface Body extends Pick<Rule, 'closed' | 'nests'> {
  readonly block: Range
  readonly items: Item[]
}

/** Reads the tokens of a stylesheet after CSS Syntax Level 3 (section 5). */
export class Reader {
  readonly errors: SheetError[] = []
  private at = 0
  private depth = 0
  private repeated = 1

  constructor(
    private readonly text: string,
    private readonly tokens: TokenList,
    private readonly known: readonly Following[] = [],
  ) {}

  /** Goes on at the first token that begins at an offset or behind it. */
  goTo(offset: number): void {
    this.at = this.tokens.at(offset)
  }

  /**
   * What a stylesheet or, `nested`, a block holds from here on, up to the closing brace or the end ("consume a stylesheet's
   * contents", "consume a block's contents"), behind the `items` that stand before it.
   */
  contents(nested: boolean, items: Item[] = []): Item[] {
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (nested && type === Token.RightCurlyBracket) break
      if (isTrivia(type) || (nested ? type === Token.Semicolon : type === Token.CDO || type === Token.CDC)) this.at++
      else if (!this.follows(items, nested)) {
        const item = this.item(type, nested)
        if (item) items.push(item)
      }
    }
    return items
  }

  /** Reads on in the block of a rule of which the head is known; `inner` reads what the block holds. */
  rule(known: Rule, inner: () => Item[]): Rule {
    const outer = this.repeated
    const { from, block } = known
    if (known.kind === 'style')
      this.repeated *= marksIn(this.text, this.tokens, this.tokens.at(from), this.tokens.at(block!.from))
    const body = this.body(block!.from, inner)
    this.repeated = outer
    const to = this.tokens.to(this.at - 1)
    if (known.kind === 'at') {
      const { kind, name, prelude, preludeRange } = known
      return { kind, name, prelude, preludeRange, ...body, from, to }
    }
    const { kind, selector, selectorRange } = known
    return { kind, selector, selectorRange, ...body, from, to }
  }

  /** Takes over items that were read before, where they stand. */
  private follows(items: Item[], nested: boolean): boolean {
    const { tokens, at, depth, repeated } = this
    for (const known of this.known) {
      const found = known.follow({ tokens, at, depth, repeated, nested })
      if (!found) continue
      for (const item of found.items) items.push(item)
      for (const error of found.errors) this.errors.push(error)
      this.at = found.at
      return true
    }
    return false
  }

  private item(type: number, nested: boolean): Item | null {
    if (type === Token.AtKeyword) return this.atRule(nested)
    if (!nested) return this.qualifiedRule(false)
    const start = this.at
    const declaration = this.declaration()
    if (declaration === 'skipped') return this.leaveOut(start, this.at, TOO_DEEP)
    if (declaration) return declaration
    this.at = start
    return this.qualifiedRule(true)
  }

  private type(at = this.at): number {
    return this.tokens.type(at)
  }

  private trimmed(first: number, last: number): Range {
    while (first < last && isTrivia(this.type(first))) first++
    while (last > first && isTrivia(this.type(last - 1))) last--
    const from = this.tokens.from(first)
    return { from, to: last > first ? this.tokens.to(last - 1) : from }
  }

  /** Notes what Attire does not read although browsers might. */
  private leaveOut(first: number, end: number, why: string): null {
    const { from, to } = this.trimmed(first, end)
    this.errors.push({ from, to, message: `${why}, so Attire leaves this out; it stays in the text.`, leftOut: true })
    return null
  }

  private isTooDeep(first: number, end: number): boolean {
    return end - first > DEEPEST && this.tokens.bracketDepth(first, end) > DEEPEST
  }

  private block(): Body {
    if (this.depth >= DEEPEST_BLOCK) return this.skippedBlock()
    this.at++
    return this.body(this.tokens.from(this.at), () => this.contents(true))
  }

  private body(from: number, inner: () => Item[]): Body {
    this.depth++
    const items = inner()
    this.depth--
    const to = this.tokens.from(this.at)
    const closed = this.type() === Token.RightCurlyBracket
    if (closed) this.at++
    else
      this.errors.push({
        from,
        to,
        message: 'A closing brace } is missing: everything to the end of the file belongs to this block.',
      })
    return { block: { from, to }, closed, items, nests: items.some(({ kind }) => kind !== 'declaration') }
  }

  private skippedBlock(): Body {
    const open = this.at
    this.at = this.tokens.skipComponent(open)
    const closed = this.at - 1 > open && this.type(this.at - 1) === Token.RightCurlyBracket
    this.leaveOut(open + 1, this.at, `Blocks stand more than ${DEEPEST_BLOCK} deep in each other`)
    return {
      block: { from: this.tokens.from(open + 1), to: this.tokens.from(closed ? this.at - 1 : this.at) },
      closed,
      items: [],
      nests: false,
    }
  }

  /** Reads the block of a nested rule, with how often its selector repeats the ones around; null where that is too often. */
  private nestedBlock(first: number): Body | null {
    const outer = this.repeated
    this.repeated *= marksIn(this.text, this.tokens, first, this.at)
    const body = this.repeated > MOST_REPEATED ? null : this.block()
    this.repeated = outer
    return body
  }

  private atRule(nested: boolean): AtRule | null {
    const start = this.at
    const from = this.tokens.from(start)
    const name = unescapeCss(this.text.slice(from + 1, this.tokens.to(start))).toLowerCase()
    this.at++
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (type === Token.Semicolon || type === Token.LeftCurlyBracket) break
      if (nested && type === Token.RightCurlyBracket) break
      this.at = this.tokens.skipComponent(this.at)
    }
    const prelude = this.at
    const preludeRange = this.trimmed(start + 1, prelude)
    const body = this.type() === Token.LeftCurlyBracket ? this.block() : null
    if (!body && this.type() === Token.Semicolon) this.at++
    if (this.isTooDeep(start, prelude)) return this.leaveOut(start, this.at, TOO_DEEP)
    return {
      kind: 'at',
      name,
      prelude: this.text.slice(preludeRange.from, preludeRange.to),
      preludeRange,
      block: body?.block ?? null,
      closed: body?.closed ?? true,
      items: body?.items ?? [],
      nests: body?.nests ?? false,
      from,
      to: this.tokens.to(this.at - 1),
    }
  }

  private qualifiedRule(nested: boolean): StyleRule | null {
    const start = this.at
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (type === Token.LeftCurlyBracket) {
        const selectorRange = this.trimmed(start, this.at)
        const selectorEnd = this.at
        const body = this.nestedBlock(start)
        if (!body || this.isTooDeep(start, selectorEnd)) {
          if (!body) this.at = this.tokens.skipComponent(selectorEnd)
          return this.leaveOut(start, this.at, body ? TOO_DEEP : 'Nested selectors repeat those around them too often')
        }
        const selector = this.text.slice(selectorRange.from, selectorRange.to)
        // "--name: {…}" on the top level would be a custom property; the standard drops it as a rule.
        return {
          kind: 'style',
          selector,
          selectorRange,
          ...body,
          from: this.tokens.from(start),
          to: this.tokens.to(this.at - 1),
        }
      }
      if (nested && (type === Token.Semicolon || type === Token.RightCurlyBracket)) break
      this.at = this.tokens.skipComponent(this.at)
    }
    const { from, to } = this.trimmed(start, this.at)
    this.errors.push({
      from,
      to,
      message: nested
        ? `“${brief(this.text.slice(from, to))}” is not a declaration (property: value;), so browsers skip it.`
        : `“${brief(this.text.slice(from, to))}” has no block { … } after it, so browsers skip it.`,
    })
    if (nested && this.type() === Token.Semicolon) this.at++
    return null
  }

  /** A declaration; null where none begins. One that is too deep is passed over. */
  private declaration(): Declaration | 'skipped' | null {
    const start = this.at
    if (this.type() !== Token.Ident) return null
    const propertyRange = { from: this.tokens.from(start), to: this.tokens.to(start) }
    this.at++
    while (isTrivia(this.type())) this.at++
    if (this.type() !== Token.Colon) return null
    this.at++
    // Sheets of old hide a name behind an escape: w\idth is width, which their browsers did not know.
    const written = unescapeCss(this.text.slice(propertyRange.from, propertyRange.to))
    const custom = written.startsWith('--')
    const valueStart = this.at
    let braces = 0
    let others = 0
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (type === Token.Semicolon || type === Token.RightCurlyBracket) break
      if (type === Token.BadString || type === Token.BadUrl) return null
      if (type === Token.LeftCurlyBracket) braces++
      else if (!isTrivia(type)) others++
      // A block beside other tokens is a nested rule such as "a:hover { … }", not a value. In a block that is not closed,
      // what stands behind it would be read to the end for every such rule.
      if (!custom && braces > 0 && (others > 0 || braces > 1)) return null
      this.at = closerOf(type) === undefined ? this.at + 1 : this.tokens.skipComponent(this.at)
    }
    if (!custom && braces + others === 0) return null
    const last = this.importantAt(valueStart, this.at)
    const valueRange = this.trimmed(valueStart, last ?? this.at)
    const semicolon = this.type() === Token.Semicolon
    const to = Math.max(this.trimmed(valueStart, this.at).to, this.tokens.to(valueStart - 1))
    if (semicolon) this.at++
    if (this.isTooDeep(valueStart, this.at)) return 'skipped'
    return {
      kind: 'declaration',
      property: custom ? written : written.toLowerCase(),
      value: this.text.slice(valueRange.from, valueRange.to),
      important: last !== null,
      propertyRange,
      valueRange,
      semicolon,
      from: propertyRange.from,
      to,
    }
  }

  /** Where `!important` begins at the end of a value, or null. */
  private importantAt(first: number, end: number): number | null {
    let at = end - 1
    while (at >= first && isTrivia(this.type(at))) at--
    if (at < first || this.type(at) !== Token.Ident) return null
    if (this.text.slice(this.tokens.from(at), this.tokens.to(at)).toLowerCase() !== 'important') return null
    at--
    while (at >= first && isTrivia(this.type(at))) at--
    return at >= first && this.type(at) === Token.Delim && this.text[this.tokens.from(at)] === '!' ? at : null
  }
}

/** How often a selector, as tokens `first` to `end`, repeats the one around it: once at least. */
export function marksIn(text: string, tokens: TokenList, first: number, end: number): number {
  let marks = 0
  for (let at = first; at < end; at++) if (tokens.type(at) === Token.Delim && text[tokens.from(at)] === '&') marks++
  return Math.max(1, marks)
}

const TOO_DEEP = `Brackets stand more than ${DEEPEST} deep in each other`

function brief(text: string): string {
  const line = text.replace(/\s+/g, ' ')
  return line.length > 40 ? `${line.slice(0, 39)}…` : line
}
