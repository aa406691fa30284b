import { converter, interpolate, type Color } from 'culori'
import { parseColor } from './parse-color.ts'
import { keyword, splitAt, type Component } from './component.ts'
import { isMath, evaluate, single } from './math.ts'
import type { LengthContext } from './length.ts'
import { formatNumber } from './number.ts'

/** The system colours of CSS Color 4, section 6.2, as Chromium paints them in a light scheme. */
const SYSTEM: Readonly<Record<string, string>> = {
  canvas: 'rgb(255, 255, 255)',
  canvastext: 'rgb(0, 0, 0)',
  linktext: 'rgb(0, 0, 238)',
  visitedtext: 'rgb(85, 26, 139)',
  activetext: 'rgb(255, 0, 0)',
  buttonface: 'rgb(239, 239, 239)',
  buttontext: 'rgb(0, 0, 0)',
  buttonborder: 'rgb(0, 0, 0)',
  field: 'rgb(255, 255, 255)',
  fieldtext: 'rgb(0, 0, 0)',
  highlight: 'rgba(0, 65, 198, 0.8)',
  highlighttext: 'rgb(255, 255, 255)',
  graytext: 'rgb(128, 128, 128)',
  mark: 'rgb(255, 255, 0)',
  marktext: 'rgb(0, 0, 0)',
  selecteditem: 'rgb(25, 103, 210)',
  selecteditemtext: 'rgb(255, 255, 255)',
  accentcolor: 'rgb(0, 117, 255)',
  accentcolortext: 'rgb(255, 255, 255)',
}

/** Deprecated system colours (CSS Color 4, appendix A) and what they stand for. */
const DEPRECATED: Readonly<Record<string, string>> = {
  activeborder: 'buttonborder',
  activecaption: 'canvas',
  appworkspace: 'canvas',
  background: 'canvas',
  buttonhighlight: 'buttonface',
  buttonshadow: 'buttonface',
  captiontext: 'canvastext',
  inactiveborder: 'buttonborder',
  inactivecaption: 'canvas',
  inactivecaptiontext: 'graytext',
  infobackground: 'canvas',
  infotext: 'canvastext',
  menu: 'canvas',
  menutext: 'canvastext',
  scrollbar: 'canvas',
  threeddarkshadow: 'buttonborder',
  threedface: 'buttonface',
  threedhighlight: 'buttonborder',
  threedlightshadow: 'buttonborder',
  threedshadow: 'buttonborder',
  window: 'canvas',
  windowframe: 'buttonborder',
  windowtext: 'canvastext',
}

/** The colour of a system colour keyword; undefined for other words. */
export function systemColor(word: string): string | undefined {
  return SYSTEM[DEPRECATED[word] ?? word]
}

const toRgb = converter('rgb')
const LEGACY = new Set(['rgb', 'rgba', 'hsl', 'hsla', 'hwb'])
const FUNCTIONS = new Set([...LEGACY, 'lab', 'lch', 'oklab', 'oklch', 'color', 'color-mix', 'light-dark'])

/** Whether a component could be a colour by its form. */
export function looksLikeColor(component: Component): boolean {
  if (component.kind === 'hash') return true
  if (component.kind === 'function') return FUNCTIONS.has(component.name)
  const word = keyword(component)
  return (
    word !== '' &&
    (word === 'currentcolor' ||
      word === 'transparent' ||
      systemColor(word) !== undefined ||
      parseColor(word) !== undefined)
  )
}

/** The computed value of a colour as browsers write it; `currentcolor` stays. Null when it is no colour. */
export function computeColor(component: Component, context: LengthContext): string | null {
  if (component.kind === 'hash') return legacy(parseColor(component.text))
  if (component.kind === 'ident') {
    const word = keyword(component)
    if (word === 'currentcolor') return word
    if (word === 'transparent') return 'rgba(0, 0, 0, 0)'
    return systemColor(word) ?? legacy(parseColor(word))
  }
  if (component.kind !== 'function' || !FUNCTIONS.has(component.name)) return null
  if (component.name === 'light-dark') return component.args[0] ? computeColor(component.args[0], context) : null
  if (component.name === 'color-mix') return mix(component, context)
  if (keyword(component.args[0]) === 'from') return relative(component, context)
  const args = numbersOf(component.args, context)
  if (!args) return null
  const color = parseColor(`${component.name}(${args})`)
  if (!color) return null
  return LEGACY.has(component.name) ? legacy(color) : modern(color)
}

/** The arguments with math carried out and separators in one spelling. */
function numbersOf(args: readonly Component[], context: LengthContext): string | null {
  const parts: string[] = []
  for (const arg of args) {
    if (arg.kind === 'number') parts.push(String(arg.value))
    else if (arg.kind === 'percentage') parts.push(`${arg.value}%`)
    else if (arg.kind === 'dimension') parts.push(`${arg.value}${arg.unit}`)
    else if (arg.kind === 'ident') parts.push(arg.text.toLowerCase())
    else if (arg.kind === 'delim') parts.push(arg.text)
    else if (arg.kind === 'function' && isMath(arg.name)) {
      const sum = evaluate(arg, context)
      const one = sum && single(sum)
      if (!one) return null
      parts.push(`${one.value}${one.unit}`)
    } else return null
  }
  return parts.join(' ').replace(/ , /g, ', ')
}

/** Whether a value has the form of a relative colour: `oklch(from red l c h)`. */
export function isRelativeColor(value: string): boolean {
  return /^(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\(\s*from\s/i.test(value)
}

/** Names of the channels by function, as culori calls them, and how many of our units one of its is. */
const CHANNELS: Readonly<
  Record<string, { readonly mode: Color['mode']; readonly names: readonly string[]; readonly times: readonly number[] }>
> = {
  rgb: { mode: 'rgb', names: ['r', 'g', 'b'], times: [255, 255, 255] },
  hsl: { mode: 'hsl', names: ['h', 's', 'l'], times: [1, 100, 100] },
  hwb: { mode: 'hwb', names: ['h', 'w', 'b'], times: [1, 100, 100] },
  lab: { mode: 'lab', names: ['l', 'a', 'b'], times: [1, 1, 1] },
  lch: { mode: 'lch', names: ['l', 'c', 'h'], times: [1, 1, 1] },
  oklab: { mode: 'oklab', names: ['l', 'a', 'b'], times: [1, 1, 1] },
  oklch: { mode: 'oklch', names: ['l', 'c', 'h'], times: [1, 1, 1] },
}

/** A relative colour (CSS Color 5, section 4) of a plain origin; null when the origin is `currentcolor`. */
function relative(call: Component & { kind: 'function' }, context: LengthContext): string | null {
  const space = CHANNELS[call.name.replace(/a$/, '')]
  const origin = call.args[1] && computeColor(call.args[1], context)
  const parsed = origin ? parseColor(origin) : undefined
  if (!space || !parsed) return null
  const from = converter(space.mode)(parsed) as unknown as Record<string, number | undefined>
  const named = new Map(space.names.map((name, at) => [name, (from[name] ?? 0) * space.times[at]!]))
  named.set('alpha', parsed.alpha ?? 1)
  const put = (component: Component): Component => {
    const value = named.get(keyword(component))
    if (value !== undefined) return { kind: 'number', value, integer: false }
    return component.kind === 'function' || component.kind === 'block'
      ? { ...component, args: component.args.map(put) }
      : component
  }
  const parts = splitAt(call.args.slice(2).map(put), '/')
  const numbers = [...(parts[0] ?? []), ...(parts[1] ?? [])].map((component, at) => {
    const sum = component.kind === 'function' && isMath(component.name) ? evaluate(component, context) : null
    const one = sum && single(sum)
    const value =
      component.kind === 'number' || component.kind === 'percentage' || component.kind === 'dimension'
        ? component.value
        : one?.value
    if (value === undefined) return 0
    const percentage = component.kind === 'percentage' || one?.unit === '%'
    return at === 3 ? (percentage ? value / 100 : value) : value / space.times[at]!
  })
  const [a = 0, b = 0, c = 0, alpha = parsed.alpha ?? 1] = numbers
  const color = {
    mode: space.mode,
    [space.names[0]!]: a,
    [space.names[1]!]: b,
    [space.names[2]!]: c,
    alpha,
  } as unknown as Color
  return modern(space.mode === 'hsl' || space.mode === 'hwb' ? toRgb(color) : color)
}

/** CSS Color 4, section 15.2: sRGB colours of the older notations, with rounded channels. */
function legacy(color: Color | undefined): string | null {
  if (!color) return null
  const { r, g, b, alpha = 1 } = toRgb(color)
  const channels = [r, g, b].map((channel) => Math.round(Math.min(1, Math.max(0, channel)) * 255)).join(', ')
  const opacity = Math.min(1, Math.max(0, alpha))
  return opacity === 1 ? `rgb(${channels})` : `rgba(${channels}, ${formatAlpha(opacity)})`
}

/** CSS Color 4, section 15.1: one of 255 steps, in two decimals when they give back the same step, else three. */
export function formatAlpha(alpha: number): string {
  const step = Math.round(alpha * 255)
  const two = Math.round((step / 255) * 100) / 100
  return formatNumber(Math.round(two * 255) === step ? two : Math.round((step / 255) * 1000) / 1000)
}

function modern(color: Color): string {
  const alpha = color.alpha === undefined || color.alpha >= 1 ? '' : ` / ${formatNumber(Math.max(0, color.alpha))}`
  const list = (...channels: (number | undefined)[]) =>
    channels.map((channel) => (channel === undefined ? 'none' : formatNumber(channel))).join(' ')
  switch (color.mode) {
    case 'lab':
    case 'oklab':
      return `${color.mode}(${list(color.l, color.a, color.b)}${alpha})`
    case 'lch':
    case 'oklch':
      return `${color.mode}(${list(color.l, color.c, color.h)}${alpha})`
    default: {
      const space =
        {
          rgb: 'srgb',
          lrgb: 'srgb-linear',
          p3: 'display-p3',
          a98: 'a98-rgb',
          prophoto: 'prophoto-rgb',
          rec2020: 'rec2020',
          xyz65: 'xyz-d65',
          xyz50: 'xyz-d50',
        }[color.mode as 'rgb'] ?? 'srgb'
      const { r, g, b } = color as { r?: number; g?: number; b?: number }
      const { x, y, z } = color as { x?: number; y?: number; z?: number }
      return `color(${space} ${space.startsWith('xyz') ? list(x, y, z) : list(r, g, b)}${alpha})`
    }
  }
}

const MIX_MODES: Readonly<Record<string, Color['mode']>> = {
  srgb: 'rgb',
  'srgb-linear': 'lrgb',
  hsl: 'hsl',
  hwb: 'hwb',
  lab: 'lab',
  lch: 'lch',
  oklab: 'oklab',
  oklch: 'oklch',
  xyz: 'xyz65',
  'xyz-d65': 'xyz65',
  'xyz-d50': 'xyz50',
}

/** `color-mix()` (CSS Color 5, section 3) of two plain colours; null when one is `currentcolor`. */
function mix(call: Component & { kind: 'function' }, context: LengthContext): string | null {
  const parts = splitAt(call.args, ',')
  const space = keyword(parts[0]?.[1])
  const mode = MIX_MODES[space]
  if (parts.length !== 3 || !mode) return null
  const read = parts.slice(1).map((part) => {
    const color = part.find(looksLikeColor)
    const share = part.find((each) => each.kind === 'percentage')
    const text = color && computeColor(color, context)
    return { color: text ? parseColor(text) : undefined, share: share?.kind === 'percentage' ? share.value : null }
  })
  const [one, two] = read
  if (!one?.color || !two?.color) return null
  const p1 = one.share ?? (two.share === null ? 50 : 100 - two.share)
  const p2 = two.share ?? 100 - p1
  const total = p1 + p2
  if (total <= 0) return null
  const premultiplied = (color: Color) => converter(mode)({ ...color, alpha: color.alpha ?? 1 }) as Color
  const a = premultiplied(one.color)
  const b = premultiplied(two.color)
  const at = p2 / total
  const mixed = interpolatePremultiplied(a, b, at, mode)
  if (total < 100) mixed.alpha = (mixed.alpha ?? 1) * (total / 100)
  return mode === 'hsl' || mode === 'hwb' || mode === 'rgb' ? modern(toRgb(mixed)) : modern(mixed)
}

function interpolatePremultiplied(a: Color, b: Color, at: number, mode: Color['mode']): Color {
  const alphaA = a.alpha ?? 1
  const alphaB = b.alpha ?? 1
  if (alphaA === 1 && alphaB === 1) {
    const mixed = interpolate([a, b], mode as 'rgb')(at) as Color
    delete mixed.alpha
    return mixed
  }
  const alpha = alphaA + (alphaB - alphaA) * at
  const mixed: Record<string, unknown> = { mode, alpha }
  for (const key of Object.keys(a)) {
    const left = (a as unknown as Record<string, number>)[key]!
    const right = (b as unknown as Record<string, number>)[key] ?? left
    if (key === 'mode' || key === 'alpha') continue
    if (key === 'h') mixed[key] = left + (((right - left + 540) % 360) - 180) * at
    else mixed[key] = alpha === 0 ? 0 : (left * alphaA * (1 - at) + right * alphaB * at) / alpha
  }
  return mixed as unknown as Color
}
