import { Palette } from 'lucide-react'
import { swatchesAmong } from '../../../core/color/swatches.ts'
import { VISIONS } from '../../../core/color/vision.ts'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'
import { settledSheets } from '../../state/sheets.ts'

/** The site's colours. */
export const colour: Facet = {
  id: 'colour',
  name: 'Colour',
  icon: Palette,
  views: [
    {
      id: 'swatches',
      name: 'Swatches',
      says: 'A swatch is a named colour. Change it, and everything that uses it follows on every page.',
      body: late(() => import('./swatches-view.tsx').then((module) => module.SwatchesView)),
    },
    {
      id: 'gather',
      name: 'Gather',
      command: 'Gather colours written in the sheet',
      says: 'Colours written directly in the sheet, and those that are nearly the same.',
      body: late(() => import('./gather-view.tsx').then((module) => module.GatherView)),
    },
    {
      id: 'contrast',
      name: 'Contrast',
      command: 'Contrast of all pages',
      says: 'Every pairing of text and background that occurs on the pages.',
      body: late(() => import('./contrast-view.tsx').then((module) => module.ContrastView)),
    },
    {
      id: 'sight',
      name: 'Sight',
      command: 'Pages as others see them',
      says: 'The pages as others see them.',
      body: late(() => import('./sight-view.tsx').then((module) => module.SightView)),
    },
    {
      id: 'ground',
      name: 'Ground',
      command: 'Ground: background layers',
      says: 'What stands behind everything: colour, pictures and gradients.',
      body: late(() => import('./ground/ground-view.tsx').then((module) => module.GroundView)),
    },
  ],
  // Old sheets write their colours down again and again: Gather finds what there is.
  opensOn: (state) => {
    const sheets = settledSheets(state)
    const isEmpty = sheets.every(({ sheet }) => sheet.rules.length === 0)
    return swatchesAmong(sheets).length === 0 && !isEmpty ? 'gather' : 'swatches'
  },
  commands: (_workroom, { vision, set }) => [
    ...VISIONS.filter((each) => each !== vision).map((each) => ({
      name: `See all pages in ${each}`,
      hint: 'sight',
      run: () => set({ vision: each }),
    })),
    ...(vision === null
      ? []
      : [{ name: 'See all pages as they are', hint: 'sight', run: () => set({ vision: null }) }]),
  ],
}
