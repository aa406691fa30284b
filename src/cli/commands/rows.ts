import { fitRange, rowKey, type FitStretch } from '../../core/boxes/fit-range.ts'
import { rangeWords, rowSentence } from '../../core/boxes/row-words.ts'
import type { Row, RowKind } from '../../core/boxes/rows.ts'
import type { Pair } from '../../core/boxes/used-box.ts'
import { WidthsOfPage } from '../../core/boxes/widths-of-page.ts'
import type { Viewport } from '../../core/values/media.ts'
import type { FolderSite } from '../read-site.ts'
import { pathWords } from './boxes.ts'

/** A row as the command writes it; px. */
export interface WrittenRow {
  readonly page: string
  readonly container: { readonly index: number; readonly path: string }
  readonly kind: RowKind
  readonly room: number
  readonly sum: number
  /** What is left, or missing where it is negative. */
  readonly left: number
  readonly gap: number
  readonly holds: boolean
  readonly members: readonly {
    readonly index: number
    readonly path: string
    readonly outer: number
    readonly line: number
    readonly parts: { readonly margin: Pair; readonly border: Pair; readonly padding: Pair; readonly content: number }
  }[]
  readonly range: readonly FitStretch[]
  readonly says: string
}

/** Every row of pages whose widths are known, at a viewport, and over which widths it holds. */
export function rows(site: FolderSite, pages: readonly string[], viewport: Viewport): WrittenRow[] {
  return pages.flatMap((path) => {
    const widths = new WidthsOfPage(site.model, path, viewport.height)
    const found = widths.at(viewport.width).rows
    widths.lookAt(found.map(rowKey))
    return found.map((row) => written(site, path, row, fitRange(widths, rowKey(row))))
  })
}

function written(site: FolderSite, path: string, row: Row, range: readonly FitStretch[]): WrittenRow {
  const page = site.model.page(path)
  const element = (index: number) => ({ index, path: pathWords(page.elements[index]!) })
  const { kind, room, sum, gap, holds } = row
  return {
    page: path,
    container: element(row.container),
    kind,
    room,
    sum,
    left: room - sum,
    gap,
    holds,
    members: row.members.map(({ index, outer, line, box: { margin, border, padding, content } }) => ({
      ...element(index),
      outer,
      line,
      parts: { margin, border, padding, content },
    })),
    range,
    says: `${rowSentence(page, row)} The row ${rangeWords(range)}.`,
  }
}

/** The rows as lines of text. */
export function rowsText(found: readonly WrittenRow[]): string {
  if (found.length === 0) return 'No page has a row whose widths can be told without a browser.'
  return found.map(({ page, container, says }) => `${page}  ${container.path}\n  ${says}`).join('\n')
}
