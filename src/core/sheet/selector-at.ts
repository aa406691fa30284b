import type { Item, Sheet } from './parse.ts'
import { splitAtCommas } from '../css/tokens.ts'

/**
 * The selector at an offset: that of the innermost style rule around it, of a list the one the offset is in. Nested rules are
 * written out with what is around them. '' outside of style rules.
 */
export function selectorAt(sheet: Pick<Sheet, 'rules'>, offset: number): string {
  let outer = ''
  let items: readonly Item[] = sheet.rules
  for (;;) {
    const inside = items.find((item) => item.kind !== 'declaration' && item.from <= offset && offset <= item.to)
    if (!inside || inside.kind === 'declaration') return outer
    if (inside.kind === 'style') {
      const parts = splitAtCommas(inside.selector, inside.selectorRange.from)
      const under = parts.length > 1 ? parts.find((part) => part.from <= offset && offset <= part.to) : undefined
      outer = nest(outer, under?.text ?? inside.selector.replace(/\s+/g, ' '))
    }
    items = inside.items
  }
}

function nest(outer: string, inner: string): string {
  if (outer === '') return inner
  const around = `:is(${outer})`
  return inner.includes('&') ? inner.replaceAll('&', around) : `${around} ${inner}`
}
