import { pair } from '../computing/common.ts'
import { content, counters, listStyleType, quotes } from '../computing/text.ts'
import type { Definition } from '../definition.ts'

/** Tables, lists and generated content. */
export const TABLES_AND_LISTS: Readonly<Record<string, Definition>> = {
  'border-collapse': { initial: 'separate', inherited: true },
  'border-spacing': { initial: '0px', inherited: true, compute: pair, quirk: 'unitless' },
  'caption-side': { initial: 'top', inherited: true },
  content: { initial: 'normal', compute: content, onMarkers: true },
  'counter-increment': { initial: 'none', compute: counters(1), numbers: true, names: true },
  'counter-reset': { initial: 'none', compute: counters(0), numbers: true, names: true },
  'counter-set': { initial: 'none', compute: counters(0), numbers: true, names: true },
  'empty-cells': { initial: 'show', inherited: true },
  'list-style-image': { initial: 'none', inherited: true, shorthands: { 'list-style': 1 } },
  'list-style-position': { initial: 'outside', inherited: true, shorthands: { 'list-style': 0 } },
  'list-style-type': {
    initial: 'disc',
    inherited: true,
    compute: listStyleType,
    names: true,
    shorthands: { 'list-style': 2 },
  },
  quotes: { initial: 'auto', inherited: true, compute: quotes, onMarkers: true },
  'table-layout': { initial: 'auto' },
}
