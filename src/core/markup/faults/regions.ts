import type { Page } from '../tree.ts'
import type { MarkupFault } from './fault.ts'

const REGION = new Set(['header', 'nav', 'main', 'footer', 'aside', 'section', 'article', 'div', 'p'])

/** Regions written behind the end of the body, or before the end of the head; and a second `main`. */
export function regionFaults(page: Page): MarkupFault[] {
  const bodyEnd = /<\/body\s*>/i.exec(page.text)?.index ?? Infinity
  const headEnd = /<\/head\s*>/i.exec(page.text)?.index ?? -1
  let mains = 0
  return page.elements.flatMap(({ tag, html, place, parent, attributes }): MarkupFault[] => {
    if (!html || !place || !REGION.has(tag)) return []
    if (tag === 'main' && !attributes.has('hidden') && ++mains > 1)
      return [{ ...place.startTag, kind: 'misplaced', message: 'There is more than one <main>; a page has one.' }]
    const words = parent?.tag === 'body' ? regionWords(tag, place.from > bodyEnd, place.from < headEnd) : null
    return words === null ? [] : [{ ...place.startTag, kind: 'guessed', message: words }]
  })
}

function regionWords(tag: string, behind: boolean, before: boolean): string | null {
  if (behind) return `<${tag}> stands behind </body>. Browsers move it back into the body; write it before </body>.`
  return before
    ? `<${tag}> stands in the head. Browsers end the head there, so what follows in it is read as content; write it into the body.`
    : null
}
