import { fitRange, rowKey, type FitStretch } from '../boxes/fit-range.ts'
import { pictureSizes } from '../boxes/pictures.ts'
import { ofRow, type MeasureLine } from '../boxes/measure.ts'
import { rangeWords } from '../boxes/row-words.ts'
import type { Row } from '../boxes/rows.ts'
import { uprightOf } from '../boxes/used-heights.ts'
import { WidthsOfPage } from '../boxes/widths-of-page.ts'
import { firstByTag, type Page } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { DESK } from '../values/media.ts'
import { drawPlan, type Drawn, type Ground } from './drawing.ts'
import { changeOf, pagesWith, type Outcome, type PlannedPage } from './pages-with-plan.ts'
import type { PlanAsk } from './plan-ask.ts'
import { nestingFaults, planFaults, type PlanNote } from './plan-faults.ts'
import { notesAfter, notesBefore } from './plan-notes.ts'
import { allBoxes } from './plan.ts'
import type { Written } from './write-plan.ts'

/** A row of the plan, measured. */
export interface PlannedRow {
  /** The box that holds it. */
  readonly key: string
  readonly line: MeasureLine
}

/** Over which viewport widths a row of a plan holds. */
export interface PlannedRange {
  readonly key: string
  readonly stretches: readonly FitStretch[]
  readonly says: string
}

/** What a plan comes to before it is made. */
export interface PlanView {
  readonly notes: readonly PlanNote[]
  readonly pages: readonly PlannedPage[]
  readonly drawn: readonly Drawn[]
  /** The width the plan has for itself, px. */
  readonly room: number
  readonly rows: readonly PlannedRow[]
  /** What makes it so; nothing while a note stops it. */
  readonly change: SiteChange
}

/** A plan on the page it is drawn for. */
interface Planned {
  readonly after: SiteSnapshot
  readonly path: SitePath
  readonly ground: Ground
  readonly change: SiteChange
}

/** What a plan would come to: its drawing, what is to be known before, and the change that makes it. */
export function planView(site: SiteSnapshot, ask: PlanAsk): PlanView {
  const outcomes = pagesWith(site, ask)
  const reached = outcomes.flatMap(({ page, why }) => (why === '' ? [page] : []))
  const before = [...planFaults(ask.items), ...nestingFaults(ask.items), ...notesBefore(site, ask, reached)]
  const pages = outcomes.map(({ page, why }) => ({ page, why }))
  const planned = plannedOn(site, ask, outcomes)
  if (!planned) {
    const { why } = outcomes[0]!
    const here: PlanNote[] = why === '' ? [] : [{ stops: true, key: null, says: why }]
    return { notes: [...here, ...before], pages, drawn: [], room: ask.width, rows: [], change: NO_CHANGE }
  }
  const { after, path, ground, change } = planned
  const page = after.page(path)
  return {
    notes: [...before, ...notesAfter(after, ask.items, path, ground)],
    pages,
    ...drawPlan(ground, ask.items, holderOf(page, ask, ground)),
    rows: rowsOfPlan(ground).map(({ key, row }) => ({ key, line: ofRow(path, ground.styles, row, null) })),
    change: before.some((note) => note.stops) ? NO_CHANGE : change,
  }
}

/** Over which viewport widths the rows of a plan hold, by the box that holds each. */
export function planRanges(site: SiteSnapshot, ask: PlanAsk): PlannedRange[] {
  const planned = plannedOn(site, ask, pagesWith(site, ask))
  if (!planned) return []
  const widths = new WidthsOfPage(planned.after, planned.path)
  const rows = rowsOfPlan(planned.ground)
  widths.lookAt(rows.map(({ row }) => rowKey(row)))
  return rows.map(({ key, row }) => {
    const stretches = fitRange(widths, rowKey(row))
    return { key, stretches, says: `The row ${rangeWords(stretches)}.` }
  })
}

function plannedOn(site: SiteSnapshot, ask: PlanAsk, outcomes: readonly Outcome[]): Planned | null {
  const { page: path, written } = outcomes[0]!
  if (!written) return null
  const change = changeOf(site, ask, outcomes)
  const after = site.after(change)
  return { after, path, change, ground: groundOf(after, path, written, ask.width) }
}

function groundOf(after: SiteSnapshot, path: SitePath, written: Written, width: number): Ground {
  const styles = after.stylesOf(path, { width, height: DESK.height })
  const { boxes, rows } = new WidthsOfPage(after, path).at(width)
  const byStart = new Map(styles.page.elements.flatMap(({ place, index }) => (place ? [[place.from, index]] : [])))
  const indexOf = new Map<string, number>()
  for (const [key, at] of written.starts) if (byStart.has(at)) indexOf.set(key, byStart.get(at)!)
  return { styles, boxes, rows, indexOf, ...uprightOf(styles, boxes, pictureSizes(after, path)) }
}

/** The element that the plan's outermost boxes lie in. */
function holderOf(page: Page, { items }: PlanAsk, { indexOf }: Ground): number {
  const first = allBoxes(items)[0]
  const element = first && page.elements[indexOf.get(first.key) ?? -1]
  return element?.parent?.index ?? firstByTag(page, 'body')?.index ?? 0
}

function rowsOfPlan({ rows, indexOf }: Ground): { readonly key: string; readonly row: Row }[] {
  const keys = new Map([...indexOf].map(([key, index]) => [index, key]))
  return rows.flatMap((row) => {
    const key = keys.get(row.container)
    return key === undefined ? [] : [{ key, row }]
  })
}
