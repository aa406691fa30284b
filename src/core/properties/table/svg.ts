import { clampTo, color, lengthOrNumber } from '../computing/common.ts'
import type { Definition } from '../definition.ts'

/** Painting of SVG. */
export const SVG: Readonly<Record<string, Definition>> = {
  'alignment-baseline': { initial: 'auto' },
  'baseline-shift': { initial: '0px' },
  'baseline-source': { initial: 'auto' },
  'clip-rule': { initial: 'nonzero', inherited: true },
  'color-interpolation': { initial: 'srgb', inherited: true },
  'color-interpolation-filters': { initial: 'linearrgb', inherited: true },
  'dominant-baseline': { initial: 'auto', inherited: true },
  fill: { initial: 'rgb(0, 0, 0)', inherited: true, whenVisited: true },
  'fill-opacity': { initial: '1', inherited: true, compute: clampTo(0, 1), numbers: true },
  'fill-rule': { initial: 'nonzero', inherited: true },
  'flood-color': { initial: 'rgb(0, 0, 0)', compute: color },
  'flood-opacity': { initial: '1', compute: clampTo(0, 1), numbers: true },
  'lighting-color': { initial: 'rgb(255, 255, 255)', compute: color },
  'paint-order': { initial: 'normal', inherited: true },
  'shape-rendering': { initial: 'auto', inherited: true },
  'stop-color': { initial: 'rgb(0, 0, 0)', compute: color },
  'stop-opacity': { initial: '1', compute: clampTo(0, 1), numbers: true },
  stroke: { initial: 'none', inherited: true, whenVisited: true },
  'stroke-dasharray': { initial: 'none', inherited: true },
  'stroke-dashoffset': { initial: '0px', inherited: true },
  'stroke-linecap': { initial: 'butt', inherited: true },
  'stroke-linejoin': { initial: 'miter', inherited: true },
  'stroke-miterlimit': { initial: '4', inherited: true, numbers: true, notNegative: true },
  'stroke-opacity': { initial: '1', inherited: true, compute: clampTo(0, 1), numbers: true },
  'stroke-width': { initial: '1px', inherited: true, notNegative: true, compute: lengthOrNumber },
  'text-anchor': { initial: 'start', inherited: true },
  'vector-effect': { initial: 'none' },
}
