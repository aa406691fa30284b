import { keyword } from '../../values/component.ts'
import { formatNumber } from '../../values/number.ts'
import { number, write, type Compute } from '../../values/write.ts'

export const easing: Compute = (components, context) => {
  const written = write(components, context, { numbers: true, names: false })
  return (
    written
      ?.replace(/steps\((\d+), (?:end|jump-end)\)/g, 'steps($1)')
      .replace(/^step-start$/, 'steps(1, start)')
      .replace(/^step-end$/, 'steps(1)')
      .replace(/steps\((\d+), jump-start\)/g, 'steps($1, start)') ?? null
  )
}

export const willChange: Compute = (components) =>
  components.map((each) => (each.kind === 'delim' ? ', ' : keyword(each))).join('')

/** Names of custom properties keep their letter case. */
export const transitionProperty: Compute = (components) => {
  const name = (text: string) => (text.startsWith('--') ? text : text.toLowerCase())
  const one = (each: (typeof components)[number]) =>
    each.kind === 'delim' ? ', ' : each.kind === 'ident' ? name(each.text) : ''
  return components.map(one).join('')
}

export const iterationCount: Compute = ([component], context) => {
  if (keyword(component)) return keyword(component)
  const value = number(component, context)
  return value === null ? null : formatNumber(value)
}

export const zoom: Compute = ([component], context) => {
  if (keyword(component) === 'normal') return '1'
  const value = number(component, context)
  return value === null ? null : formatNumber(value)
}

/** Factors along the axes, the fewest that say it. */
export const scale: Compute = (components, context) => {
  if (keyword(components[0]) === 'none') return 'none'
  const parts = components.map((each) => number(each, context))
  if (parts.some((part) => part === null)) return null
  const [x = 1, y = x, z = 1] = parts as number[]
  const factors = z !== 1 ? [x, y, z] : x === y ? [x] : [x, y]
  return factors.map(formatNumber).join(' ')
}

export const snapAlign: Compute = (components) => {
  const [a = '', b = a] = components.map(keyword)
  return a === b ? a : `${a} ${b}`
}
