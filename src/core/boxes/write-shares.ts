import { sheetWith, type Wanted } from '../edit/write-wanted.ts'
import type { Sheet } from '../sheet/parse.ts'
import { diffTexts, type Splice } from '../text/splice.ts'

/** How shares are written: widths in %, heights in shares of the viewport or of the container, or shares of what is left. */
export type ShareUnit = '%' | 'vh' | 'flex' | 'fr'

/** A box that has a share of a whole. */
export interface ShareMember {
  readonly name: string
  readonly selector: string
  /** Of the whole, in per cent. */
  readonly share: number
  /** Margins, px: they lie within its share. */
  readonly margins: number
  /** Whether it has paddings or borders that its size does not count in yet. */
  readonly grows: boolean
}

/** Boxes that share a whole. */
export interface Shares {
  readonly unit: ShareUnit
  /** What is shared, in words. */
  readonly of: string
  readonly property: 'width' | 'height'
  /** Where columns are written. */
  readonly container: string | null
  readonly members: readonly ShareMember[]
  /** All white space between them, px: it is taken from their shares. */
  readonly spaces: number
}

/** Shares with the border behind one of them moved by so many per cent: its neighbour gives or takes as much. */
export function moveShare(shares: readonly number[], at: number, by: number): number[] {
  const [here, next] = [shares[at]!, shares[at + 1]!]
  const moved = Math.max(-here, Math.min(next, by))
  const tenths = (share: number) => Math.round(share * 10) / 10
  return shares.with(at, tenths(here + moved)).with(at + 1, tenths(next - moved))
}

/** The splices that give the boxes these shares, in per cent. */
export function writeShares(sheet: Sheet, all: Shares, shares: readonly number[]): Splice[] {
  return diffTexts(sheet.text, sheetWith(sheet, wantedFor(all, shares)).text)
}

function wantedFor({ unit, property, container, members, spaces }: Shares, shares: readonly number[]): Wanted {
  if (unit === 'fr')
    return new Map([[container!, new Map([['grid-template-columns', shares.map((share) => `${share}fr`).join(' ')]])]])
  return new Map(
    members.map(({ selector, margins, grows }, at) => {
      // A hundredth more, so that rounding never makes the last one drop.
      const taken = margins + Math.ceil(spaces * shares[at]!) / 100
      return [selector, new Map(settingsOf(unit, property, shares[at]!, { margins: taken, grows }))]
    }),
  )
}

function settingsOf(
  unit: ShareUnit,
  property: 'width' | 'height',
  share: number,
  { margins, grows }: Pick<ShareMember, 'margins' | 'grows'>,
): (readonly [string, string])[] {
  if (unit === 'flex') return [['flex', `${share} 1 0`]]
  const size = margins === 0 ? `${share}${unit}` : `calc(${share}${unit} - ${margins}px)`
  return [...(grows ? [['box-sizing', 'border-box'] as const] : []), [property, size]]
}
