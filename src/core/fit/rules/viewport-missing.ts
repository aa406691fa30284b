import { isForwarding } from '../../markup/forwarding.ts'
import type { PageRule } from '../finding.ts'
import { intoHead } from '../../markup/head.ts'
import { elementsNamed, firstByTag } from '../../markup/tree.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
/** A page that phones show as a tiny desktop page. */
export const viewportMissing: PageRule = {
  id: 'viewport-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'Phones show the page tiny',
  explanation:
    'Without the viewport line phones lay the page out some 980 px wide and shrink it; media queries for narrow screens never match.',
  cost: 20,
  alsoSeen:
    'Phones then lay the page out at their own width, some 360 px, instead of 980 px made small: a layout of fixed widths sticks out, and media queries for narrow screens begin to match.',
  scope: 'page',
  check: ({ page, path }) => {
    if (
      isForwarding(page) ||
      elementsNamed(page, 'meta').some(({ attributes }) => attributes.get('name')?.trim().toLowerCase() === 'viewport')
    )
      return []
    const at = firstByTag(page, 'head')?.place?.startTag ?? { from: 0, to: 0 }
    return [
      {
        file: path,
        from: at.from,
        to: at.to,
        message: 'The head has no <meta name="viewport">, so phones shrink the page instead of fitting it.',
        fixable: Boolean(firstByTag(page, 'head')?.place),
      },
    ]
  },
  fix: (site, found) =>
    joinChanges(
      found.map(({ file }) => ({
        ...NO_CHANGE,
        texts: [
          {
            doc: fileDoc(file),
            splices: intoHead(
              site.page(file).page,
              '<meta name="viewport" content="width=device-width, initial-scale=1">',
            ),
          },
        ],
      })),
    ),
}
