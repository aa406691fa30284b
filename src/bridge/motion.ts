import { page } from './own.ts'

/** What moves on a page by itself. */
export interface SeenMotion {
  /** Endless animations that run, moving drawings, and marquees. */
  readonly moving: number
  /** Whether the page gets so few pictures meanwhile that nobody sees it move. */
  readonly slow: boolean
}

const LOOK_MS = 1000
/** A page that has just begun, or come into view, is not slow yet. */
const SLOW_LOOKS = 2
/** Elements of SVG that move what they stand in (SVG 2, chapter 19). */
const MOVERS = 'animate,animateTransform,animateMotion,set'

const endless = () =>
  page
    .animations()
    .filter(({ playState, effect }) => playState === 'running' && effect?.getTiming().iterations === Infinity)
const drawings = () => [...page.all<SVGSVGElement>('svg')].filter((svg) => svg.querySelector(MOVERS))
const marquees = () => [...page.all<HTMLMarqueeElement>('marquee')]

/**
 * Looks once a second at what moves, and tells it where that begins, ends, or leaves the page fewer than `least` pictures.
 * Gives what stills the page, and lets it move again.
 */
export function watchMotion(least: number, tell: (seen: SeenMotion) => void): (still: boolean) => void {
  const held = new Set<Animation>()
  let stilled = false
  let moves = false
  let pictures = 0
  let slowLooks = 0

  const count = () => {
    pictures++
    if (moves) requestAnimationFrame(count)
  }
  const hold = () => {
    for (const animation of endless()) {
      animation.pause()
      held.add(animation)
    }
  }
  const look = () => {
    if (stilled) return hold()
    const moving = endless().length + drawings().length + marquees().length
    slowLooks = moves && pictures < least && !document.hidden ? slowLooks + 1 : 0
    const slow = slowLooks >= SLOW_LOOKS
    if (slow || moves !== moving > 0) tell({ moving, slow })
    pictures = 0
    if (!moves && moving > 0) requestAnimationFrame(count)
    moves = moving > 0
  }
  setInterval(look, LOOK_MS)
  page.listen('animationstart', () => stilled && hold(), true)

  return (still) => {
    stilled = still
    moves = false
    slowLooks = 0
    if (still) {
      holdAll()
      // Said once that has been shown: until then the page holds up others.
      return void requestAnimationFrame(() => requestAnimationFrame(() => tell({ moving: 0, slow: false })))
    }
    for (const animation of held) if (animation.playState === 'paused') animation.play()
    held.clear()
    for (const svg of drawings()) svg.unpauseAnimations()
    for (const marquee of marquees()) marquee.start()
  }

  function holdAll(): void {
    hold()
    for (const svg of drawings()) svg.pauseAnimations()
    for (const marquee of marquees()) marquee.stop()
  }
}
