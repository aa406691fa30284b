import { planEdit } from '../edit/decide.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { parseSheet } from '../sheet/parse.ts'
import { diffTexts } from '../text/splice.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { measureLine, type LineMember, type MeasureLine } from './measure.ts'
import { pxWords } from './row-words.ts'
import { WidthsOfPage } from './widths-of-page.ts'

/** A change of the sheet that makes a row hold. */
export interface Cure {
  readonly label: string
  /** What it does here, and to other pages. */
  readonly says: string
  readonly splices: readonly Splice[]
}

interface Setting {
  readonly selector: string
  readonly property: string
  readonly value: string
}

/** Other pages are looked at up to this many: of more it is said that there are more. */
const PAGES = 40

/** What makes the row of a box hold at a viewport width, each tried out; none where it holds, or where nothing does. */
export function curesFor(site: SiteSnapshot, selector: string, wanted: SitePath | null, width: number): Cure[] {
  const line = measureLine(site, selector, wanted, width)
  if ('why' in line || line.holds || !line.isRow) return []
  return candidates(line).flatMap(({ label, settings }) => {
    const before = site.text(site.sheetPath)
    const text = settings.reduce(set, before)
    const after = site.withText(site.sheetPath, text)
    const then = measureLine(after, selector, line.page, width)
    if ('why' in then || !(then.holds || (label === WRAP && !then.isRow))) return []
    const says = `${then.says} ${elsewhere(site, after, line.page, settings, width)}`
    return [{ label, says, splices: diffTexts(before, text) }]
  })
}

function set(text: string, { selector, property, value }: Setting): string {
  return applySplices(text, planEdit(parseSheet(text), { selector, property, value }))
}

const WRAP = 'Let the row wrap'

/** What might help. Whether it does is tried. */
function candidates(line: MeasureLine): { readonly label: string; readonly settings: readonly Setting[] }[] {
  const named = line.members.flatMap((member) =>
    member.selector === null ? [] : [{ ...member, selector: member.selector }],
  )
  const own = [...new Map(named.map((member) => [member.selector, member])).values()]
  if (own.length < line.members.length) return []
  const widest = own.reduce((a, b) => (b.box.width > a.box.width ? b : a))
  const over = line.sum - line.room
  const wholes = own.map(({ selector }) => ({ selector, property: 'box-sizing', value: 'border-box' }))
  const container = line.containerSelector
  return [
    {
      label: `Take ${pxWords(Math.ceil(over))} px from ${widest.name}`,
      settings: [{ selector: widest.selector, property: 'width', value: `${Math.floor(widthOf(widest) - over)}px` }],
    },
    { label: 'Count paddings and borders into the widths', settings: wholes },
    {
      label: 'Give each its share in %',
      settings: [
        ...wholes,
        ...own.map((member) => ({ selector: member.selector, property: 'width', value: shareOf(member, line) })),
      ],
    },
    ...(container === null
      ? []
      : [
          {
            label: 'Make it a flex row, which shrinks its boxes',
            settings: [{ selector: container, property: 'display', value: 'flex' }],
          },
          { label: WRAP, settings: [{ selector: container, property: 'flex-wrap', value: 'wrap' }] },
        ]),
  ]
}

const widthOf = ({ box, wholeWidth }: LineMember) => (wholeWidth ? box.width : box.content)

function shareOf({ box }: LineMember, { sum }: MeasureLine): string {
  return `${Math.floor((box.width / sum) * 10_000) / 100}%`
}

/** What becomes of rows on the other pages that have boxes of these selectors. */
function elsewhere(
  before: SiteSnapshot,
  after: SiteSnapshot,
  here: SitePath,
  settings: readonly Setting[],
  width: number,
): string {
  const selectors = [...new Set(settings.map(({ selector }) => selector))]
  const has = (path: SitePath) => selectors.some((selector) => reachOf(before.page(path), selector).length > 0)
  const others = before.pagePaths.filter((path) => path !== here && has(path))
  if (others.length === 0) return 'No other page has these boxes.'
  const broken = (site: SiteSnapshot, path: SitePath) =>
    new WidthsOfPage(site, path).at(width).rows.filter(({ holds }) => !holds).length
  const looked = others.slice(0, PAGES)
  const worse = looked.filter((path) => broken(after, path) > broken(before, path))
  const better = looked.filter((path) => broken(after, path) < broken(before, path))
  const pages = others.length === 1 ? '1 other page has' : `${others.length} other pages have`
  const told = [
    ...(worse.length > 0 ? [`breaks a row on ${worse.slice(0, 3).join(', ')}`] : []),
    ...(better.length > 0 ? [`mends one on ${better.length === 1 ? better[0] : `${better.length} of them`}`] : []),
  ]
  const most = others.length > PAGES ? ` (the first ${PAGES} were looked at)` : ''
  return `${pages} these boxes${told.length === 0 ? ': no row breaks there' : `: it ${told.join(' and ')}`}${most}.`
}
