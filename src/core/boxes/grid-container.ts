import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, lengthOf } from './box-style.ts'
import { placeInColumns, type Columns } from './grid-placement.ts'
import { trackSizes, tracksOf, type Track } from './grid-tracks.ts'
import { minContributionBound } from './min-content.ts'
import { unknown, type Given } from './used-box.ts'

const UNTOLD = unknown('what stands in its column decides how wide that is')
const ELSEWHERE = unknown('where it stands in the grid hangs on the items before it')

/** One column that takes all there is: what a grid without columns comes to while nothing in it is wider. */
const WHOLE: Track = { min: 0, max: null, fr: 1, fitsContent: true, folds: false }

/** The areas' widths that a grid container of known width gives its items, or why they are not known. */
export function gridAreas(
  styles: PageStyles,
  container: PageElement,
  items: readonly PageElement[],
  room: number,
): readonly Given[] {
  const style = styles.at(container.index)
  const gap = lengthOf(style, 'column-gap', room) ?? 0
  const template = computed(style, 'grid-template-columns')
  const tracks = template === 'none' ? [WHOLE] : tracksOf(template, room, gap)
  const spread = /^(?:normal|stretch)/.test(computed(style, 'justify-content'))
  if (!tracks || (template === 'none' && !spread) || computed(style, 'grid-auto-flow').startsWith('column'))
    return items.map(() => UNTOLD)
  const places = placeInColumns(
    items.map((item) => styles.at(item.index)),
    tracks.length,
    computed(style, 'grid-template-areas'),
  )
  // What stands beyond the columns there are makes more of them, which take room from those that share it.
  const shared = tracks.some(({ min, max }) => min !== max)
  if (places.includes(null) && shared) return items.map(() => ELSEWHERE)
  const sizes = sizesOf(tracks, places, room, gap)
  if (!holdContent(styles, items, { tracks, places, sizes, gap })) return items.map(() => UNTOLD)
  return items.map((item, at) => {
    const place = places[at]
    return place ? { area: areaOf(sizes, place, gap), stretches: stretchesIn(styles.at(item.index)) } : ELSEWHERE
  })
}

/** Where the area of each item begins in a grid of known width, and how wide it is; null where that is not known. Px. */
export function columnStarts(
  styles: PageStyles,
  container: PageElement,
  items: readonly PageElement[],
  room: number,
): readonly { readonly from: number; readonly width: number }[] | null {
  const style = styles.at(container.index)
  const gap = lengthOf(style, 'column-gap', room) ?? 0
  const template = computed(style, 'grid-template-columns')
  const tracks = template === 'none' ? [WHOLE] : tracksOf(template, room, gap)
  if (!tracks || !/^(?:normal|stretch|start)/.test(computed(style, 'justify-content'))) return null
  const places = placeInColumns(
    items.map((item) => styles.at(item.index)),
    tracks.length,
    computed(style, 'grid-template-areas'),
  )
  if (places.includes(null)) return null
  const sizes = sizesOf(tracks, places, room, gap)
  if (!holdContent(styles, items, { tracks, places, sizes, gap })) return null
  return places.map((place) => ({ from: startOf(sizes, place!, gap), width: areaOf(sizes, place!, gap) }))
}

interface LaidTracks {
  readonly tracks: readonly Track[]
  readonly places: readonly (Columns | null)[]
  readonly sizes: readonly number[]
  readonly gap: number
}

/** Whether what stands in shares of what is left fits: they are no narrower, and then nothing in the whole grid can be told. */
function holdContent(
  styles: PageStyles,
  items: readonly PageElement[],
  { tracks, places, sizes, gap }: LaidTracks,
): boolean {
  if (!tracks.some(({ fitsContent }) => fitsContent)) return true
  return items.every((item, at) => {
    const place = places[at]
    return !place || minContributionBound(styles, item) <= areaOf(sizes, place, gap)
  })
}

function startOf(sizes: readonly number[], { from }: Columns, gap: number): number {
  return sizes.slice(0, from).reduce((sum, size) => sum + size + gap, 0)
}

/** Column sizes; columns of `auto-fit` in which nothing stands are folded away with their gap. */
function sizesOf(
  tracks: readonly Track[],
  places: readonly (Columns | null)[],
  room: number,
  gap: number,
): readonly number[] {
  const taken = (at: number) => places.some((place) => !place || (place.from <= at && at < place.to))
  const kept = tracks.flatMap((track, at) => (track.folds && !taken(at) ? [] : [at]))
  const sizes = trackSizes(
    kept.map((at) => tracks[at]!),
    room,
    gap,
  )
  return tracks.map((_, at) => (kept.includes(at) ? sizes[kept.indexOf(at)]! : -gap))
}

function areaOf(sizes: readonly number[], { from, to }: Columns, gap: number): number {
  return sizes.slice(from, to).reduce((sum, size) => sum + size, 0) + gap * (to - from - 1)
}

/** Whether an item without a width fills its area. */
function stretchesIn(style: ElementStyle): boolean {
  const own = computed(style, 'justify-self')
  const how = own === 'auto' && style.parent ? computed(style.parent, 'justify-items') : own
  return (
    /^(?:normal|stretch|legacy)/.test(how) &&
    computed(style, 'margin-left') !== 'auto' &&
    computed(style, 'margin-right') !== 'auto'
  )
}
