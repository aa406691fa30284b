import type { PageRule } from '../finding.ts'
import { describeElement } from '../../markup/describe.ts'
/** Style attributes. */
export const inlineStyle: PageRule = {
  id: 'inline-style',
  severity: 'note',
  prevents: 'deciding',
  title: 'Style attributes',
  explanation:
    'What a style attribute says beats every rule of the sheet that is not !important. A class does the same, from the sheet.',
  scope: 'page',
  check: ({ page, path }) =>
    page.elements
      // What stands in a drawing is the drawing's own; a theme has nothing to say there.
      .filter(({ attributes, place, html, parent }) => place && attributes.has('style') && (html || parent?.html))
      .flatMap((element) => {
        const at = element.place?.attributes['style']
        const value = element.attributes.get('style')?.trim()
        return at && value
          ? [
              {
                file: path,
                from: at.from,
                to: at.to,
                cause: `style="${value}" is written on elements themselves; only !important in the sheet beats that.`,
                message: `${describeElement(element)} carries style="${value.length > 60 ? `${value.slice(0, 60)}…` : value}"; only !important in the sheet beats that.`,
              },
            ]
          : []
      }),
}
