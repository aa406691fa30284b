import { splitAt, type Component } from './component.ts'
import { OTHER_UNITS, toPx, type LengthContext } from './length.ts'
import { formatNumber } from './number.ts'

/**
 * A calculation as far as it can be carried out without layout: amounts by unit ('' for plain numbers, 'px', '%', 'deg',
 * 's', …) and functions such as `min()` that mix percentages and lengths, each times a factor.
 */
export interface Sum {
  readonly amounts: ReadonlyMap<string, number>
  readonly functions: readonly { readonly factor: number; readonly name: string; readonly args: readonly Sum[] }[]
}

const NAMES = new Set(
  'calc min max clamp round mod rem sin cos tan asin acos atan atan2 pow sqrt hypot log exp abs sign'.split(' '),
)

/** Whether a function is one of the math functions of CSS Values 4, section 10. */
export function isMath(name: string): boolean {
  return NAMES.has(name) || name === '-webkit-calc'
}

/** Carries out a math function; null when it is not valid. */
export function evaluate(call: Component & { kind: 'function' }, context: LengthContext): Sum | null {
  if (call.name === 'calc' || call.name === '-webkit-calc') return sumOf(call.args, context)
  const args = splitAt(call.args, ',').map((part) => sumOf(part, context))
  if (args.some((arg) => arg === null)) {
    const [first, ...rest] = args
    // round() may begin with a strategy; clamp() may say none.
    if (call.name !== 'round' || first !== null || rest.some((arg) => arg === null)) return null
    const strategy = splitAt(call.args, ',')[0]![0]
    return apply('round', rest as Sum[], strategy?.kind === 'ident' ? strategy.text.toLowerCase() : 'nearest')
  }
  return apply(call.name, args as Sum[], 'nearest')
}

const ANYWHERE: LengthContext = {
  fontSize: 16,
  rootFontSize: 16,
  lineHeight: 18,
  rootLineHeight: 18,
  fontFamily: 'serif',
  viewport: { width: 1000, height: 1000 },
}

/**
 * A plain value of the type a math function gives (CSS Values 4, section 10.2), to ask grammars with: `1px`, `1%` where
 * percentages are in it, `1`. Null when it cannot be carried out, as `calc(1px +2px)`.
 */
export function exampleOf(call: Component & { kind: 'function' }): string | null {
  const sum = evaluate(call, ANYWHERE)
  if (!sum) return null
  const units = unitsIn(sum)
  units.delete('')
  if (units.has('%')) return '1%'
  return units.size > 1 ? null : `1${[...units][0] ?? ''}`
}

function unitsIn({ amounts, functions }: Sum): Set<string> {
  return new Set([...amounts.keys(), ...functions.flatMap(({ args }) => args.flatMap((arg) => [...unitsIn(arg)]))])
}

/** The single amount of a sum, or null when it mixes units. */
export function single(sum: Sum): { value: number; unit: string } | null {
  if (sum.functions.length > 0 || sum.amounts.size > 1) return null
  const [entry] = sum.amounts
  return entry ? { unit: entry[0], value: entry[1] } : { unit: '', value: 0 }
}

function plain(value: number, unit: string): Sum {
  return { amounts: new Map([[unit, value]]), functions: [] }
}

/** `<calc-sum>`: products joined by + and -. */
function sumOf(components: readonly Component[], context: LengthContext): Sum | null {
  const terms: { sign: number; factors: Component[] }[] = [{ sign: 1, factors: [] }]
  for (const component of components) {
    if (component.kind === 'delim' && (component.text === '+' || component.text === '-'))
      terms.push({ sign: component.text === '-' ? -1 : 1, factors: [] })
    else terms.at(-1)!.factors.push(component)
  }
  let total: Sum | null = null
  for (const { sign, factors } of terms) {
    const product = productOf(factors, context)
    if (!product) return null
    const signed = scale(product, sign)
    total = total ? add(total, signed) : signed
  }
  return total
}

function productOf(components: readonly Component[], context: LengthContext): Sum | null {
  if (components.length % 2 === 0) return null
  let product = valueOf(components[0]!, context)
  for (let at = 1; product && at < components.length; at += 2) {
    const operator = components[at]!
    const right = valueOf(components[at + 1]!, context)
    if (!right || operator.kind !== 'delim') return null
    const number = single(right)
    const left = single(product)
    if (operator.text === '*') {
      if (number?.unit === '') product = scale(product, number.value)
      else if (left?.unit === '') product = scale(right, left.value)
      else return null
    } else if (operator.text === '/') {
      if (number?.unit === '') product = scale(product, 1 / number.value)
      else if (number && left && number.unit === left.unit) product = plain(left.value / number.value, '')
      else return null
    } else return null
  }
  return product
}

function valueOf(component: Component, context: LengthContext): Sum | null {
  switch (component.kind) {
    case 'number':
      return plain(component.value, '')
    case 'percentage':
      return plain(component.value, '%')
    case 'dimension': {
      const px = toPx(component.value, component.unit, context)
      if (px !== null) return plain(px, 'px')
      const other = OTHER_UNITS[component.unit]
      return other
        ? plain(component.value * other.times, other.to)
        : component.unit === 'fr'
          ? plain(component.value, 'fr')
          : null
    }
    case 'ident': {
      const constant = { pi: Math.PI, e: Math.E, infinity: Infinity, '-infinity': -Infinity, nan: NaN }[
        component.text.toLowerCase()
      ]
      return constant === undefined ? null : plain(constant, '')
    }
    case 'block':
      return component.open === '(' ? sumOf(component.args, context) : null
    case 'function':
      return isMath(component.name) ? evaluate(component, context) : null
    default:
      return null
  }
}

function add(a: Sum, b: Sum): Sum {
  const amounts = new Map(a.amounts)
  for (const [unit, value] of b.amounts) amounts.set(unit, (amounts.get(unit) ?? 0) + value)
  return { amounts, functions: [...a.functions, ...b.functions] }
}

function scale(sum: Sum, by: number): Sum {
  if (by === 1) return sum
  return {
    amounts: new Map([...sum.amounts].map(([unit, value]) => [unit, value * by])),
    functions: sum.functions.map((each) => ({ ...each, factor: each.factor * by })),
  }
}

const DEGREE = Math.PI / 180

function apply(name: string, args: readonly Sum[], strategy: string): Sum | null {
  const singles = args.map(single)
  const units = new Set(singles.map((each) => each?.unit))
  const [a, b] = singles
  if (singles.every((each) => each !== null) && a) {
    const values = singles.map((each) => each!.value)
    const [x = NaN, y = NaN, z = NaN] = values
    const radians = a.unit === 'deg' ? x * DEGREE : x
    switch (name) {
      case 'sin':
      case 'cos':
      case 'tan':
        return plain(Math[name](radians), '')
      case 'asin':
      case 'acos':
      case 'atan':
        return plain(Math[name](x) / DEGREE, 'deg')
      case 'atan2':
        return units.size === 1 ? plain(Math.atan2(x, y) / DEGREE, 'deg') : null
      case 'pow':
        return plain(x ** y, '')
      case 'sqrt':
        return plain(Math.sqrt(x), '')
      case 'exp':
        return plain(Math.exp(x), '')
      case 'log':
        return plain(b ? Math.log(x) / Math.log(y) : Math.log(x), '')
      case 'sign':
        return plain(Math.sign(x), '')
      case 'abs':
        if (a.unit !== '%') return plain(Math.abs(x), a.unit)
        break
      case 'hypot':
        if (units.size === 1 && a.unit !== '%') return plain(Math.hypot(...values), a.unit)
        break
      case 'min':
      case 'max':
        if (units.size === 1 && a.unit !== '%') return plain(Math[name](...values), a.unit)
        break
      case 'clamp':
        if (units.size === 1 && a.unit !== '%') return plain(Math.max(x, Math.min(y, z)), a.unit)
        break
      case 'mod':
        if (units.size === 1) return plain(x - Math.floor(x / y) * y, a.unit)
        break
      case 'rem':
        if (units.size === 1) return plain(x % y, a.unit)
        break
      case 'round': {
        const step = b ? y : 1
        if (b && b.unit !== a.unit) break
        const ratio = x / step
        const whole =
          strategy === 'up'
            ? Math.ceil(ratio)
            : strategy === 'down'
              ? Math.floor(ratio)
              : strategy === 'to-zero'
                ? Math.trunc(ratio)
                : Math.floor(ratio + 0.5)
        return plain(whole * step, a.unit)
      }
    }
  }
  return ['min', 'max', 'clamp', 'round', 'mod', 'rem', 'abs', 'hypot'].includes(name)
    ? { amounts: new Map(), functions: [{ factor: 1, name, args }] }
    : null
}

/** A sum as browsers write it: `10px`, `50%`, `calc(50% + 10px)`, `min(100%, 600px)`. */
export function formatSum(sum: Sum): string {
  const one = single(sum)
  if (one) return `${formatNumber(one.value)}${one.unit}`
  const inner = innerSum(sum)
  return sum.amounts.size === 0 && sum.functions.length === 1 && sum.functions[0]!.factor === 1
    ? inner
    : `calc(${inner})`
}

function innerSum({ amounts, functions }: Sum): string {
  // Numbers first, then percentages, then the rest: CSS Values 4, section 10.13, "sort a calculation's children".
  const order = (unit: string) => (unit === '' ? 0 : unit === '%' ? 1 : 2)
  const terms = [
    ...[...amounts]
      .sort(([a], [b]) => order(a) - order(b))
      .map(([unit, value]) => ({ negative: value < 0, text: `${formatNumber(Math.abs(value))}${unit}` })),
    ...functions.map(({ factor, name, args }) => {
      const call = `${name}(${args.map((arg) => (single(arg) ? formatSum(arg) : innerSum(arg))).join(', ')})`
      const size = Math.abs(factor)
      return { negative: factor < 0, text: size === 1 ? call : `(${formatNumber(size)} * ${call})` }
    }),
  ]
  return terms
    .map(({ negative, text }, at) => (at === 0 ? (negative ? '-' : '') : negative ? ' - ' : ' + ') + text)
    .join('')
}
