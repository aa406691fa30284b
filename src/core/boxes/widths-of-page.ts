import type { PageStyles } from '../cascade/cascade.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'
import { mediaMatches } from '../values/media.ts'
import { measuresOf, type Measures } from './measures.ts'
import { rowGroupsIn, rowsOf, type Row, type RowGroup } from './rows.ts'
import { besideFloats } from './float-sides.ts'
import type { UsedBox } from './used-box.ts'
import { NARROWEST, WIDEST } from './widths.ts'
import { layOut, type PagePart } from './used-widths.ts'

/** A page laid out at one viewport width. */
export interface LaidOut {
  readonly boxes: readonly (UsedBox | null)[]
  readonly rows: readonly Row[]
}

/** Viewport widths between which all media queries of a page say the same; both ends belong to it. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/** What holds at every width of a stretch: which boxes share a line, and what must be laid out to tell how they stand. */
interface Grounds extends PagePart {
  readonly groups: readonly RowGroup[]
}

/** The boxes and rows of a page at any viewport width. Each is worked out once. */
export class WidthsOfPage {
  private readonly known = new Map<number, LaidOut>()
  private readonly parts = new Map<number, LaidOut>()
  private readonly beside = new Map<Stretch, readonly boolean[]>()
  private readonly grounds = new Map<Stretch, Grounds>()
  private looked = new Set<string>()
  private readonly measures: Measures
  /** Where styles hang on the viewport's width beside media queries. */
  private readonly followsViewport: boolean
  readonly stretches: readonly Stretch[]

  constructor(
    private readonly site: SiteSnapshot,
    private readonly path: SitePath,
    private readonly height = 800,
  ) {
    const asked = [askedIn(site.text(path)), ...site.wornSheets.map(({ sheet }) => askedBySheet(sheet))]
    this.measures = measuresOf(site, path)
    this.followsViewport = asked.some((each) => each.followsViewport)
    this.stretches = stretchesOf(
      asked.flatMap(({ media }) => media),
      height,
    )
  }

  /** At a width, px. */
  at(width: number): LaidOut {
    let found = this.known.get(width)
    if (!found) this.known.set(width, (found = this.layOut(width)))
    return found
  }

  /** From now on {@link rowsAt} tells of these rows, by their keys, and of those it told of before. */
  lookAt(keys: readonly string[]): void {
    if (keys.every((key) => this.looked.has(key))) return
    this.looked = new Set([...this.looked, ...keys])
    this.parts.clear()
    this.grounds.clear()
  }

  /** The rows that are looked at, with those boxes alone that they hang on: all others are null. */
  rowsAt(width: number): LaidOut {
    let found = this.parts.get(width)
    if (!found) this.parts.set(width, (found = this.layOutPart(width)))
    return found
  }

  private layOut(width: number): LaidOut {
    const styles = this.stylesAt(width)
    const boxes = layOut(styles, this.measures, width)
    return { boxes, rows: rowsOf(styles, boxes, undefined, this.measures) }
  }

  private layOutPart(width: number): LaidOut {
    const stretch = this.stretchOf(width)
    if (!stretch) return this.layOut(width)
    const grounds = this.grounds.get(stretch) ?? this.groundsOf(stretch)
    this.grounds.set(stretch, grounds)
    const styles = this.stylesAt(width)
    const boxes = layOut(styles, this.measures, width, grounds)
    return { boxes, rows: rowsOf(styles, boxes, grounds.groups, this.measures) }
  }

  private besideAt(stretch: Stretch, styles: PageStyles): readonly boolean[] {
    const beside = this.beside.get(stretch) ?? besideFloats(styles)
    this.beside.set(stretch, beside)
    return beside
  }

  private groundsOf(stretch: Stretch): Grounds {
    const styles = this.stylesAt(stretch.from)
    const containers = new Set([...this.looked].map((key) => Number.parseInt(key, 10)))
    const groups = [...containers]
      .flatMap((index) => rowGroupsIn(styles, styles.page.elements[index]!))
      .filter(({ container, members }) => this.looked.has(`${container.index} ${members[0]!.index}`))
    const wanted = new Set<PageElement>()
    for (const { container, members } of groups)
      for (const member of [container, ...members]) addWithParents(member, wanted)
    return { groups, beside: this.besideAt(stretch, styles), elements: [...wanted].sort((a, b) => a.index - b.index) }
  }

  private stretchOf(width: number): Stretch | undefined {
    return this.stretches.find(({ from, to }) => from <= width && width <= to)
  }

  private stylesAt(width: number): PageStyles {
    const styledAt = this.followsViewport ? width : (this.stretchOf(width)?.from ?? width)
    return this.site.stylesOf(this.path, { width: styledAt, height: this.height })
  }
}

function addWithParents(element: PageElement, to: Set<PageElement>): void {
  for (let at: PageElement | null = element; at && !to.has(at); at = at.parent) to.add(at)
}

/** What a text asks the viewport: every media query list in it, and whether it has lengths of the viewport. */
interface Asked {
  readonly media: readonly string[]
  readonly followsViewport: boolean
}

function askedIn(text: string): Asked {
  return {
    media: mediaIn(text),
    followsViewport: /\d(?:[sld]?v(?:w|h|min|max|i|b)|cq(?:w|i|min|max))\b/i.test(text),
  }
}

// The same sheets are worn by every page.
const askedBySheet = memo((sheet: Sheet) => askedIn(sheet.text))

/** Every media query list a text may hold; some that are none do no harm. */
function mediaIn(text: string): string[] {
  const found = [
    ...text.matchAll(/@media([^{;]+)[{;]|@import[^;"']*(?:"[^"]*"|'[^']*')?\)?([^;]*);|\bmedia\s*=\s*["']?([^"'>]+)/gi),
  ]
  return found.map(([, rule, imported, attribute]) => (rule ?? imported ?? attribute ?? '').trim())
}

const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  pt: 96 / 72,
  in: 96,
  cm: 96 / 2.54,
  mm: 9.6 / 2.54,
  pc: 16,
}

/** Whole widths at which a query may change its answer: the numbers it names, and the two beside each. */
function turnsOf(query: string, height: number): number[] {
  const lengths = [...query.matchAll(/(?<![\d.])([\d.]+)(px|em|rem|pt|in|cm|mm|pc)\b/gi)].map(
    ([, number, unit]) => Number(number) * PX[unit!.toLowerCase()]!,
  )
  const ratios = [...query.matchAll(/(?<![\d.])([\d.]+)\s*\/\s*([\d.]+)/g)].map(
    ([, a, b]) => (height * Number(a)) / Number(b),
  )
  const turns = [...lengths, ...ratios, ...(/orientation|ratio/i.test(query) ? [height] : [])]
  return turns.flatMap((turn) => [Math.floor(turn), Math.floor(turn) + 1])
}

/** The stretches in which all queries keep their answers, narrowest first. */
export function stretchesOf(queries: readonly string[], height: number): Stretch[] {
  const turns = [...new Set(queries)].flatMap((query) => changesOf(query, height))
  const starts = [...new Set([NARROWEST, ...turns])].sort((a, b) => a - b)
  return starts.map((from, at) => ({ from, to: (starts[at + 1] ?? WIDEST + 1) - 1 }))
}

/** The widths from which on a query answers otherwise than below. */
function changesOf(query: string, height: number): number[] {
  const turns = turnsOf(query, height).filter((turn) => turn > NARROWEST && turn <= WIDEST)
  const answer = (width: number) => mediaMatches(query, { width, height })
  let before = answer(NARROWEST)
  return turns
    .sort((a, b) => a - b)
    .filter((turn) => {
      const [was, is] = [before, answer(turn)]
      before = is
      return was !== is
    })
}
