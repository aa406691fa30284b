import { idOf } from '../properties/longhands.ts'
import { sameList } from './inherited.ts'
import type { ElementStyle } from './style.ts'

const DISPLAY = idOf('display')
const CONTENT = idOf('content')
const NONE: ReadonlySet<string> = new Set()

/**
 * The pseudo-elements that may differ between two styles of an element: where the same rules match and they have the same values, so do
 * all that take from them.
 */
export function pseudosThatMayDiffer(a: ElementStyle, b: ElementStyle): ReadonlySet<string> {
  if (a.matched === b.matched && a.inherited === b.inherited && sameList(a.own, b.own)) return NONE
  const rules = [...a.matched.rules, ...b.matched.rules]
  return new Set(rules.flatMap(({ pseudo }) => (pseudo === '' ? [] : [pseudo])))
}

/** Whether a pseudo-element is there at all (CSS Pseudo-Elements 4): a marker beside a list item, content that says something. */
export function isThere(style: ElementStyle, of: ElementStyle): boolean {
  if (style.pseudoName === 'marker') return of.value(DISPLAY).includes('list-item')
  if (style.pseudoName === 'before' || style.pseudoName === 'after')
    return !['none', 'normal'].includes(style.value(CONTENT))
  return style.pseudoName !== 'placeholder' || ['input', 'textarea'].includes(of.element.tag)
}
