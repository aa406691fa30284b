import { DESK } from '../../core/values/media.ts'
import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'

/** As many beside each other as can be read, the same with each page as tall as it is, or how large 1 px of a page is shown. */
export type Zoom = 'fit' | 'whole' | number

/** The viewport pages are shown at, in CSS px, and the zoom they are shown with. */
export interface ViewportState {
  readonly width: number
  readonly zoom: Zoom
  setWidth(width: number): void
  setZoom(zoom: Zoom): void
}

export const WIDTHS = [360, 768, DESK.width] as const
export const ZOOMS = [0.2, 0.25, 0.33, 0.5, 0.67, 1] as const
export const WIDTH_LIMITS = { least: 240, most: 3840 } as const

/** Remembered by the window while it is loaded anew. */
export const useViewport = create<ViewportState>()(
  persist(
    (set) => ({
      width: DESK.width,
      zoom: 'fit',
      setWidth: (width) => set({ width: Math.min(WIDTH_LIMITS.most, Math.max(WIDTH_LIMITS.least, Math.round(width))) }),
      setZoom: (zoom) => set({ zoom }),
    }),
    {
      name: 'attire-viewport',
      storage: createJSONStorage(() => sessionStorage),
      partialize: ({ width, zoom }) => ({ width, zoom }),
    },
  ),
)

/** Widths below these, in px, are those of phones and of tablets held upright (common practice). */
const PHONE_BELOW = 500
const TABLET_BELOW = 1000

/** Height of a viewport of this width, as on common devices: taller than wide on small ones. */
export function heightFor(width: number): number {
  return width < PHONE_BELOW
    ? Math.round(width * 2)
    : width < TABLET_BELOW
      ? Math.round(width * 1.25)
      : Math.round(width * 0.625)
}

/** How many frames stand beside each other when the zoom is "fit". */
export function columnsFor(width: number, available: number): number {
  const narrowest = width < PHONE_BELOW ? 170 : width < TABLET_BELOW ? 230 : 340
  return Math.max(1, Math.floor((available + GAP) / (narrowest + GAP)))
}

/** Space between frames in the lineup, in px. */
export const GAP = 24
