import { origin, position } from '../../values/position.ts'
import { computeTransform } from '../../values/transform.ts'
import { listOf } from '../computing/common.ts'
import { easing, iterationCount, scale, transitionProperty, willChange, zoom } from '../computing/motion.ts'
import type { Definition } from '../definition.ts'

/** Transforms, transitions and animations. */
export const MOTION: Readonly<Record<string, Definition>> = {
  'animation-composition': { initial: 'replace', shorthands: { animation: 8 }, onMarkers: true },
  'animation-delay': { initial: '0s', shorthands: { animation: 2 }, onMarkers: true },
  'animation-direction': { initial: 'normal', shorthands: { animation: 4 }, onMarkers: true },
  'animation-duration': { initial: '0s', notNegative: true, shorthands: { animation: 0 }, onMarkers: true },
  'animation-fill-mode': { initial: 'none', shorthands: { animation: 5 }, onMarkers: true },
  'animation-iteration-count': {
    initial: '1',
    compute: listOf(iterationCount),
    numbers: true,
    notNegative: true,
    shorthands: { animation: 3 },
    onMarkers: true,
  },
  'animation-name': { initial: 'none', names: true, shorthands: { animation: 7 }, onMarkers: true },
  'animation-play-state': { initial: 'running', shorthands: { animation: 6 }, onMarkers: true },
  'animation-timing-function': {
    initial: 'ease',
    compute: listOf(easing),
    numbers: true,
    shorthands: { animation: 1 },
    onMarkers: true,
  },
  'backface-visibility': { initial: 'visible' },
  'interpolate-size': { initial: 'numeric-only', inherited: true },
  perspective: { initial: 'none', notNegative: true },
  'perspective-origin': { initial: '50% 50%', compute: position, layout: 'percentage' },
  rotate: { initial: 'none' },
  scale: { initial: 'none', compute: scale, numbers: true },
  transform: { initial: 'none', compute: computeTransform, layout: 'percentage' },
  'transform-box': { initial: 'view-box' },
  'transform-origin': { initial: '50% 50%', compute: origin, layout: 'percentage' },
  'transform-style': { initial: 'flat' },
  'transition-behavior': { initial: 'normal', shorthands: { transition: 4 }, onMarkers: true },
  'transition-delay': { initial: '0s', shorthands: { transition: 3 }, onMarkers: true },
  'transition-duration': { initial: '0s', notNegative: true, shorthands: { transition: 1 }, onMarkers: true },
  'transition-property': {
    initial: 'all',
    compute: transitionProperty,
    names: true,
    shorthands: { transition: 0 },
    onMarkers: true,
  },
  'transition-timing-function': {
    initial: 'ease',
    compute: listOf(easing),
    numbers: true,
    shorthands: { transition: 2 },
    onMarkers: true,
  },
  translate: { initial: 'none' },
  'will-change': { initial: 'auto', compute: willChange, numbers: true, names: true, refuses: /^none$/i },
  zoom: { initial: '1', compute: zoom, numbers: true },
}
