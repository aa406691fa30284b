import { addTo } from '../text/grouped.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { LANDMARKS, SECTIONS } from './targets.ts'
import { selectorFor } from './measure.ts'

/** A box of a page that can be chosen by a selector, as deep as it lies among others. */
export interface TreeBox {
  readonly selector: string
  /** How many boxes of the list it lies in. */
  readonly depth: number
  /** Boxes of the same name in the same place. */
  readonly count: number
}

/** The boxes of a page that have a name, nested as they are in it; those alike beside each other stand once. */
export function boxTree(page: Page): TreeBox[] {
  const found: { selector: string; depth: number; count: number }[] = []
  /** By element index: where in the list the box stands that holds what is in the element. */
  const holder: number[] = []
  const known = new Map<string, number>()
  for (const element of page.elements) {
    const around = element.parent ? holder[element.parent.index]! : -1
    const selector = nameOf(element)
    if (selector === null) {
      holder[element.index] = around
      continue
    }
    const key = `${around} ${selector}`
    const alike = known.get(key)
    if (alike !== undefined) {
      found[alike]!.count++
      holder[element.index] = alike
      continue
    }
    known.set(key, found.length)
    holder[element.index] = found.length
    found.push({ selector, depth: around < 0 ? 0 : found[around]!.depth + 1, count: 1 })
  }
  return inPlace(found, known)
}

function nameOf(element: PageElement): string | null {
  if (!element.html) return null
  if (LANDMARKS.includes(element.tag))
    return element.id || element.classes.length > 0 ? selectorFor(element) : element.tag
  return SECTIONS.has(element.tag) ? selectorFor(element) : null
}

/** What lies in a box stands right below it: of boxes alike, all that lies in any of them. */
function inPlace(found: readonly TreeBox[], known: ReadonlyMap<string, number>): TreeBox[] {
  const inside = new Map<number, number[]>()
  for (const [key, at] of known) {
    addTo(inside, Number(key.slice(0, key.indexOf(' '))), at)
  }
  const list: TreeBox[] = []
  const waiting = [...(inside.get(-1) ?? [])].reverse()
  while (waiting.length > 0) {
    const at = waiting.pop()!
    list.push(found[at]!)
    for (const inner of (inside.get(at) ?? []).toReversed()) waiting.push(inner)
  }
  return list
}
