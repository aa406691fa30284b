import { clampTo, color } from '../computing/common.ts'
import { filter } from '../computing/pictures.ts'
import type { Definition } from '../definition.ts'

/** Colours and effects. */
export const EFFECTS: Readonly<Record<string, Definition>> = {
  'accent-color': { initial: 'auto', inherited: true, compute: color },
  'backdrop-filter': { initial: 'none', compute: filter },
  color: {
    initial: 'rgb(0, 0, 0)',
    inherited: true,
    compute: color,
    quirk: 'hashless',
    onMarkers: true,
    whenVisited: true,
  },
  'color-scheme': { initial: 'normal', inherited: true },
  'dynamic-range-limit': { initial: 'no-limit', inherited: true },
  filter: { initial: 'none', compute: filter },
  'forced-color-adjust': { initial: 'auto', inherited: true },
  'mix-blend-mode': { initial: 'normal' },
  opacity: { initial: '1', compute: clampTo(0, 1), numbers: true },
  'print-color-adjust': { initial: 'economy', inherited: true },
}
