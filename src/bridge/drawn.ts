import { page } from './own.ts'

/**
 * Gives what asks to be told when the page next is drawn, and how long style and layout took it then, ms. They are asked for
 * where the browser would come to them anyway. Of a page that nobody sees nothing is told until somebody does.
 */
export function whenDrawn(tell: (ms: number) => void): () => void {
  const now = performance.now.bind(performance)
  const beforeDrawing = window.requestAnimationFrame.bind(window)
  let isAsked = false
  const measure = () => {
    isAsked = false
    const from = now()
    void page.root()?.scrollHeight
    tell(now() - from)
  }
  return () => {
    if (!isAsked) beforeDrawing(measure)
    isAsked = true
  }
}
