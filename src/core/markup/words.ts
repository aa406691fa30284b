import { decodeHTML } from 'entities'
import { descendantsOf, type Page, type PageElement } from './tree.ts'

/** Elements in the line: their edges do not part words, so that `Fish<b>es</b>` is one (HTML, section 15.3.4). */
const IN_LINE = new Set(
  (
    'a abbr acronym b bdi bdo big cite code data del dfn em font i ins kbd label mark q s samp small span strike strong ' +
    'sub sup time tt u var wbr'
  ).split(' '),
)

/** Elements whose text nobody reads as words. */
const NOT_READ = new Set(['script', 'style', 'template'])

/**
 * The words in an element and everything in it, as they are read: character references decoded, white space collapsed, styles
 * and scripts left aside. Cut behind a word when they are longer than `most` characters.
 */
export function wordsOf(page: Page, element: PageElement, most = Infinity): string {
  const pieces = [element, ...descendantsOf(page, element)]
    .filter(({ tag }) => !NOT_READ.has(tag))
    .flatMap(({ texts }) => texts)
    .sort((a, b) => a.from - b.from)
  let words = ''
  let end = pieces[0]?.from ?? 0
  for (const { from, to } of pieces) {
    if (partsWords(page.text.slice(end, from))) words += ' '
    words += page.text.slice(from, to)
    end = to
    // What decoding and collapsing take away is seldom more than half.
    if (words.length > most * 2) break
  }
  return cut(decodeHTML(words).replace(/\s+/g, ' ').trim(), most)
}

/** Whether the markup between two stretches of text keeps them apart. */
function partsWords(markup: string): boolean {
  const tags = markup.replace(/<!--[\s\S]*?-->/g, '')
  if (/\s/.test(tags.replace(/<[^>]*>/g, ''))) return true
  return [...tags.matchAll(/<\/?([a-z][^\s/>]*)/gi)].some(([, tag]) => !IN_LINE.has(tag!.toLowerCase()))
}

function cut(words: string, most: number): string {
  if (words.length <= most) return words
  const lastSpace = words.lastIndexOf(' ', most)
  return `${words.slice(0, lastSpace > 0 ? lastSpace : most)} …`
}
