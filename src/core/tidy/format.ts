import type { Item, Rule, Sheet } from '../sheet/parse.ts'
import { lineEndOf } from '../text/place.ts'
import { splitAtCommas } from '../css/tokens.ts'

/** How a sheet is written evenly. */
export interface FormatSettings {
  /** Spaces a block is indented by. */
  readonly indent: number
}

export const USUAL_FORMAT: FormatSettings = { indent: 2 }

/**
 * The sheet written evenly: a declaration a line, a selector a line, one blank line between rules, comments where they belong. What is
 * said and how its values are spelled stays. A sheet with mistakes in it is given back as it is: nobody knows where they end.
 */
export function formatted(sheet: Sheet, settings: FormatSettings = USUAL_FORMAT): string {
  const { text } = sheet
  if (sheet.errors.length > 0 || /<!--|-->/.test(text)) return text
  const printer = new Printer(sheet, settings)
  const bom = text.startsWith('\uFEFF') ? '\uFEFF' : ''
  const written = printer.items(sheet.rules, bom.length, text.length, 0).trim()
  const body = written === '' ? '' : `${written}\n`
  return bom + body.replaceAll('\n', lineEndOf(text))
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
    return item.kind === 'declaration' && item.semicolon ? this.text.indexOf(';', item.to) + 1 : item.to
  }

  /** Comments between two items, and the line ends that part them. */
  private gap(from: number, to: number, depth: number, before: Item | null, next: Item | null): string {
    const raw = this.text.slice(from, to)
    const comments = [...raw.matchAll(/\/\*[\s\S]*?(?:\*\/|$)/g)]
    const tab = ' '.repeat(this.settings.indent * depth)
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
    return isBlock(before) || isBlock(next) || /\n[ \t]*\r?\n/.test(raw)
  }

  private item(item: Item, depth: number): string {
    if (item.kind === 'declaration') return this.declaration(item)
    const head = item.kind === 'style' ? this.selectors(item, depth) : this.atHead(item)
    return item.block ? `${head} {${this.block(item, depth)}` : `${head};`
  }

  private declaration(item: Item & { kind: 'declaration' }): string {
    const { text } = this
    const property = text.slice(item.propertyRange.from, item.propertyRange.to)
    const name = property.startsWith('--') ? property : property.toLowerCase()
    const between = text.slice(item.propertyRange.to, item.valueRange.from).replace(/\s+/g, '')
    // A comment before the colon or the value stays there.
    const colon = between === ':' ? ': ' : text.slice(item.propertyRange.to, item.valueRange.from)
    const written = text.slice(item.valueRange.from, item.valueRange.to)
    const value = property.startsWith('--') ? written : onOneLine(written)
    const tail = text.slice(item.valueRange.to, item.to)
    const important = item.important ? (/\/\*/.test(tail) ? tail : ' !important') : tail.trim() === '' ? '' : tail
    return `${name}${value === '' && property.startsWith('--') ? ':' : colon}${value}${important};`
  }

  private selectors({ selector }: Rule & { kind: 'style' }, depth: number): string {
    const tab = ' '.repeat(this.settings.indent * depth)
    if (selector.includes('/*')) return selector.replace(/\r\n|\r/g, '\n')
    return splitAtCommas(selector)
      .map(({ text }) => onOneLine(text))
      .join(`,\n${tab}`)
  }

  private atHead({ name, prelude, from }: Rule & { kind: 'at' }): string {
    const written = this.text.slice(from, from + name.length + 1)
    return `${written}${prelude === '' ? '' : ` ${prelude.includes('/*') ? prelude : onOneLine(prelude)}`}`
  }

  private block(item: Rule, depth: number): string {
    const { from, to } = item.block!
    const inner = this.items(item.items, from, to, depth + 1).replace(/\n+$/, '')
    const tab = ' '.repeat(this.settings.indent * depth)
    if (inner.trim() === '') return '}'
    const start = ' '.repeat(this.settings.indent * (depth + 1))
    return `\n${item.items.length > 0 && !/^\s*\/\*/.test(inner) ? `${start}${inner.trimStart()}` : inner.replace(/^\n+/, '')}\n${tab}}`
  }
}

const blankBefore = (raw: string, at: number) => /\n[ \t]*\r?\n[ \t]*$/.test(raw.slice(0, at))

/** Space between the parts of a value or selector as one space; strings and addresses stay as they are. */
function onOneLine(written: string): string {
  return written.replace(/"(?:[^"\\]|\\[\s\S])*"|'(?:[^'\\]|\\[\s\S])*'|url\([^)]*\)|\/\*[\s\S]*?\*\/|\s+/gi, (part) =>
    /^\s/.test(part) ? ' ' : part,
  )
}
