import { splitAtCommas, splitAtSpaces } from '../css/tokens.ts'

/** A colour of a gradient and where it stands; '' leaves the place to the browser. */
export interface GradientStop {
  readonly color: string
  readonly at: string
}

/** A gradient as a control edits it (CSS Images 3, section 3). */
export interface Gradient {
  /** Its function: linear-gradient, repeating-radial-gradient … */
  readonly name: string
  /** Direction, or shape and place, as written; '' for what CSS takes by itself. */
  readonly line: string
  readonly stops: readonly GradientStop[]
}

const GRADIENT = /^((?:repeating-)?(?:linear|radial|conic)-gradient)\(([\s\S]*)\)$/i
const LINE =
  /^(?:to\s|from\s|at\s|in\s|circle\b|ellipse\b|closest-|farthest-|[+-]?[\d.]+(?:deg|grad|rad|turn)\b|calc\()/i
const PLACE = /^[+-]?(?:[\d.]+(?:%|[a-z]+)|0)$|^calc\(/i

/** Takes a gradient apart; null for another image, and for one with hints between its stops, which stays text. */
export function readGradient(image: string): Gradient | null {
  const match = GRADIENT.exec(image.trim())
  if (!match) return null
  const parts = splitAtCommas(match[2]!).map(({ text }) => text)
  const line = LINE.test(parts[0] ?? '') ? parts.shift()! : ''
  const stops = parts.map((part) => {
    const pieces = splitAtSpaces(part)
    const places = pieces.filter((piece) => PLACE.test(piece))
    const colors = pieces.filter((piece) => !PLACE.test(piece))
    return colors.length === 1 ? { color: colors[0]!, at: places.join(' ') } : null
  })
  return stops.length >= 2 && stops.every((stop) => stop !== null)
    ? { name: match[1]!.toLowerCase(), line, stops }
    : null
}

/** Writes a gradient. */
export function writeGradient({ name, line, stops }: Gradient): string {
  return `${name}(${[...(line === '' ? [] : [line]), ...stops.map(({ color, at }) => (at === '' ? color : `${color} ${at}`))].join(', ')})`
}

/** The direction of a linear gradient in degrees, 180 being down (CSS Images 3, section 3.1.1); null where it is not one angle. */
export function angleOf(line: string): number | null {
  if (line === '') return 180
  const sides: Readonly<Record<string, number>> = { 'to top': 0, 'to right': 90, 'to bottom': 180, 'to left': 270 }
  const match = /^([+-]?[\d.]+)(deg|grad|rad|turn)$/i.exec(line.trim())
  if (match)
    return Number(match[1]) * { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 }[match[2]!.toLowerCase() as 'deg']
  return sides[line.trim().toLowerCase().replace(/\s+/g, ' ')] ?? null
}
