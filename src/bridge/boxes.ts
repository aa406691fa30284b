import type { SeenBox } from './messages.ts'
import { page } from './own.ts'

/** The boxes of elements, by their place in document order; null for those without one. */
export function seenBoxes(indices: readonly number[]): (SeenBox | null)[] {
  const all = page.all<HTMLElement>('*')
  return indices.map((index) => {
    const element = all[index]
    return element && element.getClientRects().length > 0 ? seenBox(element) : null
  })
}

function seenBox(element: Element): SeenBox {
  const { left, top, width, height } = element.getBoundingClientRect()
  const style = getComputedStyle(element)
  const pair = (before: string, behind: string): [number, number] => [
    parseFloat(style.getPropertyValue(before)) || 0,
    parseFloat(style.getPropertyValue(behind)) || 0,
  ]
  return {
    left: left + window.scrollX,
    top: top + window.scrollY,
    width,
    height,
    margin: pair('margin-left', 'margin-right'),
    border: pair('border-left-width', 'border-right-width'),
    padding: pair('padding-left', 'padding-right'),
  }
}
