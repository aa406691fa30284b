import type { PageRule } from '../finding.ts'
import type { PageElement } from '../../markup/tree.ts'
/** One id on several elements. */
export const idRepeated: PageRule = {
  id: 'id-repeated',
  severity: 'warning',
  prevents: 'parsing',
  title: 'An id is used twice',
  explanation:
    'An id names one element of a page. Links and labels find only the first one that has it. What several share is a class.',
  scope: 'page',
  check: ({ page, path }) => {
    const first = new Map<string, PageElement>()
    return page.elements
      .filter(({ id, place }) => id !== '' && place)
      .flatMap((element) => {
        const before = first.get(element.id)
        if (!before) {
          first.set(element.id, element)
          return []
        }
        const at = element.place!.attributes['id'] ?? element.place!.startTag
        return [
          {
            file: path,
            from: at.from,
            to: at.to,
            message: `The id “${element.id}” is on <${before.tag}> already and again on this <${element.tag}>; links and labels find only the first.`,
          },
        ]
      })
  },
}
