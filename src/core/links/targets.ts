import { holdersOf } from '../contrast/holders.ts'
import { describeElement, elementPath } from '../markup/describe.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'

/** Both sides of a target at least, px (WCAG 2.2, 2.5.8). */
export const TARGET_LEAST = 24

/** Something on a page that is pressed. */
export interface Target {
  readonly index: number
  readonly name: string
  /** A selector that finds it alone. */
  readonly path: string
}

const PRESSED = new Set(['button', 'select', 'summary'])
const PRESSED_INPUTS = new Set(['button', 'submit', 'reset', 'image', 'checkbox', 'radio'])

/** What is pressed on a page; links in a sentence are excepted, and what is switched off. */
export function targetsOn(site: SiteSnapshot, path: SitePath): Target[] {
  const page = site.page(path)
  const inText = new Set(holdersOf(page).besideText)
  return page.elements
    .filter(({ tag, attributes, html }, at) => {
      if (!html || attributes.has('disabled') || inText.has(page.elements[at]!)) return false
      const input = tag === 'input' && PRESSED_INPUTS.has((attributes.get('type') ?? '').toLowerCase())
      return input || PRESSED.has(tag) || isLink(page.elements[at]!)
    })
    .map((element) => ({ index: element.index, name: describeElement(element), path: elementPath(element) }))
}

/** A target as it is laid out, px. */
export interface LaidTarget {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

/**
 * Which of all targets of a page are too small, by their places: under 24 px on a side, and so close to another that a circle of 24 px
 * around the middle touches it, or the circle of another that is too small (WCAG 2.2, 2.5.8, Spacing). Those without a size are not there.
 */
export function smallTargets(laid: readonly (LaidTarget | null)[]): number[] {
  const isSmall = ({ width, height }: LaidTarget) => width < TARGET_LEAST || height < TARGET_LEAST
  const there = laid.flatMap((box, at) => (box && box.width > 0 && box.height > 0 ? [{ box, at }] : []))
  return there
    .filter(({ box }) => isSmall(box))
    .filter(({ box, at }) =>
      there.some(
        (other) => other.at !== at && !isAround(box, other.box) && isTooClose(box, other.box, isSmall(other.box)),
      ),
    )
    .map(({ at }) => at)
}

const middle = ({ left, top, width, height }: LaidTarget) => ({ x: left + width / 2, y: top + height / 2 })

/** Whether one target lies within the other, as an input does in its label. */
const isAround = (a: LaidTarget, b: LaidTarget) => holds(a, b) || holds(b, a)
const holds = (a: LaidTarget, b: LaidTarget) =>
  a.left <= b.left && a.top <= b.top && a.left + a.width >= b.left + b.width && a.top + a.height >= b.top + b.height

function isTooClose(box: LaidTarget, other: LaidTarget, otherIsSmall: boolean): boolean {
  const [a, b] = [middle(box), middle(other)]
  if (otherIsSmall && Math.hypot(a.x - b.x, a.y - b.y) < TARGET_LEAST) return true
  const nearest = {
    x: Math.min(other.left + other.width, Math.max(other.left, a.x)),
    y: Math.min(other.top + other.height, Math.max(other.top, a.y)),
  }
  return Math.hypot(a.x - nearest.x, a.y - nearest.y) < TARGET_LEAST / 2
}
