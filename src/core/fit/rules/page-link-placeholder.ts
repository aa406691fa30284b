import type { PageRule } from '../finding.ts'
import { isPlaceholder } from '../../markup/navigation.ts'
import { LINK_TAGS } from '../../markup/hyperlink.ts'
import { elementsNamed, type PageElement } from '../../markup/tree.ts'
import { wordsOf } from '../../markup/words.ts'
/** Something that a script makes work: it has a name to be found by, a part to play, or the script itself. */
const isControl = ({ id, attributes }: PageElement): boolean =>
  id !== '' || [...attributes.keys()].some((name) => /^(?:role$|on|aria-|data-)/.test(name))

/** Words of a link that means the top of its page, where `#` leads. */
const TO_THE_TOP = /\btop\b|[↑⇑▲⬆]/i

/** What following it does; an empty fragment is the top of the document (HTML standard, “scrolling to a fragment”, from memory). */
function whereTo(href: string): string {
  if (href.trim() === '#') return 'to the top of its own page'
  return href.trim() === '' ? 'to its own page' : 'nowhere'
}

/** A link that was never given its target. */
export const pageLinkPlaceholder: PageRule = {
  id: 'page-link-placeholder',
  severity: 'warning',
  prevents: 'loading',
  title: 'A placeholder link',
  explanation:
    'It looks like a link to something and stays on its own page. Give it its page, or take the link away; a way back to the top is better led to an id there.',
  scope: 'page',
  check: ({ page, path }) =>
    [...LINK_TAGS]
      .flatMap((tag) => elementsNamed(page, tag))
      .flatMap((element) => {
        const href = element.attributes.get('href')
        if (href === undefined || !isPlaceholder(href) || isControl(element)) return []
        const at = element.place?.attributes['href']
        if (!at) return []
        const words = wordsOf(page, element)
        if (TO_THE_TOP.test(words)) return []
        return [
          {
            file: path,
            from: at.from,
            to: at.to,
            cause: `Links say href="${href}" and lead ${whereTo(href)}.`,
            message: `${words ? `“${words}”` : 'This link'} says href="${href}" and leads ${whereTo(href)}.`,
          },
        ]
      }),
}
