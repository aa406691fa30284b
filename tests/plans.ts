import fc from 'fast-check'
import { equalColumns, NO_VALUES, type PlanBox, type Setting } from '../src/core/plan/plan.ts'

/** Made-up plans: boxes in boxes, set in every way, with sizes in every unit. */

const length = fc.constantFrom('', '120px', '200px', '25%', '50%', '12em', '20vw', '300px')
const height = fc.constantFrom('', '80px', '15vh', '70vh', '6em', '120px', '0')
const edge = fc.constantFrom('', '0', '10px', '1em', '5px 20px', '10px 0 30px 4px')
const margin = fc.constantFrom('', '0', '10px', '0 auto', '20px 0 5px', '-4px')
const gap = fc.constantFrom('', '10px', '1em', '4px 30px')
const setting = fc.constantFrom<Setting>('stacked', 'row', 'columns', 'floats')

interface Shape {
  readonly values: PlanBox['values']
  readonly setting: Setting
  readonly items: readonly Shape[]
}

const values = fc
  .record({ width: length, height, padding: edge, margin, gap })
  .map((each) => ({ ...NO_VALUES, ...each, 'background-color': '#dde' }))

const { shape } = fc.letrec<{ shape: Shape }>((tie) => ({
  shape: fc.record({
    values,
    setting,
    items: fc.oneof(
      { maxDepth: 2, depthSize: 'small' },
      fc.constant([]),
      fc.array(tie('shape'), { minLength: 1, maxLength: 3 }),
    ),
  }),
}))

/** Gives the boxes of a shape names of their own. */
function named(shapes: readonly Shape[], path = 'b'): PlanBox[] {
  return shapes.map(({ values: own, setting: how, items }, at) => ({
    key: `${path}${at}`,
    element: 'div',
    by: 'class',
    name: `${path}${at}`,
    // A gap is said where boxes stand beside each other, and a setting where there are boxes.
    values: how === 'row' || how === 'columns' ? own : { ...own, gap: '' },
    setting: items.length === 0 && how === 'floats' ? 'stacked' : how,
    columns: how === 'columns' ? equalColumns(Math.max(1, items.length)) : '',
    items: named(items, `${path}${at}-`),
    from: null,
  }))
}

/** A few boxes with boxes in them, no two of one name. */
export const plan = fc.array(shape, { minLength: 1, maxLength: 3 }).map((shapes) => named(shapes))
