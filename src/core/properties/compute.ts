import { componentsOf } from '../values/component.ts'
import { write, type Compute, type ComputeContext } from '../values/write.ts'
import { definitionOf } from './longhands.ts'

const known = new Map<string, Compute>()

/** How a property is computed: as its entry says, else component by component. */
function computeOf(name: string): Compute {
  let compute = known.get(name)
  if (compute) return compute
  const definition = definitionOf(name)
  const style = { numbers: definition?.numbers === true, names: definition?.names === true }
  compute = definition?.compute ?? ((components, context) => write(components, context, style))
  known.set(name, compute)
  return compute
}

/**
 * The computed value of a longhand, written as browsers do. `value` is valid for the property and free of `var()` and of
 * CSS-wide keywords. Null when it turns out not to be valid. Colours that are `currentcolor` stay so.
 */
export function computeValue(name: string, value: string, context: ComputeContext): string | null {
  return computeOf(name)(componentsOf(value), context)
}

/** Whether a value's computing depends on where it stands: font-relative and viewport units, relative keywords, addresses. */
export function dependsOnPlace(name: string, value: string): boolean {
  const place = definitionOf(name)?.place
  if (place === 'always') return true
  if (place) return place.test(value)
  return /(?:[\d.](?:r?em|r?ex|r?ch|r?lh|r?ic|r?cap|[sld]?v(?:w|h|min|max|i|b)|cq(?:w|h|i|b|min|max))\b)|url\(|attr\(|image-set/i.test(
    value,
  )
}

/** Of values that depend on their place: whether it is only by font sizes and line heights (and the viewport). */
export function dependsOnSizesOnly(value: string): boolean {
  return !/(?:[\d.](?:ex|ch|rex|rch)\b)|url\(|attr\(|image-set|er$/i.test(value)
}
