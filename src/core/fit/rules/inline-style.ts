import type { PageRule } from '../finding.ts'
import { describeElement } from '../../markup/describe.ts'
/** Style attributes. */
export const inlineStyle: PageRule = {
  id: 'inline-style',
  severity: 'note',
  prevents: 'deciding',
  title: 'Style attributes',
  explanation:
    'What a style attribute says beats nearly every rule and cannot be changed from the sheet. A class does the same, from the sheet.',
  scope: 'page',
  check: ({ page, path }) =>
    page.elements
      .filter(({ attributes, place }) => place && attributes.has('style'))
      .flatMap((element) => {
        const at = element.place?.attributes['style']
        const value = element.attributes.get('style')?.trim()
        return at && value
          ? [
              {
                file: path,
                from: at.from,
                to: at.to,
                message: `${describeElement(element)} carries style="${value.length > 60 ? `${value.slice(0, 60)}…` : value}"; the sheet cannot change that.`,
              },
            ]
          : []
      }),
}
