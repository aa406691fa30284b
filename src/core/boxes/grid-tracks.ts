import { componentsOf, splitAt, keyword, type Component } from '../values/component.ts'
import { usedComponent } from '../values/used-length.ts'

/** A track whose size is known, or follows what is left over. Px. */
export interface Track {
  /** Its least size. */
  readonly min: number
  /** Its largest fixed size; null for one that takes a share of what is left. */
  readonly max: number | null
  /** Its share of what is left, in `fr`. */
  readonly fr: number
  /** Whether what stands in it may make it wider than `min`. */
  readonly fitsContent: boolean
  /** Whether it is folded away where nothing stands in it (`auto-fit`). */
  readonly folds: boolean
}

/** A grid of more columns is no layout, and is not laid out here. */
const MOST_TRACKS = 2000

/** The tracks of a computed `grid-template-columns`, or why they cannot be known; `room` is the container's inner width. */
export function tracksOf(value: string, room: number, gap: number): readonly Track[] | null {
  if (value === 'none') return []
  const tracks: Track[] = []
  const autos: { readonly at: number; readonly list: readonly Track[] }[] = []
  for (const component of componentsOf(value)) {
    if (component.kind === 'block') continue
    if (component.kind === 'function' && component.name === 'repeat') {
      const [times, ...rest] = splitAt(component.args, ',')
      const list = rest.flat().flatMap((each) => (each.kind === 'block' ? [] : [trackOf(each, room)]))
      if (list.some((track) => track === null)) return null
      const [count] = times!
      if (count?.kind === 'number') {
        if (tracks.length + count.value * list.length > MOST_TRACKS) return null
        for (let time = 0; time < count.value; time++) for (const track of list) tracks.push(track!)
      } else {
        const folds = keyword(count) === 'auto-fit'
        autos.push({ at: tracks.length, list: (list as Track[]).map((track) => ({ ...track, folds })) })
      }
    } else {
      const track = trackOf(component, room)
      if (!track) return null
      tracks.push(track)
    }
  }
  for (const { at, list } of autos) tracks.splice(at, 0, ...repeated(list, tracks, room, gap))
  return tracks
}

/** As many repetitions as fit, at least one (CSS Grid 2, section 7.2.3.2). */
function repeated(list: readonly Track[], others: readonly Track[], room: number, gap: number): Track[] {
  const size = ({ min, max }: Track) => Math.max(1, max === null ? min : Math.max(min, max))
  const sum = (tracks: readonly Track[]) => tracks.reduce((all, track) => all + size(track) + gap, 0)
  const times = Math.max(1, Math.floor((room + gap - sum(others) + 1 / 64) / sum(list)))
  return Array.from({ length: times }, () => list).flat()
}

/** One track; null for one whose size only its content tells. */
function trackOf(component: Component, room: number): Track | null {
  const fixed = usedComponent(component, room)
  const plain = { folds: false, fitsContent: false, fr: 0 }
  if (fixed !== null) return { ...plain, min: fixed, max: fixed }
  // A share alone is minmax(auto, share): no narrower than what stands in it.
  const fr = shareOf(component)
  if (fr !== null) return { ...plain, min: 0, max: null, fr, fitsContent: true }
  if (component.kind !== 'function' || component.name !== 'minmax') return null
  const [least, most] = splitAt(component.args, ',').map(([first]) => first!)
  const min = usedComponent(least!, room)
  const share = shareOf(most!)
  const max = usedComponent(most!, room)
  if (min === null)
    return keyword(least) === 'auto' && share !== null
      ? { ...plain, min: 0, max: null, fr: share, fitsContent: true }
      : null
  if (share !== null) return { ...plain, min, max: null, fr: share }
  return max === null ? null : { ...plain, min, max: Math.max(min, max) }
}

function shareOf(component: Component): number | null {
  return component.kind === 'dimension' && component.unit === 'fr' ? component.value : null
}

/**
 * The used sizes of tracks without content of their own (CSS Grid 2, sections 12.6 and 12.7): growth up to their maximum first,
 * then shares of what is left.
 */
export function trackSizes(tracks: readonly Track[], room: number, gap: number): number[] {
  const inner = room - gap * Math.max(0, tracks.length - 1)
  const sizes = tracks.map(({ min }) => min)
  maximize(tracks, sizes, inner)
  const shares = tracks.reduce((sum, { fr }) => sum + fr, 0)
  if (shares === 0) return sizes
  const fraction = fractionOf(tracks, sizes, inner)
  return sizes.map((size, at) => (tracks[at]!.fr > 0 ? Math.max(tracks[at]!.min, fraction * tracks[at]!.fr) : size))
}

/** Gives tracks with a fixed maximum equal parts of what is left, until each has its own. */
function maximize(tracks: readonly Track[], sizes: number[], inner: number): void {
  for (;;) {
    const open = tracks.flatMap(({ max }, at) => (max !== null && sizes[at]! < max - 1e-9 ? [at] : []))
    const free = inner - sizes.reduce((sum, size) => sum + size, 0)
    if (open.length === 0 || free <= 1e-9) return
    const part = Math.min(free / open.length, ...open.map((at) => tracks[at]!.max! - sizes[at]!))
    for (const at of open) sizes[at]! += part
  }
}

/** The size of 1fr (CSS Grid 2, section 12.7.1): tracks whose minimum is larger than their share keep it, and the rest share anew. */
function fractionOf(tracks: readonly Track[], sizes: readonly number[], inner: number): number {
  const rigid = new Set<number>()
  for (;;) {
    const shares = (at: number) => tracks[at]!.fr > 0 && !rigid.has(at)
    const left = sizes.reduce((sum, size, at) => sum - (shares(at) ? 0 : size), inner)
    const sum = tracks.reduce((all, { fr }, at) => all + (shares(at) ? fr : 0), 0)
    const fraction = Math.max(0, left) / Math.max(1, sum)
    const over = tracks.flatMap(({ min, fr }, at) => (shares(at) && fraction * fr < min ? [at] : []))
    if (over.length === 0) return fraction
    over.forEach((at) => rigid.add(at))
  }
}
