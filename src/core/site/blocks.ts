import { describeElement } from '../markup/describe.ts'
import { type Page } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import { partsIn } from './parts.ts'

/** A block of a page that could be shared or wrapped. */
export interface PageBlock {
  readonly index: number
  readonly name: string
  readonly words: string
  /** The shared part it is already, or ''. */
  readonly part: string
}

/** The blocks a page is made of: what stands in the body, and regions further in. */
export function blocksOf(page: Page): PageBlock[] {
  const parts = partsIn(page)
  return page.elements
    .filter(
      ({ tag, html, place, parent }) =>
        html &&
        place &&
        tag !== 'script' &&
        tag !== 'style' &&
        (parent?.tag === 'body' || ['header', 'nav', 'footer', 'main', 'aside'].includes(tag)),
    )
    .filter(({ tag }) => tag !== 'body' && tag !== 'head' && tag !== 'html')
    .map((element) => ({
      index: element.index,
      name: describeElement(element),
      words: wordsOf(page, element, 60),
      part:
        parts.find(({ block }) => block && block.from <= element.place!.from && element.place!.to <= block.to)?.name ??
        '',
    }))
}
