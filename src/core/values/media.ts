import { splitAtCommas } from '../css/tokens.ts'

/** The viewport media queries are asked about, in CSS px. */
export interface Viewport {
  readonly width: number
  readonly height: number
}

const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 9.6 / 2.54,
  pt: 96 / 72,
  pc: 16,
}

/** Whether a media query list matches a screen of this size (Media Queries 4). Unknown features never match. */
export function mediaMatches(query: string, viewport: Viewport): boolean {
  if (query.trim() === '') return true
  return splitAtCommas(query).some((part) => queryMatches(part.text.trim().toLowerCase(), viewport) === true)
}

/** True, false, or null for "unknown", which stays unknown when negated. */
function queryMatches(query: string, viewport: Viewport): boolean | null {
  const typed = /^(?:(not|only)\s+)?(screen|all|print|[a-z-]+)(?:\s+and\s+([\s\S]+))?$/.exec(query)
  if (typed && typed[2] !== 'not') {
    const type = typed[2] === 'screen' || typed[2] === 'all'
    const rest = typed[3] === undefined ? true : condition(typed[3], viewport)
    const both = !type ? false : rest
    return typed[1] === 'not' ? negate(both) : both
  }
  return condition(query, viewport)
}

function negate(value: boolean | null): boolean | null {
  return value === null ? null : !value
}

function condition(text: string, viewport: Viewport): boolean | null {
  const not = /^not\s+([\s\S]+)$/.exec(text)
  if (not) return negate(condition(not[1]!.trim(), viewport))
  const ors = splitWord(text, 'or')
  if (ors.length > 1) {
    const parts = ors.map((part) => condition(part, viewport))
    return parts.includes(true) ? true : parts.includes(null) ? null : false
  }
  const ands = splitWord(text, 'and')
  if (ands.length > 1) {
    const parts = ands.map((part) => condition(part, viewport))
    return parts.includes(false) ? false : parts.includes(null) ? null : true
  }
  const inner = /^\(([\s\S]*)\)$/.exec(text)?.[1]?.trim()
  if (inner === undefined) return null
  return inner.startsWith('(') || inner.startsWith('not ') ? condition(inner, viewport) : feature(inner, viewport)
}

function splitWord(text: string, word: string): string[] {
  const parts: string[] = []
  let depth = 0
  let from = 0
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '(') depth++
    else if (text[at] === ')') depth--
    else if (depth === 0 && text.startsWith(` ${word} `, at)) {
      parts.push(text.slice(from, at).trim())
      from = at + word.length + 2
    }
  }
  return [...parts, text.slice(from).trim()]
}

function feature(text: string, viewport: Viewport): boolean | null {
  const range = /^(?:([^<>=]+?)\s*([<>]=?|=)\s*)?(width|height|aspect-ratio)\s*(?:([<>]=?|=)\s*([^<>=]+))?$/.exec(text)
  if (range && (range[2] || range[4])) {
    const have = measure(range[3]!, viewport)
    const low = range[2] ? compare(amount(range[1]!), range[2], have) : true
    const high = range[4] ? compare(have, range[4], amount(range[5]!)) : true
    return low === null || high === null ? null : low && high
  }
  const [name = '', value] = text.split(':').map((part) => part.trim())
  const limit = /^(min|max)-(width|height|aspect-ratio)$/.exec(name)
  if (limit && value !== undefined)
    return compare(measure(limit[2]!, viewport), limit[1] === 'min' ? '>=' : '<=', amount(value))
  switch (name) {
    case 'width':
    case 'height':
      return value === undefined ? measure(name, viewport) > 0 : compare(measure(name, viewport), '=', amount(value))
    case 'aspect-ratio':
      return value === undefined ? true : compare(measure(name, viewport), '=', amount(value))
    case 'orientation':
      return value === (viewport.height >= viewport.width ? 'portrait' : 'landscape')
    case 'hover':
    case 'any-hover':
      return value === undefined || value === 'hover'
    case 'pointer':
    case 'any-pointer':
      return value === undefined || value === 'fine'
    case 'prefers-color-scheme':
      return value === undefined || value === 'light'
    case 'prefers-reduced-motion':
    case 'prefers-contrast':
      return value === 'no-preference'
    case 'color':
      return true
    default:
      return null
  }
}

function measure(name: string, { width, height }: Viewport): number {
  return name === 'width' ? width : name === 'height' ? height : width / height
}

function amount(text: string): number {
  const ratio = /^([\d.]+)\s*\/\s*([\d.]+)$/.exec(text.trim())
  if (ratio) return Number(ratio[1]) / Number(ratio[2])
  const match = /^([+-]?[\d.]+)([a-z]*)$/.exec(text.trim())
  if (!match) return NaN
  return Number(match[1]) * (match[2] === '' ? 1 : (PX[match[2]!] ?? NaN))
}

function compare(a: number, operator: string, b: number): boolean | null {
  if (Number.isNaN(a) || Number.isNaN(b)) return null
  switch (operator) {
    case '<':
      return a < b
    case '<=':
      return a <= b
    case '>':
      return a > b
    case '>=':
      return a >= b
    default:
      return a === b
  }
}
