import type { StateCreator } from 'zustand'

/**
 * How a page that moves is shown. It moves until it gets too slow, and is then stilled by itself; or it is stilled because
 * somebody asked; and one that was let move again is not stilled by itself.
 */
export type Motion = 'moves' | 'slow' | 'asked' | 'let'

export const isStilled = (motion: Motion | undefined): boolean => motion === 'slow' || motion === 'asked'

export interface MotionState {
  /** Pages that move by themselves, or would if they were not stilled. */
  readonly motion: ReadonlyMap<string, Motion>
  /** Takes in whether anything moves on a page. */
  seeMotion(page: string, moves: boolean): void
  /** Stills a page that nothing else can keep up with, unless somebody has let it move; says whether it did. */
  stillSlow(page: string): boolean
  /** Stills a page, or lets it move. */
  setStill(page: string, still: boolean): void
}

/** The part of the workroom's state that says which pages move and which are stilled. */
export const createMotion: StateCreator<MotionState, [], [], MotionState> = (set, get) => {
  const put = (page: string, motion: Motion | null) => {
    const next = new Map(get().motion)
    if (motion === null) next.delete(page)
    else next.set(page, motion)
    set({ motion: next })
  }
  return {
    motion: new Map(),
    seeMotion(page, moves) {
      const now = get().motion.get(page)
      if (moves && now === undefined) put(page, 'moves')
      // One that is stilled does not move, and is remembered as it is.
      else if (!moves && now === 'moves') put(page, null)
    },
    stillSlow(page) {
      if (get().motion.get(page) !== 'moves') return false
      put(page, 'slow')
      return true
    },
    setStill: (page, still) => put(page, still ? 'asked' : 'let'),
  }
}
