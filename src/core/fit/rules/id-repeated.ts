import type { PageRule } from '../finding.ts'
import { memo } from '../../text/memo.ts'
import { fragmentOf } from '../../paths/url.ts'
import type { Page, PageElement } from '../../markup/tree.ts'

/** Attributes whose words name other elements by their ids (HTML standard and WAI-ARIA, from memory). */
const NAMES_IDS = [
  'for',
  'form',
  'headers',
  'list',
  'aria-labelledby',
  'aria-describedby',
  'aria-controls',
  'aria-owns',
  'aria-details',
  'popovertarget',
  'commandfor',
]

/** The ids that a page's own links, labels and the like lead to. */
const wanted = memo((page: Page) => {
  const ids = new Set<string>()
  for (const { attributes, tag } of page.elements) {
    if (attributes.size === 0) continue
    const href = attributes.get('href') ?? (tag === 'img' ? attributes.get('usemap') : undefined)
    if (href?.includes('#')) ids.add(fragmentOf(href))
    for (const name of NAMES_IDS) for (const id of attributes.get(name)?.split(/\s+/) ?? []) ids.add(id)
  }
  return ids
})

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
        const matters = wanted(page).has(element.id)
        return [
          {
            file: path,
            from: at.from,
            to: at.to,
            severity: matters ? ('warning' as const) : ('note' as const),
            cause: matters
              ? `The id “${element.id}” is on several elements of a page; links and labels find only the first.`
              : 'Ids are on several elements of a page; no link or label of the page leads to them.',
            message: `The id “${element.id}” is on <${before.tag}> already and again on this <${element.tag}>; links and labels find only the first.`,
          },
        ]
      })
  },
}
