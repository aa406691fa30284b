import { generates } from '../../boxes/flex-parts.ts'
import { computed } from '../../boxes/box-style.ts'
import { isFloat, isolatesFloats, isOutOfFlow } from '../../boxes/kinds.ts'
import { selectorFor } from '../../boxes/measure.ts'
import type { PageStyles } from '../../cascade/cascade.ts'
import { planEdit } from '../../edit/decide.ts'
import { describeElement } from '../../markup/describe.ts'
import type { PageElement } from '../../markup/tree.ts'
import { idOf } from '../../properties/longhands.ts'
import { parseSheet } from '../../sheet/parse.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { floatsOf } from './may-share-line.ts'
import { isLaidOut } from './usual-widths.ts'

/** A box that holds nothing but floats, which do not make it any higher: its ground and its edges are not seen. */
export const floatUncleared: PageRule = {
  id: 'float-uncleared',
  severity: 'warning',
  prevents: 'reading',
  title: 'A box collapses around its floats',
  explanation:
    'Floats do not make the box around them any higher, so its background or border is not seen behind them. display: flow-root keeps them in.',
  alsoSeen: 'The box becomes as high as what floats in it, and what stands below it moves down.',
  scope: 'page',
  readsSheets: true,
  check: (page) => (isLaidOut(page) ? collapsed(page) : []),
  fix: ({ model }, found) => {
    const sheet = model.sheet(model.sheetPath) ?? parseSheet('')
    const selectors = [...new Set(found.map(({ about = '' }) => about))].filter((about) => about !== '')
    return joinChanges(
      selectors.map((selector) => ({
        ...NO_CHANGE,
        texts: [
          {
            doc: model.docOf(model.sheetPath),
            splices: planEdit(sheet, { selector, property: 'display', value: 'flow-root', scope: 'only' }),
          },
        ],
      })),
    )
  },
}

function collapsed(page: FitPage): Found[] {
  const { path, someStyles: styles } = page
  return [...new Set(floatsOf(page, styles).flatMap(({ parent }) => parent ?? []))]
    .filter((element) => element.place && collapses(styles, element))
    .map((element) => {
      const name = describeElement(element)
      const selector = selectorFor(element)
      return {
        file: path,
        from: element.place!.startTag.from,
        to: element.place!.startTag.to,
        fixable: selector !== null,
        about: selector ?? '',
        message: `${name} holds nothing but floats, so it is 0 px high inside and its ${whatIsLost(styles, element)} is not seen behind them.`,
      }
    })
}

const GROUND = { color: idOf('background-color'), picture: idOf('background-image') }
const CLEAR = 'rgba(0, 0, 0, 0)'

function whatIsLost(styles: PageStyles, element: PageElement): 'background' | 'border' | null {
  const style = styles.of(element)
  if (style.value(GROUND.color) !== CLEAR && style.value(GROUND.color) !== 'transparent') return 'background'
  if (style.value(GROUND.picture) !== 'none') return 'background'
  const sides = ['border-left-width', 'border-right-width', 'border-bottom-width'] as const
  return sides.some((side) => computed(style, side) !== '0px') ? 'border' : null
}

/** Whether an element has a ground or edges of its own, and nothing in it but floats that nothing clears. */
function collapses(styles: PageStyles, element: PageElement): boolean {
  // The ground of html and body fills the window whatever stands in them.
  if (element.texts.length > 0 || element.children.length === 0 || /^(?:html|body)$/.test(element.tag)) return false
  const style = styles.of(element)
  if (!/^(?:block|list-item)$/.test(computed(style, 'display')) || isolatesFloats(style)) return false
  if (computed(style, 'height') !== 'auto' || !/^(?:auto|0px)$/.test(computed(style, 'min-height'))) return false
  if (computed(style, 'padding-top') !== '0px' || computed(style, 'padding-bottom') !== '0px') return false
  if (whatIsLost(styles, element) === null) return false
  const inside = element.children.filter((child) => {
    const own = styles.of(child)
    return computed(own, 'display') !== 'none' && !isOutOfFlow(own)
  })
  return inside.length > 0 && inside.every((child) => isFloat(styles.of(child))) && !generates(styles, element)
}
