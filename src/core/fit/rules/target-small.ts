import { computed } from '../../boxes/box-style.ts'
import type { PageStyles } from '../../cascade/cascade.ts'
import { holdersOf } from '../../contrast/holders.ts'
import { TARGET_LEAST } from '../../links/targets.ts'
import { describeElement } from '../../markup/describe.ts'
import { isLink } from '../../markup/hyperlink.ts'
import type { PageElement } from '../../markup/tree.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { finderOf } from './named.ts'

/** Links and buttons that are told to be smaller than a fingertip needs. */
export const targetSmall: PageRule = {
  id: 'target-small',
  severity: 'note',
  prevents: 'reading',
  title: 'Small targets',
  explanation:
    'WCAG 2.2 wants what is pressed to be at least 24 × 24 px, or so far from others that a circle of 24 px around each touches no other. Links in a sentence are excepted. Links › States measures those on the page that is open.',
  scope: 'page',
  readsSheets: true,
  check: (page) =>
    sized(page.site.model, page.page)
      .filter(isTarget)
      .flatMap((element) => small(page, element)),
}

const sized = finderOf(({ property }) => /^(?:max-)?(?:width|height|inline-size|block-size)$/.test(property))

const isTarget = (element: PageElement) =>
  (isLink(element) || element.tag === 'button') && element.place !== null && !element.attributes.has('disabled')

function small(page: FitPage, element: PageElement): Found[] {
  const { path, someStyles: styles } = page
  if (computed(styles.of(element), 'display') === 'inline' || holdersOf(page.page).besideText.includes(element))
    return []
  const [width, height] = [outer(styles, element, 'width'), outer(styles, element, 'height')]
  const least = [width, height].filter((size) => size !== null && size > 0 && size < TARGET_LEAST)
  if (least.length === 0) return []
  const size =
    width !== null && height !== null
      ? `${width} × ${height} px`
      : width === null
        ? `${height} px high`
        : `${width} px wide`
  const { from, to } = element.place!.startTag
  return [
    {
      ...{ file: path, from, to },
      message: `${describeElement(element)} is ${size}, smaller than 24 × 24 px.`,
      cause: `A target is ${size}.`,
    },
  ]
}

const EDGES = {
  width: ['padding-left', 'padding-right', 'border-left-width', 'border-right-width'],
  height: ['padding-top', 'padding-bottom', 'border-top-width', 'border-bottom-width'],
} as const

/** A side of a box from edge to edge, px, where it is told; null where content or room decides it. */
function outer(styles: PageStyles, element: PageElement, side: 'width' | 'height'): number | null {
  const style = styles.of(element)
  if (computed(style, 'display') === 'none') return null
  const told = /^[\d.]+px$/.exec(computed(style, side))
  if (!told || /flex|grid/.test(element.parent ? computed(styles.of(element.parent), 'display') : '')) return null
  const least = parseFloat(computed(style, `min-${side}`)) || 0
  const own = Math.max(least, parseFloat(told[0]))
  if (computed(style, 'box-sizing') === 'border-box') return own
  const edges = EDGES[side].map((name) => parseFloat(computed(style, name)))
  return edges.some(Number.isNaN) ? null : own + edges.reduce((sum, each) => sum + each, 0)
}
