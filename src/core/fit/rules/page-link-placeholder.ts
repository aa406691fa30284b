import type { PageRule } from '../finding.ts'
import { isPlaceholder } from '../../markup/navigation.ts'
import { LINK_TAGS } from '../../markup/hyperlink.ts'
import { elementsNamed } from '../../markup/tree.ts'
import { wordsOf } from '../../markup/words.ts'
/** A link that was never given its target. */
export const pageLinkPlaceholder: PageRule = {
  id: 'page-link-placeholder',
  severity: 'warning',
  prevents: 'loading',
  title: 'A placeholder link',
  explanation: 'It looks like a link and leads nowhere. Give it its page, or take the link away.',
  scope: 'page',
  check: ({ page, path }) =>
    [...LINK_TAGS]
      .flatMap((tag) => elementsNamed(page, tag))
      .flatMap((element) => {
        const at = element.place?.attributes['href']
        if (!at || !isPlaceholder(element.attributes.get('href')!)) return []
        const words = wordsOf(page, element)
        return [
          {
            file: path,
            from: at.from,
            to: at.to,
            message: `${words ? `“${words}”` : 'This link'} says href="${element.attributes.get('href')!}" and leads nowhere.`,
          },
        ]
      }),
}
