import type { Row } from './rows.ts'
import type { WidthsOfPage } from './widths-of-page.ts'

/** What becomes of a row at a viewport width: it holds, it does not, it is none there, or only a browser can tell. */
export type RowState = 'holds' | 'breaks' | 'none' | 'untold'

/** Viewport widths in which a row is in one state; both ends belong to it. Whole px. */
export interface FitStretch {
  readonly from: number
  readonly to: number
  readonly state: RowState
}

/** What names a row at every width: its container and its first member. */
export function rowKey({ container, members }: Pick<Row, 'container' | 'members'>): string {
  return `${container} ${members[0]!.index}`
}

/**
 * Over which viewport widths a row holds, from {@link NARROWEST} to {@link WIDEST}. Between two widths where room and sum change evenly
 * the turn is solved for and looked at on both sides; where they do not, the stretch is halved.
 */
export function fitRange(page: WidthsOfPage, key: string): FitStretch[] {
  const found: FitStretch[] = []
  const add = (from: number, to: number, state: RowState) => {
    const last = found.at(-1)
    if (last && last.state === state && last.to === from - 1) found[found.length - 1] = { ...last, to }
    else if (from <= to) found.push({ from, to, state })
  }
  page.lookAt([key])
  const look = (width: number): Seen => seen(page, key, width)
  for (const { from, to } of page.stretches) solve(look, from, to, add)
  return found
}

/** How a row stands at a width: its state, and how much room is left, where that is known. */
interface Seen {
  readonly state: RowState
  readonly left: number | null
}

function seen(page: WidthsOfPage, key: string, width: number): Seen {
  const { boxes, rows } = page.rowsAt(width)
  const row = rows.find((each) => rowKey(each) === key)
  if (row) return { state: row.holds ? 'holds' : 'breaks', left: row.room - row.sum }
  const [container, first] = key.split(' ').map(Number)
  const untold = [container!, first!].some((index) => boxes[index]?.known === false)
  return { state: untold ? 'untold' : 'none', left: null }
}

type Add = (from: number, to: number, state: RowState) => void

function solve(look: (width: number) => Seen, from: number, to: number, add: Add): void {
  const [a, b] = [look(from), look(to)]
  if (to - from <= 1) {
    add(from, from, a.state)
    if (to > from) add(to, to, b.state)
    return
  }
  if (isEven(look, from, to, a, b)) return straight(look, from, to, a, b, add)
  const middle = Math.floor((from + to) / 2)
  solve(look, from, middle, add)
  solve(look, middle + 1, to, add)
}

/** Whether what is left changes evenly from one end to the other, as far as three widths between them tell. */
function isEven(look: (width: number) => Seen, from: number, to: number, a: Seen, b: Seen): boolean {
  const between = [0.25, 0.5, 0.75].map((share) => Math.round(from + (to - from) * share))
  return between.every((width) => {
    const { state, left } = look(width)
    if (left === null || a.left === null || b.left === null)
      return state === a.state && state === b.state && left === a.left && left === b.left
    const share = (width - from) / (to - from)
    return Math.abs(left - (a.left + (b.left - a.left) * share)) < 0.02
  })
}

/** A stretch in which what is left changes evenly: at most one turn, and it is looked at. */
function straight(look: (width: number) => Seen, from: number, to: number, a: Seen, b: Seen, add: Add): void {
  if (a.state === b.state) return add(from, to, a.state)
  const turn = from + ((0 - a.left!) / (b.left! - a.left!)) * (to - from)
  let last = Math.max(from, Math.min(to - 1, Math.floor(turn)))
  while (last > from && look(last).state !== a.state) last--
  while (last < to - 1 && look(last + 1).state === a.state) last++
  add(from, last, a.state)
  add(last + 1, to, b.state)
}
