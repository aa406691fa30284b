import type { FitStretch, RowState } from '../../../core/boxes/fit-range.ts'
import type { Stretch } from '../../../core/boxes/widths-of-page.ts'

/** Where in a stretch it is looked first. */
const LOOKED_AT = [0, 0.25, 0.5, 0.75, 1]

/**
 * In which state something is at every width, where only a browser can tell and each look takes time: within a stretch both ends and
 * three widths between are looked at, and between two widths of different states the turn is searched for. Null when it is called off.
 */
export async function findStretches(
  stretches: readonly Stretch[],
  look: (width: number) => Promise<RowState>,
  isOff: () => boolean,
): Promise<FitStretch[] | null> {
  const found: FitStretch[] = []
  const add = (from: number, to: number, state: RowState) => {
    const last = found.at(-1)
    if (last?.state === state && last.to === from - 1) found[found.length - 1] = { ...last, to }
    else found.push({ from, to, state })
  }
  for (const { from, to } of stretches) {
    const widths = [...new Set(LOOKED_AT.map((share) => Math.round(from + (to - from) * share)))]
    const states = new Map<number, RowState>()
    for (const width of widths) states.set(width, await look(width))
    let begin = from
    for (const [at, width] of widths.entries()) {
      if (isOff()) return null
      const next = widths[at + 1]
      const state = states.get(width)!
      if (next === undefined) add(begin, to, state)
      else if (states.get(next) !== state) {
        const turn = await lastOf(width, next, state, look)
        add(begin, turn, state)
        begin = turn + 1
      }
    }
  }
  return found
}

/** The last width, from one that is in a state up to one that is not, that is in it. */
async function lastOf(
  from: number,
  to: number,
  state: RowState,
  look: (width: number) => Promise<RowState>,
): Promise<number> {
  let [is, isNot] = [from, to]
  while (isNot - is > 1) {
    const middle = Math.floor((is + isNot) / 2)
    if ((await look(middle)) === state) is = middle
    else isNot = middle
  }
  return is
}
