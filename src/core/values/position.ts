import { keyword, type Component } from './component.ts'
import { lengthOr, writeOne, type Compute, type ComputeContext } from './write.ts'

/** One axis of a position: keywords become percentages, `right 10px` becomes `calc(100% - 10px)`. */
export function axis(parts: readonly Component[], context: ComputeContext): string | null {
  const [first, second] = parts
  const word = keyword(first)
  if (word === 'center') return '50%'
  if (second === undefined)
    return ['left', 'top', 'x-start', 'y-start'].includes(word)
      ? '0%'
      : ['right', 'bottom', 'x-end', 'y-end'].includes(word)
        ? '100%'
        : lengthOr(first, context)
  const offset = lengthOr(second, context)
  if (offset === null || ['left', 'top'].includes(word)) return offset
  const inner: Component[] = [
    { kind: 'percentage', value: 100, integer: true },
    { kind: 'delim', text: '-' },
    second.kind === 'number' ? { kind: 'dimension', value: 0, unit: 'px' } : second,
  ]
  return writeOne({ kind: 'function', name: 'calc', args: inner }, context, { numbers: false, names: false })
}

/** `<position>` as its two axes (CSS Values 4, section 9), as components. Null when it is none. */
export function splitPosition(parts: readonly Component[]): { x: Component[]; y: Component[] } | null {
  const center: Component = { kind: 'ident', text: 'center' }
  const isX = (each: Component | undefined) => ['left', 'right'].includes(keyword(each))
  const isY = (each: Component | undefined) => ['top', 'bottom'].includes(keyword(each))
  const [a, b, c, d] = parts
  if (!a || parts.length > 4) return null
  if (!b) return isY(a) ? { x: [center], y: [a] } : { x: [a], y: [center] }
  if (!c) return isY(a) || isX(b) ? { x: [b], y: [a] } : { x: [a], y: [b] }
  const pairs: Component[][] = []
  for (let at = 0; at < parts.length; at++) {
    const next = parts[at + 1]
    if (keyword(parts[at]) !== '' && keyword(parts[at]) !== 'center' && next && keyword(next) === '')
      pairs.push([parts[at]!, parts[++at]!])
    else pairs.push([parts[at]!])
  }
  if (pairs.length !== 2 || (d === undefined && parts.length !== 3)) return null
  const [first, second] = pairs as [Component[], Component[]]
  return isY(first[0]) || isX(second[0]) ? { x: second, y: first } : { x: first, y: second }
}

/** A position as its two axes. */
export const position: Compute = (components, context) => {
  const axes = splitPosition(components)
  if (!axes) return null
  const x = axis(axes.x, context)
  const y = axis(axes.y, context)
  return x === null || y === null ? null : `${x} ${y}`
}

/** `transform-origin`: a position and how deep it lies. */
export const origin: Compute = (components, context) => {
  const depth = components.length === 3 ? lengthOr(components[2], context) : '0px'
  const axes = splitPosition(components.slice(0, 2))
  if (!axes || depth === null) return null
  const x = axis(axes.x, context)
  const y = axis(axes.y, context)
  return x === null || y === null ? null : depth === '0px' ? `${x} ${y}` : `${x} ${y} ${depth}`
}
