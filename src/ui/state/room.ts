import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** Where the sheet's text lies when it is open. */
export type SheetPlace = 'below' | 'beside'

interface RoomState {
  readonly benchFolded: boolean
  readonly sheetPlace: SheetPlace
  set(part: Partial<Pick<RoomState, 'benchFolded' | 'sheetPlace'>>): void
}

/** How the person has set up the room; remembered by this browser, for all sites. */
export const useRoomPlan = create<RoomState>()(
  persist(
    (set) => ({
      benchFolded: false,
      sheetPlace: 'below',
      set: (part) => set(part),
    }),
    { name: 'attire-room', partialize: ({ benchFolded, sheetPlace }) => ({ benchFolded, sheetPlace }) },
  ),
)
