import { splitAtCommas, splitAtSpaces } from '../css/tokens.ts'

/** One shadow of `box-shadow`, each part as it is written (CSS Backgrounds 3, section 6.1); '' where it is left out. */
export interface Shadow {
  readonly right: string
  readonly down: string
  readonly blur: string
  readonly spread: string
  readonly color: string
  readonly inset: boolean
}

export const NEW_SHADOW: Shadow = {
  right: '0px',
  down: '2px',
  blur: '8px',
  spread: '',
  color: 'rgb(0 0 0 / 25%)',
  inset: false,
}

const LENGTH = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[a-z]+)?$|^(?:calc|min|max|clamp)\(/i

/** The shadows of a value, the uppermost first; none for `none`. Null where it is written in a way that cannot be taken apart. */
export function readShadows(value: string): Shadow[] | null {
  if (value.trim() === '' || value.trim() === 'none') return []
  const shadows = splitAtCommas(value).map(({ text }) => readOne(text))
  return shadows.some((shadow) => shadow === null) ? null : (shadows as Shadow[])
}

function readOne(text: string): Shadow | null {
  const parts = splitAtSpaces(text.trim())
  const inset = parts.some((part) => part.toLowerCase() === 'inset')
  const rest = parts.filter((part) => part.toLowerCase() !== 'inset')
  const lengths = rest.filter((part) => LENGTH.test(part))
  const colors = rest.filter((part) => !LENGTH.test(part))
  if (lengths.length < 2 || lengths.length > 4 || colors.length > 1) return null
  const [right, down, blur = '', spread = ''] = lengths as [string, string, ...string[]]
  return { right, down, blur, spread, color: colors[0] ?? '', inset }
}

/** Writes shadows as one value, no longer than they must be. */
export function writeShadows(shadows: readonly Shadow[]): string {
  if (shadows.length === 0) return 'none'
  return shadows.map(writeOne).join(', ')
}

function writeOne({ right, down, blur, spread, color, inset }: Shadow): string {
  const lengths = [
    right,
    down,
    ...(blur !== '' || spread !== '' ? [blur || '0'] : []),
    ...(spread === '' ? [] : [spread]),
  ]
  return [...(inset ? ['inset'] : []), ...lengths, ...(color === '' ? [] : [color])].join(' ')
}
