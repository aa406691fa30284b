import { color } from '../computing/common.ts'
import { snapAlign } from '../computing/motion.ts'
import type { Definition } from '../definition.ts'
import { axisOf, side } from '../flow.ts'

/** What people do with boxes: scrolling, pointing, typing. */
export const INTERACTION: Readonly<Record<string, Definition>> = {
  '-webkit-tap-highlight-color': { initial: 'rgba(0, 0, 0, 0.18)', inherited: true, compute: color },
  appearance: {
    initial: 'none',
  },
  'caret-color': { initial: 'auto', inherited: true, compute: color, whenVisited: true },
  cursor: { initial: 'auto', inherited: true, onMarkers: true },
  'overflow-anchor': { initial: 'auto' },
  'overscroll-behavior-x': {
    initial: 'auto',
    shorthands: { 'overscroll-behavior': 0 },
    flow: axisOf('overscroll-behavior-*', 'x'),
  },
  'overscroll-behavior-y': {
    initial: 'auto',
    shorthands: { 'overscroll-behavior': 1 },
    flow: axisOf('overscroll-behavior-*', 'y'),
  },
  'pointer-events': { initial: 'auto', inherited: true },
  resize: { initial: 'none' },
  'scroll-behavior': { initial: 'auto' },
  'scroll-margin-bottom': {
    initial: '0px',
    shorthands: { 'scroll-margin': 2 },
    flow: side('scroll-margin-*', 'bottom'),
  },
  'scroll-margin-left': { initial: '0px', shorthands: { 'scroll-margin': 3 }, flow: side('scroll-margin-*', 'left') },
  'scroll-margin-right': { initial: '0px', shorthands: { 'scroll-margin': 1 }, flow: side('scroll-margin-*', 'right') },
  'scroll-margin-top': { initial: '0px', shorthands: { 'scroll-margin': 0 }, flow: side('scroll-margin-*', 'top') },
  'scroll-padding-bottom': {
    initial: 'auto',
    notNegative: true,
    shorthands: { 'scroll-padding': 2 },
    flow: side('scroll-padding-*', 'bottom'),
  },
  'scroll-padding-left': {
    initial: 'auto',
    notNegative: true,
    shorthands: { 'scroll-padding': 3 },
    flow: side('scroll-padding-*', 'left'),
  },
  'scroll-padding-right': {
    initial: 'auto',
    notNegative: true,
    shorthands: { 'scroll-padding': 1 },
    flow: side('scroll-padding-*', 'right'),
  },
  'scroll-padding-top': {
    initial: 'auto',
    notNegative: true,
    shorthands: { 'scroll-padding': 0 },
    flow: side('scroll-padding-*', 'top'),
  },
  'scroll-snap-align': { initial: 'none', compute: snapAlign },
  'scroll-snap-stop': { initial: 'normal' },
  'scroll-snap-type': { initial: 'none' },
  'scrollbar-color': { initial: 'auto', inherited: true },
  'scrollbar-gutter': { initial: 'auto' },
  'scrollbar-width': { initial: 'auto' },
  'touch-action': { initial: 'auto' },
  'user-select': { initial: 'auto', inherited: true },
}
