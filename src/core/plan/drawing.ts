import type { PageStyles } from '../cascade/cascade.ts'
import { computed, lengthOf } from '../boxes/box-style.ts'
import { isolatesFloats } from '../boxes/kinds.ts'
import type { Row } from '../boxes/rows.ts'
import type { Pair, UsedBox, UsedHeight } from '../boxes/used-box.ts'
import { isBox, planSelector, type PlanItem } from './plan.ts'

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
  readonly background: string
  /** Whether the width is counted; else it is drawn as wide as there is room, and `why` says what it hangs on. */
  readonly widthKnown: boolean
  /** Whether the height is counted and something; else it is drawn so high that it can be seen. */
  readonly heightKnown: boolean
  readonly why: string
}

/** A laid-out page and where the boxes of the plan are on it. */
export interface Ground {
  readonly styles: PageStyles
  readonly boxes: readonly (UsedBox | null)[]
  readonly heights: readonly (UsedHeight | null)[]
  readonly rows: readonly Row[]
  /** The index of a box's element, by its key. */
  readonly indexOf: ReadonlyMap<string, number>
}

/** What has no height yet is drawn so high, px. */
const NOMINAL = 48
/** And a piece of content. */
const CONTENT = 36

/** The drawing of a plan whose boxes lie in an element of `around`, with its height. */
export function drawPlan(ground: Ground, items: readonly PlanItem[], around: number): { drawn: Drawn[]; room: number } {
  const holder = ground.boxes[around]
  const room = holder?.known ? holder.content : ground.styles.cascade.viewport.width
  const drawn: Drawn[] = []
  draw(ground, items, around, { left: 0, top: 0, room, depth: 0 }, drawn)
  return { drawn, room }
}

interface Spot {
  readonly left: number
  readonly top: number
  readonly room: number
  readonly depth: number
}

/** Draws what stands in a box; gives how high it is together. */
function draw(ground: Ground, items: readonly PlanItem[], around: number, spot: Spot, drawn: Drawn[]): number {
  const pen = new Pen(ground, around, spot)
  for (const item of items) {
    if (!isBox(item)) {
      const top = pen.nextLine(0)
      drawn.push({ ...contentOf(item), depth: spot.depth, left: spot.left, top, width: spot.room, height: CONTENT })
      pen.advance({ outer: spot.room, height: CONTENT, below: 0 })
      continue
    }
    const at = drawn.length
    const index = ground.indexOf.get(item.key) ?? -1
    const box = ground.boxes[index] ?? null
    const margins = box?.known ? box.margin : NONE
    const width = box?.known ? box.width : spot.room
    const high = heightOf(ground, index)
    const place = pen.place(index, margins[0], high.margin[0])
    drawn.push(null as never)
    const inner = insideOf(ground, index, place, width, spot.depth)
    const filled = draw(ground, item.items, index, inner, drawn)
    const height = high.height ?? Math.max(NOMINAL, filled + high.around)
    drawn[at] = {
      key: item.key,
      name: planSelector(item),
      depth: spot.depth,
      ...place,
      width,
      height,
      isBox: true,
      background: item.values['background-color'],
      widthKnown: box?.known === true,
      heightKnown: high.height !== null,
      why: [box && !box.known ? `Its width: ${box.why}.` : '', high.why].filter((each) => each !== '').join(' '),
    }
    pen.advance({ outer: margins[0] + width + margins[1], height, below: high.margin[1] })
  }
  return pen.bottom - spot.top
}

const NONE: Pair = [0, 0]

const contentOf = ({ key, words }: { readonly key: string; readonly words: string }) => ({
  key,
  name: words,
  isBox: false,
  background: '',
  widthKnown: true,
  heightKnown: false,
  why: '',
})

function insideOf(
  { boxes, styles }: Ground,
  index: number,
  at: { left: number; top: number },
  width: number,
  depth: number,
) {
  const box = boxes[index]
  const [before, content] = box?.known ? [box.border[0] + box.padding[0], box.content] : [0, width]
  const above = index < 0 ? 0 : (lengthOf(styles.at(index), 'padding-top', width) ?? 0)
  return { left: at.left + before, top: at.top + above, room: content, depth: depth + 1 }
}

/** A height that can be drawn to scale; null where there is none, and why. */
function heightOf({ heights, styles }: Ground, index: number) {
  const high = heights[index]
  if (!high) return { height: null, margin: NONE, around: 0, why: '' }
  if (high.known && high.height > 0) return { height: high.height, margin: high.margin, around: 0, why: '' }
  const style = styles.at(index)
  const length = (name: 'margin-top' | 'margin-bottom' | 'padding-top' | 'padding-bottom') =>
    lengthOf(style, name, null) ?? 0
  const why = high.known ? 'It has no height until something is in it.' : `Its height: ${high.why}.`
  const margin: Pair = [length('margin-top'), length('margin-bottom')]
  return { height: null, margin, around: length('padding-top') + length('padding-bottom'), why }
}

/** Goes from box to box as their container sets them. */
class Pen {
  private readonly row: Row | undefined
  private readonly gap: number
  private x = 0
  private lineTop: number
  private lineHeight = 0
  private line = 0
  private waiting = 0
  private begun = false

  constructor(
    private readonly ground: Ground,
    private readonly around: number,
    private readonly spot: Spot,
  ) {
    this.row = ground.rows.find(({ container }) => container === around)
    this.gap = around < 0 ? 0 : (lengthOf(ground.styles.at(around), 'row-gap', null) ?? 0)
    this.lineTop = spot.top
  }

  get bottom(): number {
    return this.lineTop + this.lineHeight + this.waiting
  }

  /** Where a box comes to stand whose margins are these. */
  place(index: number, before: number, above: number): { left: number; top: number } {
    const member = this.row?.members.find((each) => each.index === index)
    if (!member) {
      const top = this.nextLine(above)
      return { left: this.spot.left + before, top }
    }
    if (member.line !== this.line) this.wrap(member.line)
    return { left: this.spot.left + this.x + before, top: this.lineTop + above }
  }

  /** The top of a box below all others; margins that touch are one. */
  nextLine(above: number): number {
    const sticksOut = !this.begun && this.isOpen()
    this.lineTop += this.lineHeight + (sticksOut ? 0 : Math.max(this.waiting, above))
    this.lineHeight = 0
    this.waiting = 0
    this.begun = true
    return this.lineTop
  }

  advance({ outer, height, below }: { outer: number; height: number; below: number }): void {
    if (!this.row) {
      this.lineHeight = height
      this.waiting = below
      return
    }
    this.x += outer + this.row.gap
    this.lineHeight = Math.max(this.lineHeight, height + below)
  }

  private wrap(line: number): void {
    this.lineTop += this.lineHeight + this.gap
    this.lineHeight = 0
    this.line = line
    this.x = 0
  }

  /** Whether the first margin sticks out of the container (CSS 2.2, section 8.3.1). */
  private isOpen(): boolean {
    if (this.around < 0) return false
    const style = this.ground.styles.at(this.around)
    return (
      !isolatesFloats(style) &&
      lengthOf(style, 'padding-top', null) === 0 &&
      computed(style, 'border-top-width') === '0px'
    )
  }
}
