import { valueThrough } from '../properties/value-through.ts'
import { decide, planEdit, planRemoval } from '../edit/decide.ts'
import { editInTurn, setValue } from '../sheet/edit.ts'
import type { Sheet } from '../sheet/parse.ts'
import { splitAtCommas, splitAtSpaces } from '../css/tokens.ts'
import { leadingVar } from '../css/var.ts'
import { diffTexts, type Splice } from '../text/splice.ts'

/** One layer of a background, the topmost first; each part as CSS writes it. */
export interface BackgroundLayer {
  readonly image: string
  readonly position: string
  readonly size: string
  readonly repeat: string
  readonly attachment: string
}

export const PLAIN_LAYER: BackgroundLayer = {
  image: 'none',
  position: '0% 0%',
  size: 'auto',
  repeat: 'repeat',
  attachment: 'scroll',
}

const PARTS = ['image', 'position', 'size', 'repeat', 'attachment'] as const
type Part = (typeof PARTS)[number]

/** The nine points a picture can be set at, row by row. */
export const NINE_POINTS: readonly (readonly [name: string, value: string])[] = [
  ['top left', 'left top'],
  ['top', 'center top'],
  ['top right', 'right top'],
  ['left', 'left center'],
  ['centre', 'center'],
  ['right', 'right center'],
  ['bottom left', 'left bottom'],
  ['bottom', 'center bottom'],
  ['bottom right', 'right bottom'],
]

const SAME: Readonly<Record<string, string>> = { left: '0%', right: '100%', top: '0%', bottom: '100%' }

/** Which of the nine points a position is, by its place in {@link NINE_POINTS}; -1 for another. */
export function pointOf(position: string): number {
  const axes = axesOf(position)
  return NINE_POINTS.findIndex(([, value]) => axesOf(value) === axes)
}

/** Both axes of a position of one or two values, in per cent where they are words; for comparing only. */
function axesOf(position: string): string {
  const words = splitAtSpaces(position.toLowerCase())
  if (words.length > 2) return position
  const vertical = (word: string | undefined) => word === 'top' || word === 'bottom'
  const horizontal = (word: string | undefined) => word === 'left' || word === 'right'
  const [first, second] = vertical(words[0]) || horizontal(words[1]) ? [words[1], words[0]] : [words[0], words[1]]
  const read = (word: string | undefined) => (word === undefined || word === 'center' ? '50%' : (SAME[word] ?? word))
  return `${read(first)} ${read(second)}`
}

/** The layers of a selector's background as the sheet says them; none where it sets no image. */
export function readLayers(sheet: Sheet, selector: string): BackgroundLayer[] {
  const lists = Object.fromEntries(PARTS.map((part) => [part, listOf(sheet, selector, part)])) as Record<Part, string[]>
  if (lists.image.length === 1 && lists.image[0] === 'none') return []
  // CSS Backgrounds 3, section 2.1: the other lists are repeated or cut to the number of images.
  return lists.image.map((image, at) => ({
    image,
    position: each(lists.position, at),
    size: each(lists.size, at),
    repeat: each(lists.repeat, at),
    attachment: each(lists.attachment, at),
  }))
}

const each = (list: readonly string[], at: number) => list[at % list.length]!

function listOf(sheet: Sheet, selector: string, part: Part): string[] {
  const decision = decide(sheet, selector, `background-${part}`)
  const value =
    decision &&
    (decision.value ??
      (part === 'position' ? readPosition(decision.declaration) : readPast(decision.declaration, part)))
  return value ? splitAtCommas(value).map(({ text }) => text) : [PLAIN_LAYER[part]]
}

function readPosition({ property, value }: { property: string; value: string }): string | null {
  const x = valueThrough(property, withoutVars(value), 'background-position-x')
  const y = valueThrough(property, withoutVars(value), 'background-position-y')
  if (x === null || y === null) return null
  const ys = splitAtCommas(y)
  return splitAtCommas(x)
    .map(({ text }, at) => `${text} ${ys[at % ys.length]!.text}`)
    .join(', ')
}

/** Reads a `background` whose colour is a `var()`: what is left without it. */
function readPast({ property, value }: { property: string; value: string }, part: Part): string | null {
  return property === 'background' ? valueThrough(property, withoutVars(value), `background-${part}`) : null
}

function withoutVars(value: string): string {
  return splitAtCommas(value)
    .map(
      ({ text }) =>
        splitAtSpaces(text)
          .filter((piece) => leadingVar(piece) === null)
          .join(' ') || 'none',
    )
    .join(', ')
}

/** The splices that give a selector these layers; its colour and everything else of its background stay. */
export function planLayers(sheet: Sheet, selector: string, layers: readonly BackgroundLayer[]): Splice[] {
  const decision = decide(sheet, selector, 'background-image')
  const values = PARTS.map(
    (part) => [part, layers.length === 0 ? [PLAIN_LAYER[part]] : layers.map((layer) => layer[part])] as const,
  )
  if (decision?.declaration.property === 'background') {
    const { value } = decision.declaration
    const color =
      valueThrough('background', value, 'background-color') ??
      splitAtSpaces(value).find((piece) => leadingVar(piece) !== null) ??
      ''
    const rest = PARTS.every(
      (part) => decide(sheet, selector, `background-${part}`)?.declaration === decision.declaration,
    )
    if (rest) return setValue(decision.declaration, shorthandOf(layers, color === 'transparent' ? '' : color))
  }
  const after = editInTurn(
    sheet.text,
    values.flatMap(([part, list]) => {
      const property = `background-${part}`
      const known = decide(sheet, selector, property)
      if (layers.length === 0 && known?.declaration.property === property && known.group.length === 0)
        return [(now: Sheet) => planRemoval(now, selector, property)]
      if (layers.length === 0 && part !== 'image') return []
      // One value for all layers is written once.
      const value = part === 'image' ? list.join(', ') : alike(list)
      if (known === null ? value === PLAIN_LAYER[part] : alike(listOf(sheet, selector, part)) === alike(list)) return []
      return [(now: Sheet) => planEdit(now, { selector, property, value })]
    }),
  )
  return diffTexts(sheet.text, after)
}

function alike(list: readonly string[]): string {
  return list.every((other) => other === list[0]) ? list[0]! : list.join(', ')
}

/** A whole `background` value. */
export function shorthandOf(layers: readonly BackgroundLayer[], color: string): string {
  if (layers.length === 0) return color === '' ? 'none' : color
  return layers
    .map(({ image, position, size, repeat, attachment }, at) =>
      [
        ...(at === layers.length - 1 && color !== '' ? [color] : []),
        image,
        ...(size !== PLAIN_LAYER.size
          ? [`${position} / ${size}`]
          : position !== PLAIN_LAYER.position
            ? [position]
            : []),
        ...(repeat !== PLAIN_LAYER.repeat ? [repeat] : []),
        ...(attachment !== PLAIN_LAYER.attachment ? [attachment] : []),
      ].join(' '),
    )
    .join(', ')
}
