import { describeElement } from '../markup/describe.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { DESK } from '../values/media.ts'
import { computed } from './box-style.ts'
import { stackHeight, type Block } from './collapsing.ts'
import { isFloat, isOutOfFlow } from './kinds.ts'
import { firstBox, selectorFor, type NoLine } from './measure.ts'
import { pictureSizes } from './pictures.ts'
import { LANDMARKS } from './targets.ts'
import { pxWords, shortList, termsOf } from './row-words.ts'
import { sumOfUpright } from './upright.ts'
import type { KnownHeight } from './used-box.ts'
import { uprightOf, type Upright } from './used-heights.ts'
import { WidthsOfPage } from './widths-of-page.ts'

/** A box that stands above or below others. */
export interface StackMember {
  readonly index: number
  readonly name: string
  readonly selector: string | null
  readonly box: KnownHeight
  /** Whether `height` counts paddings and borders in. */
  readonly wholeHeight: boolean
  readonly chosen: boolean
}

/** Boxes one under another in the height that is there for them. Px. */
export interface StackLine {
  readonly page: SitePath
  readonly container: string
  /** The height there is: the container's own, or that of the viewport where it has none. */
  readonly room: number
  readonly ofViewport: boolean
  /** All of them with the margins between them, and what the elements around them add. */
  readonly sum: number
  readonly members: readonly StackMember[]
  readonly says: string
}

/** The stack that the first box of a selector stands in, where its heights do not hang on text. */
export function measureStack(
  site: SiteSnapshot,
  selector: string,
  wanted: SitePath | null,
  width: number,
  height = DESK.height,
): StackLine | NoLine {
  const found = firstBox(site, selector, wanted)
  if (!found) return { page: null, why: 'No page has such a box.' }
  const { path, element } = found
  const styles = site.stylesOf(path, { width, height })
  const { boxes } = new WidthsOfPage(site, path, height).at(width)
  const upright = uprightOf(styles, boxes, pictureSizes(site, path))
  const { parent } = element
  if (!parent) return { page: path, why: 'Nothing stands above or below it.' }
  const members = blocksIn(styles, parent)
  if (!members?.includes(element)) return { page: path, why: 'It stands beside others, not above or below them.' }
  for (const member of members) {
    const high = upright.heights[member.index]
    if (!high?.known) return { page: path, why: untold(member, high?.why ?? 'it has no box') }
  }
  return lineOf(path, styles, upright, parent, members, element)
}

const untold = (member: PageElement, why: string) =>
  `How high ${describeElement(member)} is, only a browser can tell: ${why}.`

/** The children of an element that stand one under another; null where some of them stand otherwise. */
function blocksIn(styles: PageStyles, parent: PageElement): PageElement[] | null {
  const around = styles.at(parent.index)
  const display = computed(around, 'display')
  const isColumn = display.endsWith('flex') && computed(around, 'flex-direction').startsWith('column')
  if (/table|grid$/.test(display) || (display.endsWith('flex') && !isColumn)) return null
  const children = parent.children.filter((child) => {
    const style = styles.at(child.index)
    return computed(style, 'display') !== 'none' && !isOutOfFlow(style)
  })
  const stands = (child: PageElement) => {
    const style = styles.at(child.index)
    return isColumn || (!isFloat(style) && !computed(style, 'display').startsWith('inline'))
  }
  return children.every(stands) ? children : null
}

function lineOf(
  path: SitePath,
  styles: PageStyles,
  { heights, marginsOf }: Upright,
  parent: PageElement,
  members: readonly PageElement[],
  chosen: PageElement,
): StackLine | NoLine {
  const blocks: Block[] = []
  for (const member of members) {
    const high = heights[member.index] as KnownHeight
    const margins = marginsOf(member)
    if (!margins) return { page: path, why: 'Margins in it touch each other in a way that is not counted here.' }
    blocks.push({ ...margins, height: high.height })
  }
  const around = styles.at(parent.index)
  const told = computed(around, 'height') !== 'auto' ? heights[parent.index] : null
  const ofViewport = !told?.known
  const own = ofViewport ? addedAround(heights, parent) : 0
  const stack = stackHeight(blocks, { above: false, below: false })
  const room = told?.known ? told.content : styles.cascade.viewport.height
  const known = members.map((member) => ({
    index: member.index,
    name: describeElement(member),
    selector: selectorFor(member) ?? (LANDMARKS.includes(member.tag) ? member.tag : null),
    box: heights[member.index] as KnownHeight,
    wholeHeight: computed(styles.at(member.index), 'box-sizing') === 'border-box',
    chosen: member === chosen,
  }))
  const between = stack - blocks.reduce((sum, { height }) => sum + height, 0)
  const line = { room, sum: stack + own, ofViewport }
  return {
    page: path,
    container: describeElement(parent),
    members: known,
    ...line,
    says: stackSentence(known, { ...line, between, own, container: describeElement(parent) }),
  }
}

/** What margins, paddings and borders around a stack take of the viewport's height. */
function addedAround(heights: Upright['heights'], parent: PageElement): number {
  let added = 0
  for (let at: PageElement | null = parent; at; at = at.parent) {
    const high = heights[at.index]
    if (high?.known) added += high.margin[0] + high.margin[1] + sumOfUpright(high)
  }
  return added
}

interface Sums {
  readonly room: number
  readonly sum: number
  readonly between: number
  readonly own: number
  readonly ofViewport: boolean
  readonly container: string
}

/** `120, 560 and 120 make 800 of 800 px: nothing is left.` */
function stackSentence(
  members: readonly StackMember[],
  { room, sum, between, own, ofViewport, container }: Sums,
): string {
  const terms = shortList(members.map(({ box: { content, padding, border } }) => termsOf(content, [padding, border])))
  const more = [
    ...(Math.abs(between) > 0.01 ? [`${pxWords(between)} px of margins`] : []),
    ...(Math.abs(own) > 0.01 ? [`${pxWords(own)} px around ${container}`] : []),
  ]
  const whole = `${[terms, ...more].join(' and ')} make ${pxWords(sum)} of ${pxWords(room)} px`
  const left = room - sum
  const what = ofViewport ? 'the window scrolls' : 'the last sticks out'
  if (Math.abs(left) < 0.5) return `${whole}: nothing is left.`
  return left > 0 ? `${whole}: ${pxWords(left)} px are left.` : `${whole}: ${pxWords(-left)} px too many, so ${what}.`
}
