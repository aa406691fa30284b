import type { PageElement } from './tree.ts'

/** Whether one of these elements, or one in them, passes a test. With a stack of its own: pages nest deeper than calls may. */
export function someFrom(roots: readonly PageElement[], test: (element: PageElement) => boolean): boolean {
  const open = roots.toReversed()
  for (let at = open.pop(); at; at = open.pop()) {
    if (test(at)) return true
    for (let child = at.children.length - 1; child >= 0; child--) open.push(at.children[child]!)
  }
  return false
}
