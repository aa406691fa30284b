import { axis, position } from '../../values/position.ts'
import { color, listOf } from '../computing/common.ts'
import { backgroundSize, repeatStyle, shadow } from '../computing/pictures.ts'
import type { Definition } from '../definition.ts'

/** Backgrounds, masks and shadows. */
export const BACKGROUNDS: Readonly<Record<string, Definition>> = {
  'background-attachment': { initial: 'scroll', shorthands: { background: 5 }, perImage: true },
  'background-blend-mode': { initial: 'normal', perImage: true },
  'background-clip': { initial: 'border-box', shorthands: { background: 7 }, perImage: true },
  'background-color': {
    initial: 'rgba(0, 0, 0, 0)',
    compute: color,
    shorthands: { background: 8 },
    quirk: 'hashless',
    whenVisited: true,
  },
  'background-image': { initial: 'none', shorthands: { background: 0 } },
  'background-origin': { initial: 'padding-box', shorthands: { background: 6 }, perImage: true },
  'background-position-x': {
    initial: '0%',
    compute: listOf(axis),
    shorthands: { background: 1, 'background-position': 0 },
    perImage: true,
  },
  'background-position-y': {
    initial: '0%',
    compute: listOf(axis),
    shorthands: { background: 2, 'background-position': 1 },
    perImage: true,
  },
  'background-repeat': {
    initial: 'repeat',
    compute: listOf(repeatStyle),
    shorthands: { background: 4 },
    perImage: true,
  },
  'background-size': {
    initial: 'auto',
    compute: listOf(backgroundSize),
    shorthands: { background: 3 },
    perImage: true,
  },
  'box-shadow': { initial: 'none', compute: listOf(shadow(4)) },
  clip: { initial: 'auto', quirk: 'unitless' },
  'clip-path': { initial: 'none' },
  'image-orientation': { initial: 'from-image', inherited: true },
  'image-rendering': { initial: 'auto', inherited: true },
  'mask-clip': { initial: 'border-box', shorthands: { mask: 5 } },
  'mask-composite': { initial: 'add', shorthands: { mask: 6 } },
  'mask-image': { initial: 'none', shorthands: { mask: 0 } },
  'mask-mode': { initial: 'match-source', shorthands: { mask: 7 } },
  'mask-origin': { initial: 'border-box', shorthands: { mask: 4 } },
  'mask-position': { initial: '0% 0%', compute: listOf(position), shorthands: { mask: 1 } },
  'mask-repeat': { initial: 'repeat', compute: listOf(repeatStyle), shorthands: { mask: 3 } },
  'mask-size': { initial: 'auto', compute: listOf(backgroundSize), shorthands: { mask: 2 } },
  'mask-type': { initial: 'luminance' },
  'object-fit': { initial: 'fill' },
  'object-position': { initial: '50% 50%', compute: position },
}
