import { page } from './own.ts'

/** How tall a page is, in CSS px, and the height of the viewport it was seen at. */
export interface SeenHeight {
  readonly viewport: number
  readonly page: number
}

/** Beyond the viewport the browser says it; a page that is shorter ends where its lowest element does. */
function seenHeight(): SeenHeight {
  const viewport = window.innerHeight
  const scrolled = page.root()?.scrollHeight ?? 0
  if (scrolled > viewport) return { viewport, page: scrolled }
  const lowest = [...page.all('body, body *')].reduce(
    (most, element) => Math.max(most, element.getBoundingClientRect().bottom + window.scrollY),
    0,
  )
  return { viewport, page: Math.min(viewport, Math.ceil(lowest)) }
}

/** Tells how tall the page is, at once and whenever it changes. Gives what has it look again, and what ends it. */
export function watchHeight(tell: (seen: SeenHeight) => void): { look(): void; end(): void } {
  let told = ''
  const look = () => {
    const seen = seenHeight()
    if (told === JSON.stringify(seen)) return
    told = JSON.stringify(seen)
    tell(seen)
  }
  const observer = new ResizeObserver(look)
  for (const box of [page.root(), page.body()]) if (box) observer.observe(box)
  window.addEventListener('resize', look)
  window.addEventListener('load', look)
  return {
    look,
    end: () => {
      observer.disconnect()
      window.removeEventListener('resize', look)
      window.removeEventListener('load', look)
    },
  }
}
