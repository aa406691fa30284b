import { keyword } from '../../values/component.ts'
import { computeColor, looksLikeColor } from '../../values/color.ts'
import { formatNumber } from '../../values/number.ts'
import { lengthOr, number, NUMBER_FUNCTIONS, writeOne, type Compute } from '../../values/write.ts'

export const repeatStyle: Compute = (components) => {
  const words = components.map(keyword)
  const [x = '', y = x] = words
  if (words.length === 1) return x
  return x === y
    ? x
    : x === 'repeat' && y === 'no-repeat'
      ? 'repeat-x'
      : x === 'no-repeat' && y === 'repeat'
        ? 'repeat-y'
        : `${x} ${y}`
}

export const backgroundSize: Compute = (components, context) => {
  const parts = components.map((each) => lengthOr(each, context))
  if (parts.some((part) => part === null)) return null
  const [width, height = 'auto'] = parts
  return width === 'auto' && height === 'auto'
    ? 'auto'
    : /^(?:cover|contain)$/.test(width!)
      ? width!
      : `${width} ${height}`
}

export const shadow =
  (most: number): Compute =>
  (components, context) => {
    const lengths = components
      .filter((each) => !looksLikeColor(each) && keyword(each) === '')
      .map((each) => lengthOr(each, context))
    if (keyword(components[0]) === 'none') return 'none'
    const hue = components.find(looksLikeColor)
    const written = hue ? computeColor(hue, context) : 'currentcolor'
    if (written === null || lengths.length < 2 || lengths.some((each) => each === null)) return null
    while (lengths.length < most) lengths.push('0px')
    const inset = components.some((each) => keyword(each) === 'inset') ? ' inset' : ''
    return `${written} ${lengths.join(' ')}${inset}`
  }

/** Filter functions take percentages as numbers, and write a shadow's colour first. */
export const filter: Compute = (components, context) => {
  if (keyword(components[0]) === 'none') return 'none'
  const written = components.map((each) => {
    if (each.kind !== 'function') return writeOne(each, context, { numbers: false, names: false })
    if (each.name === 'drop-shadow') {
      const shape = shadow(3)(each.args, context)
      return shape === null ? null : `drop-shadow(${shape})`
    }
    const [only] = each.args
    const amount = NUMBER_FUNCTIONS.has(each.name) ? number(only, context) : null
    return amount === null
      ? writeOne(each, context, { numbers: false, names: false })
      : `${each.name}(${formatNumber(amount)})`
  })
  return written.some((text) => text === null) ? null : written.join(' ')
}
