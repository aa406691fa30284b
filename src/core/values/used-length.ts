import { memoText } from '../text/memo.ts'
import { componentsOf, type Component } from './component.ts'
import type { LengthContext } from './length.ts'
import { evaluate, isMath } from './math.ts'
import { flatten } from './write.ts'

// Computed values hold px and percentages alone, so what other units are relative to does not matter.
const NOWHERE: LengthContext = {
  fontSize: 0,
  rootFontSize: 0,
  lineHeight: 0,
  rootLineHeight: 0,
  fontFamily: '',
  viewport: { width: 0, height: 0 },
}

/**
 * The px of a computed length, percentage or calculation, percentages taken from `base` px (null where nobody knows it). Null for
 * keywords, and for percentages of what is not known.
 */
export function usedLength(value: string, base: number | null): number | null {
  const component = onlyOne(value)
  return component ? usedComponent(component, base) : null
}

// A page says the same few lengths again and again, and is asked for them at many widths.
const onlyOne = memoText((value: string): Component | null => {
  const [component, more] = componentsOf(value)
  return component && !more ? component : null
})

/** The same for one component of a value. */
export function usedComponent(component: Component, base: number | null): number | null {
  switch (component.kind) {
    case 'number':
      return component.value === 0 ? 0 : null
    case 'dimension':
      return component.unit === 'px' ? component.value : null
    case 'percentage':
      return base === null ? null : (component.value * base) / 100
    case 'function': {
      const sum = isMath(component.name) ? evaluate(component, NOWHERE) : null
      return sum && (base !== null || !holdsPercentage(component)) ? flatten(sum, base ?? 0) : null
    }
    default:
      return null
  }
}

function holdsPercentage(component: Component): boolean {
  return component.kind === 'percentage' || (component.kind === 'function' && component.args.some(holdsPercentage))
}
