import type { PageStyles } from '../cascade/cascade.ts'
import { computed, lengthOf } from '../boxes/box-style.ts'
import { comesTo, NO_MARGIN, together, touching, type Touching } from '../boxes/collapsing.ts'
import { isolatesFloats } from '../boxes/kinds.ts'
import { placesInRow } from '../boxes/row-places.ts'
import type { Row } from '../boxes/rows.ts'
import type { Margins } from '../boxes/sticking-margins.ts'
import { sumOfUpright, uprightEdges } from '../boxes/upright.ts'
import { outerWidth, type UsedBox } from '../boxes/used-box.ts'
import type { Upright } from '../boxes/used-heights.ts'
import { isBox, planSelector, type PlanBox, type PlanItem, type Setting } from './plan.ts'

/** A box or a piece of content as a plan is drawn: CSS px from the upper left corner of what it is planned in. */
export interface Drawn {
  readonly key: string
  readonly name: string
  readonly depth: number
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  readonly isBox: boolean
  /** What `width` and `height` come to now, px: of the content, or of the whole box where sizes count so. Null where not known. */
  readonly told: { readonly width: number | null; readonly height: number | null }
  readonly background: string
  /** Whether the width is counted; else it is drawn as wide as there is room, and `why` says what it hangs on. */
  readonly widthKnown: boolean
  /** Whether it stands so far to the right; else where it stands hangs on what its row comes to. */
  readonly placed: boolean
  /** Whether the height is counted and something; else it is drawn so high that it can be seen. */
  readonly heightKnown: boolean
  readonly why: string
}

/** A laid-out page and where the boxes of the plan are on it. */
export interface Ground extends Upright {
  readonly styles: PageStyles
  readonly boxes: readonly (UsedBox | null)[]
  readonly rows: readonly Row[]
  /** The index of a box's element, by its key. */
  readonly indexOf: ReadonlyMap<string, number>
}

/** What has no height yet is drawn so high, px. */
const NOMINAL = 48
/** And a piece of content. */
const CONTENT = 36

/** The drawing of a plan whose boxes lie in an element of `around`, and the room they have there. */
export function drawPlan(ground: Ground, items: readonly PlanItem[], around: number): { drawn: Drawn[]; room: number } {
  const holder = ground.boxes[around]
  const room = holder?.known ? holder.content : ground.styles.cascade.viewport.width
  const drawn: Drawn[] = []
  draw(ground, items, around, { left: 0, top: 0, room, depth: 0, placed: true }, drawn)
  return { drawn, room }
}

interface Spot {
  readonly left: number
  readonly top: number
  readonly room: number
  readonly depth: number
  readonly placed: boolean
}

/** Draws what stands in a box; gives how high it is together. */
function draw(
  ground: Ground,
  items: readonly PlanItem[],
  around: number,
  spot: Spot,
  drawn: Drawn[],
  setting: Setting = 'stacked',
): number {
  const pen = new Pen(ground, around, spot, setting)
  for (const item of items) {
    if (isBox(item)) drawBox(ground, item, pen, spot, drawn)
    else {
      drawn.push({ ...contentOf(item, spot), ...pen.place(-1, SOLID), height: CONTENT })
      pen.advance(-1, CONTENT, SOLID)
    }
  }
  return pen.bottom - spot.top
}

function drawBox(ground: Ground, item: PlanBox, pen: Pen, spot: Spot, drawn: Drawn[]): void {
  const at = drawn.length
  const index = ground.indexOf.get(item.key) ?? -1
  const box = ground.boxes[index] ?? null
  const width = box?.known ? box.width : spot.room
  const high = heightOf(ground, index, item)
  const place = pen.place(index, high.margins)
  drawn.push({ ...contentOf({ key: item.key, words: planSelector(item) }, spot), ...place, height: 0 })
  const inner = insideOf(ground, index, place, width, spot.depth)
  const filled = draw(ground, item.items, index, { ...inner, placed: drawn[at]!.placed }, drawn, item.setting)
  const height = high.height ?? Math.max(NOMINAL, filled + high.around)
  drawn[at] = {
    ...drawn[at]!,
    width,
    height,
    isBox: true,
    told: toldOf(ground, index),
    background: item.values['background-color'],
    widthKnown: box?.known === true,
    heightKnown: high.height !== null,
    why: [box && !box.known ? `Its width: ${box.why}.` : '', high.why].filter((each) => each !== '').join(' '),
  }
  pen.advance(index, height, high.margins)
}

const SOLID: Margins = { above: NO_MARGIN, below: NO_MARGIN, through: false }

const contentOf = (
  { key, words }: { readonly key: string; readonly words: string },
  { depth, room, placed }: Spot,
) => ({
  key,
  name: words,
  depth,
  width: room,
  isBox: false,
  told: { width: null, height: null },
  background: '',
  widthKnown: true,
  placed,
  heightKnown: false,
  why: '',
})

function toldOf({ boxes, heights, styles }: Ground, index: number): Drawn['told'] {
  const [box, high] = [boxes[index], heights[index]]
  const whole = index >= 0 && computed(styles.at(index), 'box-sizing') === 'border-box'
  return {
    width: box?.known ? (whole ? box.width : box.content) : null,
    height: high?.known ? (whole ? high.height : high.content) : null,
  }
}

function insideOf(
  { boxes, styles }: Ground,
  index: number,
  at: { readonly left: number; readonly top: number },
  width: number,
  depth: number,
): Omit<Spot, 'placed'> {
  const box = boxes[index]
  const [before, content] = box?.known ? [box.border[0] + box.padding[0], box.content] : [0, width]
  const edges = index < 0 ? null : uprightEdges(styles.at(index), width)
  const above = edges ? edges.padding[0] + edges.border[0] : 0
  return { left: at.left + before, top: at.top + above, room: content, depth: depth + 1 }
}

/** A height that can be drawn to scale, null where there is none, and why; the margins around it; and its paddings and borders. */
function heightOf({ heights, styles, marginsOf }: Ground, index: number, { items }: PlanBox) {
  const high = heights[index]
  const element = styles.page.elements[index]
  if (!high || !element) return { height: null, margins: SOLID, around: 0, why: '' }
  const edges = uprightEdges(styles.at(index), null)
  const margin = (at: 0 | 1) => touching(edges?.margin[at] ?? 0)
  const margins = marginsOf(element) ?? { above: margin(0), below: margin(1), through: false }
  if (high.known && (high.height > 0 || items.length > 0)) return { height: high.height, margins, around: 0, why: '' }
  const why = high.known ? 'It has no height until something is in it.' : `Its height: ${high.why}.`
  return { height: null, margins: { ...margins, through: false }, around: edges ? sumOfUpright(edges) : 0, why }
}

/** Goes from box to box as their container sets them. */
class Pen {
  private readonly row: Row | undefined
  private readonly places: readonly number[] | null
  private readonly gap: number
  private readonly isColumn: boolean
  private top: number
  /** How far the present line, or the last block, reaches down. */
  private down: number
  private line = 0
  /** How far boxes reach to the right whose row is not counted. */
  private across = 0
  private waiting = NO_MARGIN
  private begun = false

  constructor(
    private readonly ground: Ground,
    private readonly around: number,
    private readonly spot: Spot,
    /** How the plan sets the boxes, where their row cannot be counted. */
    private readonly setting: Setting,
  ) {
    const style = around < 0 ? null : ground.styles.at(around)
    this.row = ground.rows.find(({ container }) => container === around)
    this.places = this.row ? placesInRow(ground.styles, this.row) : null
    this.gap = style ? (lengthOf(style, 'row-gap', null) ?? 0) : 0
    this.isColumn = style !== null && /(?:flex|grid)$/.test(computed(style, 'display'))
    this.top = this.down = spot.top
  }

  get bottom(): number {
    return this.down + (this.row ? 0 : comesTo(this.waiting))
  }

  /** Where a box comes to stand. */
  place(index: number, { above, through }: Margins): Pick<Drawn, 'left' | 'top' | 'placed'> {
    const at = this.row?.members.findIndex((member) => member.index === index) ?? -1
    const member = this.row?.members[at]
    if (!member && this.isUncounted)
      return { left: this.nextAcross(index), top: this.top + comesTo(above), placed: false }
    if (!member)
      return { left: this.spot.left + this.leftOf(index), top: this.below(above, through), placed: this.spot.placed }
    if (member.line !== this.line) {
      this.line = member.line
      this.top = this.down + this.gap
    }
    const left = this.places?.[at] ?? member.box.margin[0]
    const placed = this.spot.placed && this.places !== null
    return { left: this.spot.left + left, top: this.top + comesTo(above), placed }
  }

  /** A box has come to stand so high. */
  advance(index: number, height: number, { above, below, through }: Margins): void {
    if (this.isUncounted || this.row?.members.some((member) => member.index === index)) {
      this.down = Math.max(this.down, this.top + comesTo(above) + height + comesTo(below))
      return
    }
    if (through) return
    this.down = this.top + height
    this.waiting = below
  }

  private get isUncounted(): boolean {
    return !this.row && this.setting !== 'stacked'
  }

  private nextAcross(index: number): number {
    const left = this.spot.left + this.across + this.leftOf(index)
    const box = this.ground.boxes[index]
    const style = this.around < 0 ? null : this.ground.styles.at(this.around)
    const gap = style ? (lengthOf(style, 'column-gap', null) ?? 0) : 0
    this.across += (box?.known ? outerWidth(box) : this.spot.room / 3) + gap
    return left
  }

  /** The left edge of a box that shares its line with none. */
  private leftOf(index: number): number {
    const box = this.ground.boxes[index]
    return box?.known ? box.margin[0] : 0
  }

  private below(above: Touching, through: boolean): number {
    // In a column margins do not touch each other.
    if (this.isColumn) {
      this.top = this.down + comesTo(this.waiting) + (this.begun ? this.gap : 0) + comesTo(above)
      this.begun = true
      return this.top
    }
    this.waiting = together(this.waiting, above)
    const sticksOut = !this.begun && this.isOpen()
    const top = this.down + (sticksOut ? 0 : comesTo(this.waiting))
    if (through) return top
    this.begun = true
    this.top = top
    return top
  }

  /** Whether the first margin sticks out of the container (CSS 2.2, section 8.3.1). */
  private isOpen(): boolean {
    if (this.around < 0) return false
    const style = this.ground.styles.at(this.around)
    const edges = uprightEdges(style, null)
    return edges !== null && !isolatesFloats(style) && edges.padding[0] + edges.border[0] === 0 && !style.isItem
  }
}
