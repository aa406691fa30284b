import { z } from 'zod'
import type { Item, Rule, Sheet } from '../sheet/parse.ts'
import { lineEndOf } from '../text/place.ts'
import { commentsIn } from '../css/comments.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { isWhole } from '../css/whole.ts'

/** How a sheet is written evenly. */
export const formatSchema = z.strictObject({
  /** Spaces a block is indented by, or a tab. */
  indent: z.union([z.literal('tab'), z.int().min(0).max(8)]),
  /** Declarations on a line each, or rules without anything but declarations on one line. */
  rules: z.enum(['lines', 'line']),
  /** Whether a blank line parts rules. */
  blank: z.boolean(),
  /** Letters of hexadecimal colours. */
  hex: z.enum(['kept', 'lower', 'upper']),
  quotes: z.enum(['kept', 'double', 'single']),
})
export type FormatSettings = z.infer<typeof formatSchema>

export const USUAL_FORMAT: FormatSettings = { indent: 2, rules: 'lines', blank: true, hex: 'kept', quotes: 'kept' }

/**
 * The sheet written evenly: a declaration a line, a selector a line, one blank line between rules, comments where they belong. What is
 * said and how its values are spelled stays. A sheet with mistakes in it is given back as it is: nobody knows where they end.
 */
export function formatted(sheet: Sheet, settings: FormatSettings = USUAL_FORMAT): string {
  const { text } = sheet
  if (sheet.errors.length > 0 || !isWhole(text) || /<!--|-->/.test(text)) return text
  const printer = new Printer(sheet, settings)
  const bom = text.startsWith('\uFEFF') ? '\uFEFF' : ''
  const written = printer.items(sheet.rules, bom.length, text.length, 0).trim()
  const body = written === '' ? '' : `${written}\n`
  // What is kept as it stands, as the value of a custom property is, has line ends of its own.
  return bom + body.replace(/\r\n?|\n/g, lineEndOf(text))
}

class Printer {
  constructor(
    private readonly sheet: Sheet,
    private readonly settings: FormatSettings,
  ) {}

  private get text(): string {
    return this.sheet.text
  }

  /** What stands between two offsets: items, and the comments around them. */
  items(items: readonly Item[], from: number, to: number, depth: number): string {
    let out = ''
    let at = from
    let before: Item | null = null
    for (const item of items) {
      out += this.gap(at, item.from, depth, before, item)
      out += this.item(item, depth)
      at = this.endOf(item)
      before = item
    }
    return out + this.gap(at, to, depth, before, null)
  }

  /** An item's end with its semicolon. */
  private endOf(item: Item): number {
    if (item.kind !== 'declaration' || !item.semicolon) return item.to
    const behind = /(?:\s|\/\*[\s\S]*?\*\/)*;/y
    behind.lastIndex = item.to
    return behind.test(this.text) ? behind.lastIndex : item.to
  }

  /** Comments between two items, and the line ends that part them. */
  private gap(from: number, to: number, depth: number, before: Item | null, next: Item | null): string {
    const raw = this.text.slice(from, to)
    const comments = [...raw.matchAll(/\/\*[\s\S]*?(?:\*\/|$)/g)]
    const tab = this.tab(depth)
    let out = ''
    let rest = [...comments]
    // A comment on the line of what stands before belongs to that.
    const [first] = rest
    if (first && before && !/[\r\n]/.test(raw.slice(0, first.index))) {
      out += ` ${first[0]}`
      rest = rest.slice(1)
    }
    const wide = this.isWide(raw, before, next, depth)
    if (before || rest.length > 0 || out !== '') out += '\n'
    for (const [at, comment] of rest.entries()) {
      const parted = at === 0 ? before !== null && wide : blankBefore(raw, comment.index)
      out += `${parted ? '\n' : ''}${tab}${comment[0].replace(/\r\n|\r/g, '\n')}\n`
    }
    const last = rest.at(-1)
    if (next && last && blankBefore(raw, raw.length)) return `${out}\n${tab}`
    if (next && !last && before && wide) return `${out}\n${tab}`
    return next ? out + tab : out
  }

  /** Whether a blank line parts two items: always around blocks, between declarations and statements where one stood. */
  private isWide(raw: string, before: Item | null, next: Item | null, depth: number): boolean {
    const isBlock = (item: Item | null) => item !== null && item.kind !== 'declaration' && item.block !== null
    if (!next && depth > 0) return false
    if (!this.settings.blank) return false
    return isBlock(before) || isBlock(next) || /\n[ \t]*\r?\n/.test(raw)
  }

  private item(item: Item, depth: number): string {
    if (item.kind === 'declaration') return this.declaration(item)
    const own = item.kind === 'style' ? item.selectorRange : item.preludeRange
    const written = item.kind === 'style' ? this.selectors(item, depth) : this.atHead(item)
    const head = written + this.comments(own.to, item.block?.from ?? item.to)
    if (!item.block) return `${head};`
    return `${head} {${this.onOneLine(item) ?? this.block(item, depth)}`
  }

  /** The comments that stand beside the head of a rule. */
  private comments(from: number, to: number): string {
    return commentsIn(this.text.slice(from, to))
      .map((comment) => ` ${comment}`)
      .join('')
  }

  /** A block of declarations on the line of its rule, where that is wanted and no comment stands in it. */
  private onOneLine(item: Rule): string | null {
    const { from, to } = item.block!
    const plain = item.items.every(({ kind }) => kind === 'declaration') && !this.text.slice(from, to).includes('/*')
    if (this.settings.rules === 'lines' || !plain || item.items.length === 0) return null
    const written = item.items.map((each) => this.item(each, 0)).join(' ')
    return /[\r\n]/.test(written) ? null : ` ${written.replace(/;$/, '')} }`
  }

  private tab(depth: number): string {
    const { indent } = this.settings
    return (indent === 'tab' ? '\t' : ' '.repeat(indent)).repeat(depth)
  }

  private declaration(item: Item & { kind: 'declaration' }): string {
    const { text } = this
    const property = text.slice(item.propertyRange.from, item.propertyRange.to)
    const name = property.startsWith('--') ? property : property.toLowerCase()
    const between = text.slice(item.propertyRange.to, item.valueRange.from).replace(/\s+/g, '')
    // A comment before the colon or the value stays there.
    const colon = between === ':' ? ': ' : text.slice(item.propertyRange.to, item.valueRange.from)
    const written = text.slice(item.valueRange.from, item.valueRange.to)
    const value = property.startsWith('--') ? written : this.respelled(written, 'value')
    const tail = text.slice(item.valueRange.to, item.to)
    const important = item.important ? (/\/\*/.test(tail) ? tail : ' !important') : tail.trim() === '' ? '' : tail
    return `${name}${value === '' && property.startsWith('--') ? ':' : colon}${value}${important}${this.comments(item.to, this.endOf(item))};`
  }

  private selectors({ selector }: Rule & { kind: 'style' }, depth: number): string {
    const tab = this.tab(depth)
    if (selector.includes('/*')) return selector.replace(/\r\n|\r/g, '\n')
    return splitAtCommas(selector)
      .map(({ text }) => this.respelled(text, 'name'))
      .join(`,\n${tab}`)
  }

  private atHead({ name, prelude, preludeRange, from }: Rule & { kind: 'at' }): string {
    const behind = from + name.length + 1
    const written = this.text.slice(from, behind) + this.comments(behind, preludeRange.from)
    const kept = name === 'charset' || prelude.includes('/*')
    return `${written}${prelude === '' ? '' : ` ${kept ? prelude : this.respelled(prelude, 'name')}`}`
  }

  /** Space between the parts of a value or selector as one space, strings and colours in the wanted form; what they say stays. */
  private respelled(written: string, as: 'value' | 'name'): string {
    const { hex, quotes } = this.settings
    return written.replace(PARTS, (part) => {
      if (/^\s/.test(part)) return ' '
      if (/^["']/.test(part)) return requoted(part, quotes)
      // The names of ids look like colours.
      if (part.startsWith('#') && as === 'value' && hex !== 'kept')
        return hex === 'lower' ? part.toLowerCase() : part.toUpperCase()
      return part
    })
  }

  private block(item: Rule, depth: number): string {
    const { from, to } = item.block!
    const inner = this.items(item.items, from, to, depth + 1).trimEnd()
    const tab = this.tab(depth)
    if (inner.trim() === '') return '}'
    const start = this.tab(depth + 1)
    return `\n${item.items.length > 0 && !/^\s*\/\*/.test(inner) ? `${start}${inner.trimStart()}` : inner.replace(/^\n+/, '')}\n${tab}}`
  }
}

const blankBefore = (raw: string, at: number) => /\n[ \t]*\r?\n[ \t]*$/.test(raw.slice(0, at))

/**
 * Strings, addresses, comments, hexadecimal colours and space, in this order of precedence. What is not closed reaches to the end:
 * else each beginning of thousands would be followed to there in vain.
 */
const PARTS =
  /"(?:[^"\\]|\\[\s\S])*(?:"|$)|'(?:[^'\\]|\\[\s\S])*(?:'|$)|url\([^)]*(?:\)|$)|\/\*[\s\S]*?(?:\*\/|$)|#[\da-f]+\b|\s+/gi

/** A string in other quotes; as it is where that would take more than the quotes. */
function requoted(string: string, quotes: FormatSettings['quotes']): string {
  const quote = quotes === 'double' ? '"' : "'"
  const isClosed = string.length > 1 && string.endsWith(string[0]!)
  return quotes === 'kept' || !isClosed || /["'\\]/.test(string.slice(1, -1))
    ? string
    : quote + string.slice(1, -1) + quote
}
