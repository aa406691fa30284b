import type { PageStyles } from '../../cascade/cascade.ts'
import type { ElementStyle } from '../../cascade/style.ts'
import { contentOf } from '../../markup/content.ts'
import type { PageElement } from '../../markup/tree.ts'
import { idOf } from '../../properties/longhands.ts'
import { computed, lengthOf } from '../box-style.ts'
import { isFloat, isOutOfFlow, isReplaced } from '../kinds.ts'
import type { Piece, Wrapping } from './line.ts'
import type { ContentSizes } from './sizes.ts'

/** Deeper nesting than this is not followed. */
const DEEPEST = 40

/** What stands in a block: text and boxes of a line, or another block. */
export type Part = readonly Piece[] | PageElement

const ID = {
  overflowWrap: idOf('overflow-wrap'),
  wordBreak: idOf('word-break'),
  lineBreak: idOf('line-break'),
  hyphens: idOf('hyphens'),
  textIndent: idOf('text-indent'),
}

/** What the parts of a block are found with; `boxSizes` are those of a box in the line, with all around it. */
interface Asker {
  readonly styles: PageStyles
  readonly knowsWords: boolean
  readonly boxSizes: (element: PageElement) => ContentSizes | null
}

/** What stands in an element, as lines and blocks; null where it is not followed here: floats, generated boxes, text of other ways. */
export function partsIn(asker: Asker, element: PageElement): Part[] | null {
  const parts: Part[] = []
  return collect(asker, element, parts, DEEPEST) ? parts : null
}

function collect(asker: Asker, element: PageElement, parts: Part[], depth: number): boolean {
  const { styles, knowsWords } = asker
  if (element.texts.length > 0 && !knowsWords) return false
  const style = styles.of(element)
  const content = contentOf(styles.page, element)
  if (depth === 0 || !content || !isPlain(style) || !addGenerated(asker, element, 'before', parts)) return false
  for (const each of content)
    if (!(typeof each === 'string' ? addText(style, each, parts) : addChild(asker, each, parts, depth))) return false
  return addGenerated(asker, element, 'after', parts)
}

/** Whether the first letter, the first line and the marker are nothing special. */
function isPlain(style: ElementStyle): boolean {
  if (style.value(ID.textIndent) !== '0px') return false
  const inside =
    computed(style, 'display').startsWith('list-item') && computed(style, 'list-style-position') === 'inside'
  return !inside && !style.matched.rules.some(({ pseudo }) => pseudo === 'first-letter' || pseudo === 'first-line')
}

function put(parts: Part[], piece: Piece): true {
  const line = parts.at(-1)
  if (Array.isArray(line)) (line as Piece[]).push(piece)
  else parts.push([piece])
  return true
}

function addText(style: ElementStyle, text: string, parts: Part[]): boolean {
  const how = wrappingOf(style)
  return how !== null && put(parts, { kind: 'text', text, style, how })
}

/** How text of a style is broken; null where its white space does not collapse. */
export function wrappingOf(style: ElementStyle): Wrapping | null {
  if (computed(style, 'white-space-collapse') !== 'collapse') return null
  if (computed(style, 'text-wrap-mode') === 'nowrap') return 'nowhere'
  const isUsual =
    style.value(ID.wordBreak) === 'normal' &&
    style.value(ID.lineBreak) === 'auto' &&
    style.value(ID.hyphens) === 'manual' &&
    style.value(ID.overflowWrap) !== 'anywhere'
  return isUsual ? 'words' : 'untold'
}

function addChild(asker: Asker, child: PageElement, parts: Part[], depth: number): boolean {
  const style = asker.styles.of(child)
  const display = computed(style, 'display')
  if (display === 'none' || isOutOfFlow(style)) return true
  if (isFloat(style) || child.tag === 'wbr' || /^(?:ruby|math|table-|run-in)/.test(display)) return false
  if (child.tag === 'br') return put(parts, { kind: 'break' })
  if (isReplaced(child) ? display.startsWith('inline') : display.startsWith('inline-'))
    return addBox(asker, child, parts)
  if (display === 'contents') return collect(asker, child, parts, depth - 1)
  if (display !== 'inline') return parts.push(child) > 0
  return withEdges(style, parts, () => collect(asker, child, parts, depth - 1))
}

function addBox(asker: Asker, child: PageElement, parts: Part[]): boolean {
  const sizes = asker.boxSizes(child)
  const how = child.parent && wrappingOf(asker.styles.of(child.parent))
  return sizes !== null && how !== null && put(parts, { kind: 'box', sizes, how })
}

/** Puts what an element in the line has around it before and behind what is added. */
function withEdges(style: ElementStyle, parts: Part[], addInside: () => boolean): boolean {
  return addEdge(style, 'start', parts) && addInside() && addEdge(style, 'end', parts)
}

function addEdge(style: ElementStyle, side: 'start' | 'end', parts: Part[]): boolean {
  const names = side === 'start' ? LEFT : RIGHT
  if (names.every((name) => computed(style, name) === '0px')) return true
  // Margins that are asked to fill what is left are nothing in a line.
  const widths = names.map((name) => (computed(style, name) === 'auto' ? 0 : lengthOf(style, name, 0)))
  if (widths.includes(null)) return false
  return put(parts, { kind: 'edge', side, width: widths.reduce<number>((sum, width) => sum + width!, 0) })
}

const LEFT = ['margin-left', 'border-left-width', 'padding-left'] as const
const RIGHT = ['margin-right', 'border-right-width', 'padding-right'] as const

/** Text that the sheet writes before or behind the content; what is more than a text in the line is not followed. */
function addGenerated({ styles }: Asker, element: PageElement, pseudo: 'before' | 'after', parts: Part[]): boolean {
  if (!styles.of(element).matched.rules.some((rule) => rule.pseudo === pseudo)) return true
  const style = styles.of(element, pseudo)
  const content = computed(style, 'content')
  if (/^(?:none|normal)$/.test(content) || computed(style, 'display') === 'none' || isOutOfFlow(style)) return true
  const [, text] = /^"([^"\\]*)"$/.exec(content) ?? []
  if (text === undefined || computed(style, 'display') !== 'inline' || isFloat(style)) return false
  return withEdges(style, parts, () => addText(style, text, parts))
}
