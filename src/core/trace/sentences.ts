import { describeElement } from '../markup/describe.ts'
import { SIDES } from '../values/sides.ts'
import { toHex } from '../values/color-notation.ts'
import type { AspectId } from './aspect.ts'
import { causeOf, joinCauses, settingInWords, withCause, type Cause } from './cause.ts'
import { shown, subjectOf, type PlacedTrace, type Subject } from './placed.ts'

/** Something that is said, and the longhands it is said of. */
interface Part {
  readonly words: string
  readonly properties: readonly string[]
  /** Left out where nothing sets it. */
  readonly optional?: true
}

type Sentence = (subject: Subject, traces: readonly PlacedTrace[], page: string) => string

/** What an aspect of an element looks like and which line makes it so, in sentences. Code stands between backticks. */
export function sentenceOf(id: AspectId, subject: Subject, traces: readonly PlacedTrace[], page: string): string {
  return SENTENCES[id](subject, traces, page)
}

/** Says parts one after another, each with its own cause; those that one declaration sets are said together. */
function say(parts: readonly Part[], traces: readonly PlacedTrace[], page: string): string {
  const said: string[] = []
  const alike = new Map<string, { words: string[]; cause: Cause }>()
  for (const { words, properties, optional } of parts) {
    const causes = causesOf(traces, properties)
    if (optional && causes.every(({ winner }) => winner === null)) continue
    if (causes.length > 1) {
      said.push(severalCauses(words, traces, properties, page))
      continue
    }
    const [cause] = causes as [Cause]
    const known = alike.get(cause.key)
    if (known) {
      known.words.push(words)
      known.cause = joinCauses([known.cause, cause])[0]!
    } else alike.set(cause.key, { words: [words], cause })
  }
  const together = [...alike.values()].map(({ words, cause }) => {
    const [first = '', ...more] = words
    if (more.length === 0) return withCause(capital(first), cause, page)
    const all = [capital(first), ...more.map(small)].join(', ')
    return withCause(cause.winner?.kind === 'user-agent' || !cause.winner ? all : `${all},`, cause, page, 'them')
  })
  return [...together, ...said].join(' ')
}

function causesOf(traces: readonly PlacedTrace[], properties: readonly string[]): Cause[] {
  return joinCauses(properties.map((property) => causeOf(traces, property)))
}

/** "Margin 0 0 4px: `margin-top` because …, `margin-bottom` because …". What the site does not set is not named. */
function severalCauses(
  words: string,
  traces: readonly PlacedTrace[],
  properties: readonly string[],
  page: string,
): string {
  const clauses = causesOf(traces, properties).flatMap((cause) => {
    const setting = settingInWords(cause, page)
    const own = properties.filter((property) => causeOf(traces, property).key === cause.key)
    return setting === '' ? [] : [`${listOf(own.map((name) => `\`${name}\``))} ${setting}`]
  })
  return clauses.length === 0 ? `${capital(words)}.` : `${capital(words)}: ${clauses.join('; ')}.`
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
const small = (words: string) => words.charAt(0).toLowerCase() + words.slice(1)

/** "a, b and c". */
export function listOf(words: readonly string[]): string {
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}` : (words[0] ?? '')
}

const NO_COLOR = 'rgba(0, 0, 0, 0)'

/** A colour as people write it: hex where it is opaque. */
export function colorInWords(value: string): string {
  if (value === NO_COLOR) return 'transparent'
  return value.startsWith('rgb(') ? (toHex(value) ?? value) : value
}

/** Four values as short as they can be said: `0 0 16px`. */
function fourInWords(values: readonly string[]): string {
  const [top, right, bottom, left] = values.map((value) => (value === '0px' ? '0' : value))
  if (top === right && right === bottom && bottom === left) return top!
  if (top === bottom && left === right) return `${top} ${right}`
  return left === right ? `${top} ${right} ${bottom}` : `${top} ${right} ${bottom} ${left}`
}

const around = (box: string) => SIDES.map((side) => `${box}-${side}`)

const colour: Sentence = (subject, traces, page) =>
  say([{ words: `This text is ${colorInWords(shown(subject, 'color'))}`, properties: ['color'] }], traces, page)

/** Longer addresses are cut: what matters is which picture it is. */
const PICTURE_LETTERS = 60

const background: Sentence = (subject, traces, page) => {
  const color = shown(subject, 'background-color')
  const image = shown(subject, 'background-image')
  const picture = image.length > PICTURE_LETTERS ? `${image.slice(0, PICTURE_LETTERS - 1)}…` : image
  const parts: Part[] = []
  if (image !== 'none')
    parts.push({ words: `The background is a picture, ${picture}`, properties: ['background-image'] })
  if (color !== NO_COLOR)
    parts.push({
      words: parts.length > 0 ? `Its colour is ${colorInWords(color)}` : `The background is ${colorInWords(color)}`,
      properties: ['background-color'],
    })
  return parts.length > 0 ? say(parts, traces, page) : whatShowsThrough(subject)
}

function whatShowsThrough({ styles, element, pseudo }: Subject): string {
  for (let at = pseudo === '' ? element.parent : element; at; at = at.parent) {
    const behind = subjectOf(styles, at, '')
    const color = shown(behind, 'background-color')
    const picture = shown(behind, 'background-image') !== 'none'
    if (!picture && color === NO_COLOR) continue
    const what = picture ? 'the picture' : colorInWords(color)
    return `No background of its own: what shows through is ${what} of \`${describeElement(at)}\`.`
  }
  return 'No background of its own, and nothing behind it either: the browser’s white shows.'
}

const font: Sentence = (subject, traces, page) => {
  const family = shown(subject, 'font-family').split(',')[0]!.replaceAll('"', '')
  const style = shown(subject, 'font-style')
  const caps = shown(subject, 'font-variant-caps')
  const transform = shown(subject, 'text-transform')
  const parts: Part[] = [
    { words: `Set in ${family}`, properties: ['font-family'] },
    { words: `Weight ${shown(subject, 'font-weight')}`, properties: ['font-weight'], optional: true },
    { words: style === 'normal' ? 'Upright' : capital(style), properties: ['font-style'], optional: true },
  ]
  if (caps !== 'normal') parts.push({ words: `In ${caps.replaceAll('-', ' ')}`, properties: ['font-variant-caps'] })
  if (transform !== 'none') parts.push({ words: `Shown in ${transform}`, properties: ['text-transform'] })
  return say(parts, traces, page)
}

const size: Sentence = (subject, traces, page) => {
  const height = shown(subject, 'line-height')
  const spacing = shown(subject, 'letter-spacing')
  const parts: Part[] = [
    { words: `The text is ${shown(subject, 'font-size')} high`, properties: ['font-size'] },
    {
      words: height === 'normal' ? 'Lines as the font likes them' : `Lines ${height} apart`,
      properties: ['line-height'],
      optional: true,
    },
  ]
  if (spacing !== 'normal') parts.push({ words: `Letters ${spacing} further apart`, properties: ['letter-spacing'] })
  return say(parts, traces, page)
}

const spacing: Sentence = (subject, traces, page) => {
  const of = (box: string) => fourInWords(around(box).map((name) => shown(subject, name)))
  const [margin, padding] = [of('margin'), of('padding')]
  const words = (box: string, value: string) => (value === '0' ? `No ${box}` : `${capital(box)} ${value}`)
  const parts: Part[] = [
    { words: words('margin', margin), properties: around('margin'), optional: true },
    { words: words('padding', padding), properties: around('padding'), optional: true },
  ]
  return say(parts, traces, page) || 'No margin and no padding: nothing sets any.'
}

const border: Sentence = (subject, traces, page) => {
  const drawn = SIDES.filter((side) => shown(subject, `border-${side}-width`) !== '0px')
  const radius = shown(subject, 'border-top-left-radius')
  const parts: Part[] = []
  const [side] = drawn
  if (side) {
    const of = (part: string) => shown(subject, `border-${side}-${part}`)
    const where = drawn.length === 4 ? 'on all sides' : `on the ${listOf(drawn)} side`
    parts.push({
      words: `A border ${of('width')} ${of('style')} ${colorInWords(of('color'))} ${where}`,
      properties: drawn.flatMap((each) => ['width', 'style', 'color'].map((part) => `border-${each}-${part}`)),
    })
  }
  if (radius !== '0px') parts.push({ words: `Corners rounded by ${radius}`, properties: ['border-top-left-radius'] })
  return (side ? '' : 'No border. ').concat(say(parts, traces, page)).trim()
}

const SENTENCES: Readonly<Record<AspectId, Sentence>> = { colour, background, font, size, spacing, border }
