import type { PageRule } from '../finding.ts'
import { elementsNamed, type Page, type PageElement } from '../../markup/tree.ts'
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
    withoutAlt(page).map(({ attributes, tag, place }) => ({
      file: path,
      from: place!.startTag.from,
      to: place!.startTag.to,
      message: altMissing(tag, attributes.get('src') ?? ''),
    })),
}

/** What is said of a picture without alternative text. */
export const altMissing = (tag: string, src: string): string => `${nameOf(src) || `This <${tag}>`} has no alt text.`

/** Elements that show a picture and say nothing in its place. */
export function withoutAlt(page: Page): PageElement[] {
  return ['img', 'input', 'area']
    .flatMap((name) => elementsNamed(page, name))
    .filter(({ tag, attributes, place }) => {
      const needs =
        place !== null &&
        (tag === 'img' ||
          (tag === 'input' && attributes.get('type')?.toLowerCase() === 'image') ||
          (tag === 'area' && attributes.has('href')))
      return needs && !attributes.has('alt') && !attributes.has('aria-label') && !attributes.has('aria-labelledby')
    })
}
