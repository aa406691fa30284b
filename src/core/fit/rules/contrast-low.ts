import { entriesFor, kindOf, placeOfEntry } from '../../cascade/entries.ts'
import type { ElementStyle } from '../../cascade/style.ts'
import { lowOnPage, type LowPair } from '../../contrast/low.ts'
import { describeElement } from '../../markup/describe.ts'
import { idOf } from '../../properties/longhands.ts'
import type { LinkCondition } from '../../states/links.ts'
import { placeOf } from '../../text/place.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'

/** Text that is hard to read on what it stands on (WCAG 2.2, 1.4.3). */
export const contrastLow: PageRule = {
  id: 'contrast-low',
  severity: 'warning',
  prevents: 'reading',
  title: 'Too little contrast to read',
  explanation:
    'WCAG 2.2, level AA, wants 4.5 : 1 between text and its ground, 3 : 1 for large text. Colour › Contrast offers the nearest colours that pass.',
  scope: 'page',
  readsSheets: true,
  check: (page) => {
    return lowOnPage(page.site.model, page.path, 'text').flatMap((low) => {
      const decider = deciderOf(page, low)
      // What the browser alone decides, on its own ground, is nobody's sheet.
      return decider === null && low.seen.background === CANVAS ? [] : lowFound(page, low, decider)
    })
  },
}

const CANVAS = '#ffffff'
const COLOR = idOf('color')

export const IN_STATE: Readonly<Record<LinkCondition, string>> = {
  none: '',
  visited: ' once visited',
  hover: ' under the pointer',
  focus: ' when reached by keyboard',
  active: ' while pressed',
}

function lowFound({ path }: FitPage, { element, count, state, seen, ratio }: LowPair, decider: string | null): Found[] {
  const tag = element.place?.startTag
  if (!tag) return []
  const colors = `${seen.text} on ${seen.background}`
  const set = decider === null ? '' : `, set by ${decider}`
  const numbers = `${(Math.floor(ratio * 100) / 100).toFixed(2)} : 1; ${seen.needs} is the least`
  return [
    {
      ...{ file: path, from: tag.from, to: tag.to },
      message: `${describeElement(element)}${alike(count)} ${colors}${IN_STATE[state]}${set}: ${numbers}.`,
      cause: `Text is ${colors}${IN_STATE[state]}${set}: ${numbers}.`,
    },
  ]
}

/** " is", or how many more of a page are. */
export const alike = (count: number) => (count === 1 ? ' is' : ` and ${count - 1} more are`)

/** The rule that gives a text its colour, with its place; null where the browser does. */
export function deciderOf(page: FitPage, { style, element }: Pick<LowPair, 'style' | 'element'>): string | null {
  const { model } = page.site
  let at: ElementStyle | null = style
  let holder: LowPair['element'] | null = element
  for (; at && holder; at = at.parent, holder = holder.parent) {
    const winner = entriesFor(at, COLOR)[0]
    if (!winner) continue
    const kind = kindOf(winner)
    if (kind === 'user-agent') return null
    const { file, offset } = placeOfEntry(page.someStyles.cascade, winner, holder)
    if (typeof winner.owner === 'string') return kind === 'inline' ? 'a style attribute' : 'an attribute of the page'
    const where = file === '' || file === page.path ? 'the page’s own style' : file
    return `${winner.owner.selectorText} (${where}, line ${placeOf(model.text(file || page.path), offset).line})`
  }
  return null
}
