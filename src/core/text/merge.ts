import { clashes } from './carry.ts'
import { touchingJoined } from './compose.ts'
import { applySplices, type Range, type Splice } from './splice.ts'

/** A place of a text that two people changed, with what it said before and says on either side. */
export interface ClashPlace extends Range {
  readonly base: string
  readonly mine: string
  readonly theirs: string
}

/** A text with the changes of both sides in it, but for the places where they clash. */
export interface Merged {
  readonly base: string
  /** What one side alone changed, or both alike; none of it within a place. */
  readonly agreed: readonly Splice[]
  readonly places: readonly ClashPlace[]
}

export type Choice = 'mine' | 'theirs' | 'both'

/** Brings two changes of one text together. Both lists are in text order. */
export function mergeTexts(base: string, byMe: readonly Splice[], byThem: readonly Splice[]): Merged {
  const [mine, theirs] = [touchingJoined(byMe), touchingJoined(byThem)]
  const ranges = clashRanges(mine, theirs)
  const within = (splice: Splice) => ranges.find((range) => isPartOf(splice, range, mine, theirs))
  const places = ranges.map((range): ClashPlace => {
    const said = (splices: readonly Splice[]) =>
      applySplices(
        base.slice(range.from, range.to),
        splices
          .filter((splice) => within(splice) === range)
          .map(({ from, to, insert }) => ({ from: from - range.from, to: to - range.from, insert })),
      )
    return { ...range, base: base.slice(range.from, range.to), mine: said(mine), theirs: said(theirs) }
  })
  const others = mine.filter(({ from, to, insert }) =>
    theirs.every((each) => each.from !== from || each.to !== to || each.insert !== insert),
  )
  const agreed = [...theirs, ...others].filter((splice) => !within(splice))
  return { base, agreed: agreed.sort((a, b) => a.from - b.from || a.to - b.to), places }
}

/** The text once it has been chosen what holds at each place; `both` puts mine behind theirs. */
export function mergedText(
  { base, agreed, places }: Merged,
  choose: (place: ClashPlace, at: number) => Choice,
): string {
  const chosen = places.map((place, at): Splice => {
    const choice = choose(place, at)
    return { from: place.from, to: place.to, insert: choice === 'both' ? place.theirs + place.mine : place[choice] }
  })
  return applySplices(base, [...agreed, ...chosen])
}

/** The stretches that both sides changed, each as wide as the changes in it. */
function clashRanges(mine: readonly Splice[], theirs: readonly Splice[]): Range[] {
  const met = mine.flatMap((a) => theirs.filter((b) => clashes(a, b)).map((b) => spanOf(a, b)))
  // Changes that reach into such a stretch belong to it.
  const reaching = [...met]
  for (const range of reaching)
    for (const splice of [...mine, ...theirs]) {
      const wider = spanOf(splice, range)
      if (overlap(splice, range) && (wider.from < range.from || wider.to > range.to)) reaching.push(wider)
    }
  return joined(reaching)
}

const spanOf = (a: Range, b: Range): Range => ({ from: Math.min(a.from, b.from), to: Math.max(a.to, b.to) })
const overlap = (a: Range, b: Range): boolean => a.from < b.to && b.from < a.to

function joined(ranges: readonly Range[]): Range[] {
  const result: Range[] = []
  for (const range of [...ranges].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const last = result.at(-1)
    if (last && (overlap(last, range) || (last.from === range.from && last.to === range.to)))
      result[result.length - 1] = spanOf(last, range)
    else result.push(range)
  }
  return result
}

/** Whether a splice is part of a stretch: it reaches into it, or is one of the insertions that meet in a single point. */
function isPartOf(splice: Splice, range: Range, mine: readonly Splice[], theirs: readonly Splice[]): boolean {
  if (overlap(splice, range)) return true
  if (splice.from !== range.from || splice.to !== range.to) return false
  const others = mine.includes(splice) ? theirs : mine
  return others.some((other) => clashes(splice, other))
}
