import type { KnownBox } from '../../../core/boxes/used-box.ts'
import type { LineMember, MeasureLine } from '../../../core/boxes/measure.ts'

/** What a piece of a measure line is. */
export type PartKind = 'margin' | 'border' | 'padding' | 'content'

/** A piece of a box on a measure line, in px from the left edge of its container. */
export interface LinePart {
  readonly kind: PartKind
  readonly side: 'left' | 'right' | null
  readonly from: number
  readonly size: number
}

/** A box with its pieces, placed on the line. */
export interface PlacedMember {
  readonly member: LineMember
  readonly from: number
  readonly to: number
  readonly parts: readonly LinePart[]
}

/** The pieces of a box from left to right; those of no width are left out. */
export function partsOf({ margin, border, padding, content }: KnownBox, from: number): LinePart[] {
  const pieces: readonly [PartKind, LinePart['side'], number][] = [
    ['margin', 'left', margin[0]],
    ['border', 'left', border[0]],
    ['padding', 'left', padding[0]],
    ['content', null, content],
    ['padding', 'right', padding[1]],
    ['border', 'right', border[1]],
    ['margin', 'right', margin[1]],
  ]
  let at = from
  return pieces.flatMap(([kind, side, size]) => {
    const part = { kind, side, from: at, size }
    at += size
    return size > 0 ? [part] : []
  })
}

/** The boxes of a line one after another, as if all stood on it: so one sees by how much they are too many. */
export function placed(line: MeasureLine): PlacedMember[] {
  let at = 0
  return line.members.map((member) => {
    const { box } = member
    const from = at
    const to = from + box.margin[0] + box.width + box.margin[1]
    at = to + line.gap
    return { member, from, to, parts: partsOf(box, from) }
  })
}
