import { splitAtSpaces } from '../../css/tokens.ts'
import { splitTop, type Expander } from './pieces.ts'

/** `grid-row: 1 / 3` and `grid-area`: a name left out is the name of the other end. */
export const gridLines: Expander = (value, names) => {
  const parts = splitTop(value, '/')
  if (parts.length > names.length || parts.some((part) => part === '')) return null
  const named = (part: string | undefined) =>
    part !== undefined && /^[a-z_-][\w-]*$/i.test(part) && !/^(?:auto|span)$/i.test(part) ? part : 'auto'
  const [a, b = named(a), c = named(a), d = named(b)] = parts
  const all = names.length === 2 ? [a!, b] : [a!, b, c, d]
  return Object.fromEntries(names.map((name, at) => [name, all[at]!]))
}

/** `grid-template` (CSS Grid 1, section 7.4): rows and columns, or rows of areas with their sizes. */
export const gridTemplate: Expander = (value) => {
  if (/^none$/i.test(value))
    return { 'grid-template-rows': 'none', 'grid-template-columns': 'none', 'grid-template-areas': 'none' }
  const [rows = '', columns, ...rest] = splitTop(value, '/')
  if (rest.length > 0) return null
  const pieces = splitAtSpaces(rows)
  const strings = pieces.filter((piece) => /^["']/.test(piece))
  if (strings.length === 0)
    return columns === undefined
      ? null
      : { 'grid-template-rows': rows, 'grid-template-columns': columns, 'grid-template-areas': 'none' }
  const sizes: string[] = []
  let open = false
  for (const piece of pieces) {
    if (/^["']/.test(piece)) {
      if (open) sizes.push('auto')
      open = true
    } else if (piece.startsWith('[')) {
      if (open) sizes.push('auto')
      open = false
      sizes.push(piece)
    } else {
      sizes.push(piece)
      open = false
    }
  }
  if (open) sizes.push('auto')
  return {
    'grid-template-rows': sizes.join(' '),
    'grid-template-columns': columns ?? 'none',
    'grid-template-areas': strings.join(' '),
  }
}

/** `grid` (CSS Grid 1, section 7.8): a template, or flow along one axis. */
export const grid: Expander = (value, names) => {
  const [rows = '', columns = '', ...rest] = splitTop(value, '/')
  const flow = (part: string) => /(?:^|\s)auto-flow(?:\s|$)/i.test(part)
  if (rest.length > 0 || (flow(rows) && flow(columns))) return null
  const auto = (part: string) =>
    part
      .replace(/auto-flow/i, '')
      .replace(/(?:^|\s)dense(?:\s|$)/i, ' ')
      .trim() || 'auto'
  const dense = /(?:^|\s)dense(?:\s|$)/i.test(value) ? ' dense' : ''
  if (flow(rows))
    return {
      'grid-auto-flow': `row${dense}`,
      'grid-auto-rows': auto(rows),
      'grid-template-columns': columns,
      'grid-template-rows': 'none',
      'grid-template-areas': 'none',
    }
  if (flow(columns))
    return {
      'grid-auto-flow': `column${dense}`,
      'grid-auto-columns': auto(columns),
      'grid-template-rows': rows,
      'grid-template-columns': 'none',
      'grid-template-areas': 'none',
    }
  return gridTemplate(value, names)
}
