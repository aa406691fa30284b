import { idOf } from '../properties/longhands.ts'
import { SIDES } from '../values/sides.ts'

/** What a link's look is made of: what samples show, and what links are told apart by. */
export const LOOK: readonly string[] = [
  'color',
  'background-color',
  'background-image',
  'text-decoration-line',
  'text-decoration-color',
  'text-decoration-style',
  'text-decoration-thickness',
  'font-weight',
  'font-style',
  'text-transform',
  'letter-spacing',
  'opacity',
  'box-shadow',
  'text-shadow',
  'outline-style',
  'outline-width',
  'outline-color',
  'outline-offset',
  ...SIDES.flatMap((side) => ['style', 'width', 'color'].map((part) => `border-${side}-${part}`)),
  ...['top-left', 'top-right', 'bottom-left', 'bottom-right'].map((corner) => `border-${corner}-radius`),
  ...SIDES.map((side) => `padding-${side}`),
]

const IDS = new Set(LOOK.map(idOf))

/** Whether a longhand is a part of a link's look. */
export const isLook = (id: number): boolean => IDS.has(id)
