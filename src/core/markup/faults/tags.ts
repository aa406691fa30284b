import { isVoid } from '../void-elements.ts'
import { elementsNamed, type EndTag, type Page, type PageElement } from '../tree.ts'
import type { MarkupFault } from './fault.ts'

/** End tags that may be left out, and with them what a page cannot lack (HTML standard, 13.1.2.4). */
const OMITTABLE = new Set(
  'html head body li dt dd p rt rp rb rtc optgroup option colgroup caption thead tbody tfoot tr td th'.split(' '),
)
/** A start tag of these ends one that is still open (HTML standard, 13.2.6.4.7). */
const ENDS_ITS_LIKE = new Set(['a', 'nobr', 'button'])
const HEADING = /^h[1-6]$/

/** Tags that do not match: elements never closed, end tags that close nothing, tags across each other, slashes. */
export function tagFaults(page: Page, xml: boolean): MarkupFault[] {
  const slashed = new Set(page.elements.filter((element) => isSlashed(page.text, element)))
  const stray = new Set(page.strayEnds)
  const unclosed = page.elements
    .filter((element) => isUnclosed(element) && !slashed.has(element))
    .map((element): MarkupFault => {
      // The end tag meant for it is no fault of its own.
      const meant = page.strayEnds.find((end) => stray.has(end) && isMeantFor(element, end))
      if (meant) stray.delete(meant)
      return { ...element.place!.startTag, kind: 'guessed', message: unclosedWords(page, element, meant) }
    })
  return [...unclosed, ...[...stray].map(strayFault), ...(xml ? [] : slashFaults(slashed)), ...movedOutOfTables(page)]
}

const isUnclosed = ({ tag, html, place }: PageElement) =>
  html && place !== null && !place.closed && !isVoid(tag) && !OMITTABLE.has(tag)

function isMeantFor({ tag, place }: PageElement, end: EndTag): boolean {
  return HEADING.test(tag)
    ? end.from === place!.to && HEADING.test(end.tag)
    : end.tag === tag && end.from >= place!.contentFrom
}

function unclosedWords(page: Page, element: PageElement, meant: EndTag | undefined): string {
  const { tag, place } = element
  if (meant && HEADING.test(tag)) return `<${tag}> is closed by </${meant.tag}>. Browsers take it; write </${tag}>.`
  const next = page.elements.find(({ place: other }) => other && other.from === place!.to)
  if (next?.tag === tag && ENDS_ITS_LIKE.has(tag))
    return `<${tag}> is not closed before the next <${tag}>, and may not stand anywhere inside <${tag}>; browsers end it there.`
  if (meant || page.split.has(element))
    return `<${tag}> is opened inside an element and closed outside of it; browsers take it apart. Close first what was opened last.`
  return `<${tag}> is never closed, so what follows may end up inside it.`
}

function strayFault({ tag, from, to }: EndTag): MarkupFault {
  const message =
    tag === 'p'
      ? '</p> closes nothing: browsers ended the paragraph before a block that cannot stand in it.'
      : isVoid(tag)
        ? `<${tag}> is always empty and has no end tag.`
        : `</${tag}> closes nothing that is open here; browsers skip it.`
  return { from, to, kind: 'guessed', message }
}

/** Whether a start tag ends in a slash that closes nothing, and is not the end of an attribute without quotes. */
function isSlashed(text: string, { tag, html, place }: PageElement): boolean {
  if (!html || !place || isVoid(tag) || text.charCodeAt(place.contentFrom - 2) !== 47) return false
  for (const name in place.attributes) if (place.attributes[name]!.to >= place.contentFrom - 1) return false
  return true
}

/** Elements that somebody closed by a slash, as XML would have it: the first of each kind, with how many more there are. */
function slashFaults(slashed: ReadonlySet<PageElement>): MarkupFault[] {
  const found = new Map<string, { first: PageElement; more: number }>()
  for (const element of slashed) {
    const known = found.get(element.tag)
    if (known) known.more++
    else found.set(element.tag, { first: element, more: 0 })
  }
  return [...found].map(([tag, { first, more }]) => ({
    ...first.place!.startTag,
    kind: 'guessed',
    cause: slashWords(tag),
    message: `${slashWords(tag)}${more > 0 ? ` It is so ${more} more ${more === 1 ? 'time' : 'times'} on this page.` : ''}`,
  }))
}

const slashWords = (tag: string) =>
  `The slash of <${tag}/> closes nothing in HTML, so what follows stands inside it. Write </${tag}> where it ends.`

/** What is written in a table outside of its cells: browsers move it in front of the table (HTML standard, 13.2.6.1). */
function movedOutOfTables(page: Page): MarkupFault[] {
  return elementsNamed(page, 'table').flatMap((table): MarkupFault[] => {
    const { place, parent } = table
    if (!place || !parent) return []
    const isInside = ({ from }: { from: number }) => from > place.from && from < place.to
    const moved = parent.children.flatMap(({ tag, place: at }) =>
      at && isInside(at) ? [{ ...at.startTag, what: `<${tag}>` }] : [],
    )
    // Text that is moved joins what stands before the table.
    const texts = parent.texts.filter(({ from, to }) => to > place.from && from < place.to)
    if (texts.length > 0) moved.push({ ...place.startTag, what: 'Text' })
    return moved.map(({ from, to, what }) => ({
      from,
      to,
      kind: 'guessed',
      message: `${what} stands in a <table> outside of its cells; browsers move it in front of the table.`,
    }))
  })
}
