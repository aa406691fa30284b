import { lowOnPage } from '../../contrast/low.ts'
import { describeElement } from '../../markup/describe.ts'
import type { PageRule } from '../finding.ts'
import { alike, deciderOf } from './contrast-low.ts'

/** A link in running text that nothing but a small difference in colour tells from it (WCAG 2.2, technique G183). */
export const linkUndistinguished: PageRule = {
  id: 'link-undistinguished',
  severity: 'warning',
  prevents: 'reading',
  title: 'Links that cannot be told from the text',
  explanation:
    'A link without a line, an edge, a ground or another weight is told by its colour alone. That needs 3 : 1 beside the text around it; an underline is surer.',
  scope: 'page',
  readsSheets: true,
  check: (page) =>
    lowOnPage(page.site.model, page.path, 'link-in-text').flatMap(({ element, count, style, seen, ratio }) => {
      const tag = element.place?.startTag
      if (!tag) return []
      const decider = deciderOf(page, { style, element })
      const what = `${seen.text} in text of ${seen.background}${decider === null ? '' : `, set by ${decider}`}`
      const numbers = `only its colour tells it apart, by ${ratio.toFixed(2)} : 1; 3 is the least`
      return [
        {
          ...{ file: page.path, from: tag.from, to: tag.to },
          message: `${describeElement(element)}${alike(count)} ${what}: ${numbers}.`,
          cause: `A link is ${what}: ${numbers}.`,
        },
      ]
    }),
}
