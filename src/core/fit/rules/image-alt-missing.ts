import type { PageRule } from '../finding.ts'
import { elementsNamed } from '../../markup/tree.ts'
import { nameOf } from '../../paths/paths.ts'
/** An image without alternative text. */
export const imageAltMissing: PageRule = {
  id: 'image-alt-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'An image says nothing to those who cannot see it',
  explanation:
    'Say in alt="…" what the picture tells; alt="" for one that is only decoration. Without alt, screen readers read the file’s name.',
  cost: 6,
  scope: 'page',
  check: ({ page, path }) =>
    ['img', 'input', 'area']
      .flatMap((name) => elementsNamed(page, name))
      .flatMap(({ tag, attributes, place }) => {
        const needs =
          place &&
          (tag === 'img' ||
            (tag === 'input' && attributes.get('type')?.toLowerCase() === 'image') ||
            (tag === 'area' && attributes.has('href')))
        if (!needs || attributes.has('alt') || attributes.has('aria-label') || attributes.has('aria-labelledby'))
          return []
        return [
          {
            file: path,
            from: place.startTag.from,
            to: place.startTag.to,
            message: `${nameOf(attributes.get('src') ?? '') || `This <${tag}>`} has no alt text.`,
          },
        ]
      }),
}
