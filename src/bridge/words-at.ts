import type { WordsSeen } from './messages.ts'
import { childrenIn, page, parentOf, wordsIn } from './own.ts'

/** The text under a point of the page, with where it stands and how large it is; null where there is none. */
export function wordsUnder(x: number, y: number): WordsSeen | null {
  const node = page.caret(x, y)?.offsetNode
  if (!(node instanceof Text) || isBlank(node)) return null
  const element = parentOf(node)
  if (!element) return null
  const range = page.range()
  range.selectNodeContents(node)
  const { left, top, right, bottom } = range.getBoundingClientRect()
  // Beside a text browsers give the nearest one.
  if (x < left - 2 || x > right + 2 || y < top - 2 || y > bottom + 2) return null
  const style = getComputedStyle(element)
  const texts = [...childrenIn(element)].filter((child) => child instanceof Text && !isBlank(child))
  return {
    index: [...page.all('*')].indexOf(element),
    at: texts.indexOf(node),
    words: wordsIn(node),
    pre: /pre|break-spaces/.test(style.whiteSpace),
    box: { left, top, width: right - left, height: bottom - top },
    size: parseFloat(style.fontSize) || 16,
  }
}

const isBlank = (node: Text) => !/[^ \t\n\f\r]/.test(wordsIn(node))
