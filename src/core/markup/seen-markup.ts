import html5 from 'html-validate/elements/html5'
import type { Page, PageElement } from './tree.ts'

/** What decides about an element's children among each other: then their order counts, else only which there are. */
const ORDERED = new Set(
  Object.entries(html5)
    .filter(
      ([, meta]) =>
        meta &&
        ('permittedOrder' in meta ||
          'requiredContent' in meta ||
          (Array.isArray(meta.permittedContent) &&
            meta.permittedContent.some((each) => typeof each === 'string' && each.endsWith('?')))),
    )
    .map(([tag]) => tag),
)

/** Attributes whose value is the author's own: only whether there is one counts. */
const FREE =
  /^(?:id|class|href|src|alt|title|style|content|name|value|sizes|action|placeholder|for|poster|cite|datetime|data-.*|aria-(?:label|labelledby|describedby|controls|details)|d|points|viewbox)$/

const VOID = new Set('area base br col embed hr img input link meta source track wbr'.split(' '))

/** An element in its chain of elements, by the chain's number; with attributes and children where they count. */
type Construct = number | string

/**
 * Remembers of what constructs the pages are made that were found without fault, so that the slow validator is asked only
 * about pages that hold something new. All rules it is asked about look at an element, its attributes, the elements it stands
 * in, and its children: that is a construct. A page the parser had to mend is never taken for seen, nor one with end tags
 * left out: its tree does not tell what its text says.
 */
export class SeenMarkup {
  private readonly fine = new Set<Construct>()
  /** Chains of tags from the root, numbered, so that constructs are short. */
  private readonly chains = new Map<string, number>()

  /** The constructs of a page; null when its tree does not mirror its text. */
  constructsOf(page: Page): Set<Construct> | null {
    if (page.mended || page.doctypeEnd === null || !isWhole(page)) return null
    const constructs = new Set<Construct>()
    const chainOf: number[] = []
    let mains = 0
    for (const element of page.elements) {
      const { place, parent, tag } = element
      if (!place && !['html', 'head', 'body', 'tbody', 'colgroup'].includes(tag)) return null
      if (place && !mirrors(element)) return null
      const above = parent ? chainOf[parent.index]! : -1
      chainOf[element.index] = place ? this.chain(`${above} ${element.html ? '' : ':'}${tag}`) : above
      if (tag === 'main') mains++
      const chain = chainOf[element.index]!
      // Most elements have neither attributes nor children whose order counts: their chain says all.
      if (element.attributes.size === 0 && !ORDERED.has(tag)) constructs.add(chain)
      else constructs.add(`${chain} ${attributesOf(element)} ${childrenOf(element)}`)
    }
    if (mains > 1) constructs.add('several main')
    return constructs
  }

  allFine(constructs: ReadonlySet<Construct>): boolean {
    for (const construct of constructs) if (!this.fine.has(construct)) return false
    return true
  }

  keep(constructs: ReadonlySet<Construct>): void {
    for (const construct of constructs) this.fine.add(construct)
  }

  private chain(name: string): number {
    let number = this.chains.get(name)
    if (number === undefined) this.chains.set(name, (number = this.chains.size))
    return number
  }
}

/** Whether every tag of the text is one of the tree: parsers drop some without a word. A "<" anywhere else, in a value say, counts against it. */
function isWhole({ text, elements, comments }: Page): boolean {
  let expected = 1 + comments.length
  let inside = 0
  for (const { place, rawText } of elements) {
    if (!place) continue
    expected += place.closed ? 2 : 1
    if (rawText) inside += angles(rawText.text)
  }
  for (const { from, to } of comments) inside += angles(text.slice(from + 1, to))
  return angles(text) === expected + inside
}

function angles(text: string): number {
  let count = 0
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) count++
  return count
}

/** Whether an element's tags stand in the text as its place in the tree says. */
function mirrors({ tag, html, place, parent, position }: PageElement): boolean {
  const closed = place!.closed || (html ? VOID.has(tag) : place!.to === place!.contentFrom)
  if (!closed) return false
  const outer = parent?.place
  if (outer && (place!.from < outer.contentFrom || place!.to > outer.contentTo)) return false
  const before = position > 0 ? parent?.children[position - 1]?.place : null
  return !before || before.to <= place!.from
}

function attributesOf({ attributes }: PageElement): string {
  if (attributes.size === 0) return ''
  const parts: string[] = []
  for (const [name, value] of attributes) {
    // A srcset asks for sizes when it names widths.
    if (name === 'srcset') parts.push(/\s\d+w\b/.test(value) ? 'srcset=w' : 'srcset=')
    else
      parts.push(
        FREE.test(name)
          ? `${name}${value === '' ? '0' : /\s/.test(value) ? '2' : '1'}`
          : `${name}=${value.toLowerCase().replace(/\d+/g, '0')}`,
      )
  }
  return parts.sort().join(',')
}

function childrenOf({ tag, children }: PageElement): string {
  if (!ORDERED.has(tag)) return ''
  const runs: string[] = []
  children.forEach((child, at) => {
    if (children[at - 1]?.tag !== child.tag) runs.push(child.tag)
    else if (!runs.at(-1)!.endsWith('+')) runs[runs.length - 1] += '+'
  })
  return runs.join(' ')
}
