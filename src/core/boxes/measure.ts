import { describeElement } from '../markup/describe.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import type { PageElement } from '../markup/tree.ts'
import { escapeIdent } from '../css/ident.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { DESK } from '../values/media.ts'
import { computed } from './box-style.ts'
import { LANDMARKS } from './targets.ts'
import { fitRange, rowKey, type FitStretch } from './fit-range.ts'
import { rangeWords, rowSentence } from './row-words.ts'
import { outerWidth, type KnownBox } from './used-box.ts'
import type { Row, RowKind, RowMember } from './rows.ts'
import { WidthsOfPage } from './widths-of-page.ts'

/** A box on a measure line. */
export interface LineMember {
  readonly index: number
  readonly name: string
  /** A selector for boxes like it; null where it has neither id nor class. */
  readonly selector: string | null
  readonly box: KnownBox
  /** Whether `width` counts paddings and borders in (`box-sizing: border-box`). */
  readonly wholeWidth: boolean
  /** On which line it comes to stand, from 0. */
  readonly line: number
  /** Whether it is the box that is asked about. */
  readonly chosen: boolean
}

/** A box with those it shares a line with, in the room their container gives them. Px. */
export interface MeasureLine {
  readonly page: SitePath
  readonly container: string
  readonly containerSelector: string | null
  readonly room: number
  readonly sum: number
  readonly gap: number
  readonly holds: boolean
  /** What puts them into one line. */
  readonly kind: RowKind
  /** Whether it shares its line with others. */
  readonly isRow: boolean
  readonly members: readonly LineMember[]
  readonly says: string
}

/** What is known of a box that has no measure line, and on which page it was looked for; `page` is null where none has it. */
export interface NoLine {
  readonly page: SitePath | null
  readonly why: string
}

/** The first element that a selector finds and that has a box, on the page wanted if it is there. */
export function firstBox(site: SiteSnapshot, selector: string, wanted: SitePath | null) {
  const inOrder = site.pagePaths.toSorted(comparePages)
  const paths = wanted === null ? inOrder : [wanted, ...inOrder]
  for (const path of paths) {
    const element = reachOf(site.page(path), selector)[0]
    if (element) return { path, element }
  }
  return null
}

/** The measure line of the first box a selector finds, at a viewport width. */
export function measureLine(
  site: SiteSnapshot,
  selector: string,
  wanted: SitePath | null,
  width: number,
): MeasureLine | NoLine {
  const found = firstBox(site, selector, wanted)
  if (!found) return { page: null, why: 'No page has such a box.' }
  const { path, element } = found
  const { boxes, rows } = new WidthsOfPage(site, path).at(width)
  const row = rows.find(({ members }) => members.some(({ index }) => index === element.index))
  const styles = site.stylesOf(path, { width, height: DESK.height })
  if (row) return ofRow(path, styles, row, element)
  const box = boxes[element.index]
  if (!box) return { page: path, why: 'It stands in the line of the text, so it has no width of its own.' }
  if (!box.known) return { page: path, why: `Only a browser can tell how wide it is: ${box.why}.` }
  const around = containerOf(boxes, element)
  const room = around ? around.box.content : width
  const alone: RowMember = { index: element.index, box, outer: outerWidth(box), line: 0 }
  const single: Row = {
    container: around?.element.index ?? 0,
    kind: 'floats',
    members: [alone],
    room,
    sum: alone.outer,
    gap: 0,
    holds: alone.outer <= room + 1 / 32,
    wraps: false,
  }
  return ofRow(path, styles, single, element)
}

function containerOf(boxes: ReturnType<WidthsOfPage['at']>['boxes'], element: PageElement) {
  for (let at = element.parent; at; at = at.parent) {
    const box = boxes[at.index]
    if (box?.known) return { element: at, box }
  }
  return null
}

/** A row as a measure line; one of its boxes may be the one that is asked about. */
export function ofRow(path: SitePath, styles: PageStyles, row: Row, chosen: PageElement | null): MeasureLine {
  const { page } = styles
  return {
    page: path,
    container: describeElement(page.elements[row.container]!),
    containerSelector: selectorFor(page.elements[row.container]!),
    room: row.room,
    sum: row.sum,
    gap: row.gap,
    holds: row.holds,
    kind: row.kind,
    isRow: row.members.length > 1,
    members: row.members.map(({ index, box, line }) => ({
      index,
      name: describeElement(page.elements[index]!),
      selector: selectorFor(page.elements[index]!),
      box,
      wholeWidth: computed(styles.at(index), 'box-sizing') === 'border-box',
      line,
      chosen: index === chosen?.index,
    })),
    says: rowSentence(page, row),
  }
}

/** `#id`, else `.class`; null for an element that has neither. */
export function selectorFor({ id, classes }: PageElement): string | null {
  if (id !== '') return `#${escapeIdent(id)}`
  return classes[0] ? `.${escapeIdent(classes[0])}` : null
}

/** A selector for an element, or for the nearest around it that has an id, a class or a type of its own meaning. */
export function nearestSelector(element: PageElement): string {
  for (let at: PageElement | null = element; at; at = at.parent) {
    const own = selectorFor(at)
    if (own !== null) return own
    if (LANDMARKS.includes(at.tag)) return at.tag
  }
  return 'body'
}

/** Where the row of the first box that a selector finds holds. Null where it shares its line with none. */
export function fitRangeOf(
  site: SiteSnapshot,
  selector: string,
  wanted: SitePath | null,
  width: number,
): { readonly stretches: readonly FitStretch[]; readonly says: string } | null {
  const found = firstBox(site, selector, wanted)
  if (!found) return null
  const widths = new WidthsOfPage(site, found.path)
  const row = widths.at(width).rows.find(({ members }) => members.some(({ index }) => index === found.element.index))
  if (!row) return null
  const stretches = fitRange(widths, rowKey(row))
  return { stretches, says: `The row ${rangeWords(stretches)}.` }
}
