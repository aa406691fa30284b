import type { Range } from '../text/splice.ts'
import { unescapeCss } from '../css/ident.ts'
import {
  bracketDepth,
  closerOf,
  DEEPEST,
  isTrivia,
  skipComponent,
  Token,
  tokensOf,
  type CssToken,
} from '../css/tokens.ts'

/** `property: value !important`, with the places of its parts. */
export interface Declaration extends Range {
  readonly kind: 'declaration'
  /** Lower case, except for custom properties, whose case counts. */
  readonly property: string
  /** As written, without `!important`, trimmed. */
  readonly value: string
  readonly important: boolean
  readonly propertyRange: Range
  readonly valueRange: Range
  /** Whether a semicolon follows; the range above ends before it. */
  readonly semicolon: boolean
}

/** A style rule: selector and block. */
export interface StyleRule extends Range {
  readonly kind: 'style'
  readonly selector: string
  readonly selectorRange: Range
  /** What stands between the braces. */
  readonly block: Range
  readonly closed: boolean
  readonly items: readonly Item[]
}

/** An at-rule, with a block (`@media`) or without (`@import`). */
export interface AtRule extends Range {
  readonly kind: 'at'
  /** Lower case, without the `@`. */
  readonly name: string
  readonly prelude: string
  readonly preludeRange: Range
  readonly block: Range | null
  readonly closed: boolean
  readonly items: readonly Item[]
}

export type Rule = StyleRule | AtRule
export type Item = Declaration | Rule

/** A stretch that CSS error handling skips, and why. */
export interface SheetError extends Range {
  readonly message: string
  /** Whether browsers do read it, and only Attire does not: it is nested deeper than can be followed. */
  readonly leftOut?: true
}

/** Blocks in blocks beyond which nothing is read. */
const DEEPEST_BLOCK = 64
/** Times that an outer selector may stand in the selectors of one nested rule, all `&` around it taken out. */
const MOST_REPEATED = 4096

/** The sheet's text with an index of what stands where. The text is the truth; the index only points into it. */
export interface Sheet {
  readonly text: string
  readonly rules: readonly Rule[]
  readonly errors: readonly SheetError[]
}

/**
 * Reads a stylesheet after CSS Syntax Level 3 (section 5), nesting included. Never throws: what the standard skips is
 * listed in `errors` and stays in the text.
 */
export function parseSheet(text: string): Sheet {
  const reader = new Reader(text)
  const rules = reader.stylesheet()
  return { text, rules, errors: reader.errors }
}

/** Reads what stands in a `style` attribute: declarations only. Never throws. */
export function parseDeclarations(text: string): { items: Declaration[]; errors: SheetError[] } {
  const reader = new Reader(text)
  const items = reader.blockContents().filter((item): item is Declaration => item.kind === 'declaration')
  return { items, errors: reader.errors }
}

class Reader {
  readonly errors: SheetError[] = []
  private readonly tokens: CssToken[]
  private at = 0
  private depth = 0
  /** How often the outermost selector stands in the rule that is read. */
  private repeated = 1

  constructor(private readonly text: string) {
    this.tokens = tokensOf(text)
  }

  stylesheet(): Rule[] {
    const rules: Rule[] = []
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (isTrivia(type) || type === Token.CDO || type === Token.CDC) this.at++
      else {
        const rule = type === Token.AtKeyword ? this.atRule(false) : this.qualifiedRule(false)
        if (rule) rules.push(rule)
      }
    }
    return rules
  }

  /** "Consume a block's contents": declarations, at-rules and nested rules up to the closing brace or the end. */
  blockContents(): Item[] {
    const items: Item[] = []
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (type === Token.RightCurlyBracket) break
      if (isTrivia(type) || type === Token.Semicolon) this.at++
      else if (type === Token.AtKeyword) {
        const rule = this.atRule(true)
        if (rule) items.push(rule)
      } else {
        const start = this.at
        const declaration = this.declaration()
        if (declaration === 'skipped') this.leaveOut(start, this.at, TOO_DEEP)
        else if (declaration) items.push(declaration)
        else {
          this.at = start
          const rule = this.qualifiedRule(true)
          if (rule) items.push(rule)
        }
      }
    }
    return items
  }

  private type(at = this.at): number {
    return this.tokens[at]?.type ?? Token.EOF
  }

  private offset(at: number): number {
    return this.tokens[at]?.from ?? this.text.length
  }

  private trimmed(first: number, last: number): Range {
    while (first < last && isTrivia(this.type(first))) first++
    while (last > first && isTrivia(this.type(last - 1))) last--
    const from = this.offset(first)
    return { from, to: last > first ? this.tokens[last - 1]!.to : from }
  }

  /** Notes what Attire does not read although browsers might. */
  private leaveOut(first: number, end: number, why: string): null {
    const { from, to } = this.trimmed(first, end)
    this.errors.push({ from, to, message: `${why}, so Attire leaves this out; it stays in the text.`, leftOut: true })
    return null
  }

  private isTooDeep(first: number, end: number): boolean {
    return end - first > DEEPEST && bracketDepth(this.tokens, first, end) > DEEPEST
  }

  private block(): { block: Range; closed: boolean; items: Item[] } {
    if (this.depth >= DEEPEST_BLOCK) return this.skippedBlock()
    this.at++
    const from = this.offset(this.at)
    this.depth++
    const items = this.blockContents()
    this.depth--
    const to = this.offset(this.at)
    const closed = this.type() === Token.RightCurlyBracket
    if (closed) this.at++
    else
      this.errors.push({
        from,
        to,
        message: 'A closing brace } is missing: everything to the end of the file belongs to this block.',
      })
    return { block: { from, to }, closed, items }
  }

  private skippedBlock(): { block: Range; closed: boolean; items: Item[] } {
    const open = this.at
    this.at = skipComponent(this.tokens, open)
    const closed = this.at - 1 > open && this.type(this.at - 1) === Token.RightCurlyBracket
    this.leaveOut(open + 1, this.at, `Blocks stand more than ${DEEPEST_BLOCK} deep in each other`)
    return {
      block: { from: this.offset(open + 1), to: this.offset(closed ? this.at - 1 : this.at) },
      closed,
      items: [],
    }
  }

  /** Reads the block of a nested rule, with how often its selector repeats the ones around; null where that is too often. */
  private nestedBlock(first: number): ReturnType<Reader['block']> | null {
    const outer = this.repeated
    const marks = this.tokens
      .slice(first, this.at)
      .filter(({ type, from }) => type === Token.Delim && this.text[from] === '&').length
    this.repeated = outer * Math.max(1, marks)
    const body = this.repeated > MOST_REPEATED ? null : this.block()
    this.repeated = outer
    return body
  }

  private atRule(nested: boolean): AtRule | null {
    const start = this.at
    const { from, to } = this.tokens[start]!
    const name = unescapeCss(this.text.slice(from + 1, to)).toLowerCase()
    this.at++
    while (this.at < this.tokens.length) {
      const type = this.type()
      if (type === Token.Semicolon || type === Token.LeftCurlyBracket) break
      if (nested && type === Token.RightCurlyBracket) break
      this.at = skipComponent(this.tokens, this.at)
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
      from,
      to: this.tokens[this.at - 1]!.to,
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
          if (!body) this.at = skipComponent(this.tokens, selectorEnd)
          return this.leaveOut(start, this.at, body ? TOO_DEEP : 'Nested selectors repeat those around them too often')
        }
        const selector = this.text.slice(selectorRange.from, selectorRange.to)
        // "--name: {…}" on the top level would be a custom property; the standard drops it as a rule.
        return {
          kind: 'style',
          selector,
          selectorRange,
          ...body,
          from: this.offset(start),
          to: this.tokens[this.at - 1]!.to,
        }
      }
      if (nested && (type === Token.Semicolon || type === Token.RightCurlyBracket)) break
      this.at = skipComponent(this.tokens, this.at)
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
    const propertyRange = { from: this.tokens[start]!.from, to: this.tokens[start]!.to }
    // Sheets of old hide a name behind an escape: w\idth is width, which their browsers did not know.
    const written = unescapeCss(this.text.slice(propertyRange.from, propertyRange.to))
    const custom = written.startsWith('--')
    this.at++
    while (isTrivia(this.type())) this.at++
    if (this.type() !== Token.Colon) return null
    this.at++
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
      this.at = closerOf(type) === undefined ? this.at + 1 : skipComponent(this.tokens, this.at)
    }
    if (!custom && braces + others === 0) return null
    const last = this.importantAt(valueStart, this.at)
    const valueRange = this.trimmed(valueStart, last ?? this.at)
    const semicolon = this.type() === Token.Semicolon
    const to = Math.max(this.trimmed(valueStart, this.at).to, this.tokens[valueStart - 1]!.to)
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
    const word = this.tokens[at]
    if (at < first || word?.type !== Token.Ident || this.text.slice(word.from, word.to).toLowerCase() !== 'important')
      return null
    at--
    while (at >= first && isTrivia(this.type(at))) at--
    const mark = this.tokens[at]
    return at >= first && mark?.type === Token.Delim && this.text[mark.from] === '!' ? at : null
  }
}

const TOO_DEEP = `Brackets stand more than ${DEEPEST} deep in each other`

function brief(text: string): string {
  const line = text.replace(/\s+/g, ' ')
  return line.length > 40 ? `${line.slice(0, 39)}…` : line
}
