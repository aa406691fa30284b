import { converter, parse } from 'culori'
import type { Declaration } from '../sheet/parse.ts'
import { nameOf, type SitePath } from '../paths/paths.ts'
import { plainName } from '../paths/file-names.ts'

const toOklch = converter('oklch')

/** Hues in degrees of OKLCH, by the word people use up to there. */
const HUES: readonly (readonly [number, string])[] = [
  [10, 'pink'],
  [45, 'red'],
  [75, 'orange'],
  [115, 'yellow'],
  [160, 'green'],
  [215, 'teal'],
  [270, 'blue'],
  [330, 'purple'],
  [361, 'pink'],
]

/** A colour in a word; null for what is no plain colour. */
export function colourWord(value: string): string | null {
  const color = parse(value.trim().toLowerCase())
  const { l, c, h = 0 } = (color && toOklch(color)) ?? {}
  if (l === undefined || c === undefined) return null
  if (l > 0.97 && c < 0.02) return 'white'
  if (l < 0.2 && c < 0.04) return 'black'
  if (c < 0.03) return 'grey'
  return HUES.find(([end]) => h < end)![1]
}

/** What a list of declarations makes of an element, in a word: what strikes the eye first. */
export function wordFor(declarations: readonly Declaration[]): string {
  const value = (...names: string[]) =>
    declarations
      .find(({ property }) => names.includes(property))
      ?.value.trim()
      .toLowerCase() ?? ''
  const ground = value('background-color', 'background')
    .split(/\s+/)
    .map(colourWord)
    .find((word) => word !== null)
  if (ground) return `on-${ground}`
  const ink = colourWord(value('color'))
  if (ink) return ink
  if (value('display') === 'none') return 'hidden'
  const align = value('text-align')
  if (align !== '') return align === 'center' ? 'centred' : align
  if (value('float') !== '') return value('float')
  if (/bold|[6-9]00/.test(value('font-weight'))) return 'bold'
  if (value('font-style') === 'italic') return 'italic'
  if (value('text-decoration', 'text-decoration-line') === 'none') return 'plain'
  const first = declarations[0]?.property ?? 'special'
  const words: Readonly<Record<string, string>> = {
    'font-size': 'sized',
    'font-family': 'lettered',
    width: 'width',
    height: 'height',
    margin: 'spaced',
    padding: 'padded',
    border: 'framed',
    'border-radius': 'rounded',
  }
  return words[first] ?? plainName(first.replace(/^--/, ''))
}

/** A sensible class for elements that carry these declarations: what it is, and what strikes the eye. */
export function suggestClass(
  tag: string,
  declarations: readonly Declaration[],
  taken: (name: string) => boolean,
): string {
  return freeName(`${tag === 'div' || tag === 'span' ? '' : `${tag}-`}${wordFor(declarations)}`, taken)
}

/** The class that stands for a page. */
export function pageClass(path: SitePath, taken: (name: string) => boolean): string {
  const stem = plainName(path.replace(/\.[^./]*$/, '').replace(/\//g, '-')) || nameOf(path)
  return freeName(`page-${stem}`.replace(/[^\w-]+/g, '-'), taken)
}

/** A name that is not taken: with a number behind it where it must be. */
export function freeName(name: string, taken: (name: string) => boolean): string {
  let free = name
  for (let number = 2; taken(free); number++) free = `${name}-${number}`
  return free
}
