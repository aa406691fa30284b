import { changeClasses, escapeAttribute, removeAttribute, setAttribute } from '../markup/attributes.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { reindent } from '../site/reindent.ts'
import { indentAt } from '../text/place.ts'
import { applySplices } from '../text/splice.ts'
import { isBox, type PlanBox, type PlanContent, type PlanItem } from './plan.ts'
import { boxesRead } from './read-plan.ts'

/** How the markup around a plan is written. */
export interface Layout {
  /** One level deeper. */
  readonly unit: string
  /** A line end. */
  readonly eol: string
}

/** Markup, and where in it each box begins, by its key. */
export interface Written {
  readonly text: string
  readonly starts: ReadonlyMap<string, number>
}

/** Boxes on lines of their own at an indentation, the first without it. */
export function writeNew(items: readonly PlanItem[], indent: string, layout: Layout): Written {
  const writer = new PlanWriter(null, [], layout)
  items.forEach((item, at) => {
    if (at > 0) writer.add(layout.eol + indent)
    writer.item(item, indent)
  })
  return writer.written()
}

/**
 * A box that is there with everything in it, as the plan now wants it; `read` is what it was read as. What the plan leaves alone stays
 * byte for byte.
 */
export function writeAgain(page: Page, read: PlanBox, box: PlanBox, layout: Layout): Written {
  const writer = new PlanWriter(page, [read], layout)
  writer.item(box, indentAt(page.text, page.elements[read.from!]!.place!.from))
  return writer.written()
}

class PlanWriter {
  private text = ''
  private readonly starts = new Map<string, number>()
  private readonly read: ReadonlyMap<number, PlanBox>

  constructor(
    private readonly page: Page | null,
    read: readonly PlanItem[],
    private readonly layout: Layout,
  ) {
    this.read = boxesRead(read)
  }

  written(): Written {
    return { text: this.text, starts: this.starts }
  }

  add(text: string): void {
    this.text += text
  }

  item(item: PlanItem, indent: string): void {
    if (!isBox(item)) return this.add(this.content(item, indent))
    this.starts.set(item.key, this.text.length)
    const was = item.from === null ? undefined : this.read.get(item.from)
    if (was) this.again(item, was, indent)
    else this.anew(item, indent)
  }

  private anew(box: PlanBox, indent: string): void {
    const { element, by, name } = box
    const named = by === 'element' ? '' : ` ${by}="${escapeAttribute(name)}"`
    this.add(`<${element}${named}>`)
    this.items(box, null, indent)
    this.add(`</${element}>`)
  }

  private again(box: PlanBox, was: PlanBox, indent: string): void {
    const page = this.page!
    const element = page.elements[was.from!]!
    const { endTag } = element.place!
    this.add(startTagOf(page, element, was, box))
    this.items(box, was, indent)
    const end = endTag ? page.text.slice(endTag.from, endTag.to) : ''
    this.add(box.element === was.element ? end : end.replace(/^<\/[^\s>]+/, `</${box.element}`))
  }

  /** What stands in a box; white space stays where the neighbours are the same. */
  private items(box: PlanBox, was: PlanBox | null, indent: string): void {
    const deeper = indent + this.layout.unit
    let before: string | null = null
    for (const item of box.items) {
      this.add(this.gap(was, before, item.key) ?? this.layout.eol + deeper)
      this.item(item, this.indentOf(item, was) ?? deeper)
      before = item.key
    }
    const end = this.gap(was, before, null)
    this.add(end ?? (box.items.length === 0 ? '' : this.layout.eol + indent))
  }

  /** The white space that stood between two neighbours, null for an end; null where they were none. */
  private gap(was: PlanBox | null, before: string | null, behind: string | null): string | null {
    if (!was || !this.page) return null
    const keys = was.items.map(({ key }) => key)
    const at = before === null ? -1 : keys.indexOf(before)
    if (before !== null && at < 0) return null
    if ((keys[at + 1] ?? null) !== behind) return null
    const { contentFrom, contentTo } = this.page.elements[was.from!]!.place!
    const from = at < 0 ? contentFrom : this.rangeOf(was.items[at]!).to
    const to = behind === null ? contentTo : this.rangeOf(was.items[at + 1]!).from
    return this.page.text.slice(from, to)
  }

  /** The indentation that an item has, where it stays in its box. */
  private indentOf(item: PlanItem, was: PlanBox | null): string | null {
    if (!this.page || !was?.items.some(({ key }) => key === item.key)) return null
    return indentAt(this.page.text, this.rangeOf(item).from)
  }

  private rangeOf(item: PlanItem): { readonly from: number; readonly to: number } {
    return isBox(item) ? this.page!.elements[item.from!]!.place! : item.content
  }

  private content({ content }: PlanContent, indent: string): string {
    const { text } = this.page!
    const written = text.slice(content.from, content.to)
    // Lines of preformatted text must not move.
    if (indentAt(text, content.from) === indent || /<(?:pre|textarea|script|style)\b/i.test(written)) return written
    return reindent(written, indent, this.layout.eol)
  }
}

/** The start tag with another name, class or id. */
function startTagOf(page: Page, element: PageElement, was: PlanBox, box: PlanBox): string {
  const { startTag } = element.place!
  const splices = [...attributesAnew(page, element, was, box)].map(({ from, to, insert }) => ({
    from: from - startTag.from,
    to: to - startTag.from,
    insert,
  }))
  const written = applySplices(page.text.slice(startTag.from, startTag.to), splices)
  return was.element === box.element ? written : written.replace(/^<[^\s/>]+/, `<${box.element}`)
}

function attributesAnew(page: Page, element: PageElement, was: PlanBox, box: PlanBox) {
  if (was.by === box.by && was.name === box.name) return []
  if (was.by === 'class' && box.by === 'class') return changeClasses(page, element, [box.name], [was.name])
  if (was.by === 'id' && box.by === 'id') return setAttribute(page, element, 'id', box.name)
  const gone =
    was.by === 'class'
      ? changeClasses(page, element, [], [was.name])
      : was.by === 'id'
        ? removeAttribute(page, element, 'id')
        : []
  if (box.by === 'element') return gone
  const given =
    box.by === 'class' ? changeClasses(page, element, [box.name]) : setAttribute(page, element, 'id', box.name)
  return [...gone, ...given]
}
