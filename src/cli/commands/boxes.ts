import { describeElement, ancestry } from '../../core/markup/describe.ts'
import type { PageElement } from '../../core/markup/tree.ts'
import { entriesFor, kindOf, placeOfEntry } from '../../core/cascade/entries.ts'
import type { PageStyles } from '../../core/cascade/cascade.ts'
import { idOfBox } from '../../core/boxes/box-style.ts'
import { measuresOf } from '../../core/boxes/measures.ts'
import { pxWords } from '../../core/boxes/row-words.ts'
import type { Pair } from '../../core/boxes/used-box.ts'
import { usedWidths } from '../../core/boxes/used-widths.ts'
import type { FolderSite } from '../read-site.ts'
import { matching } from '../matching.ts'

/** A box as the command writes it; px. Pairs are left and right. */
export interface WrittenBox {
  readonly page: string
  readonly index: number
  readonly path: string
  readonly known: boolean
  readonly width?: number
  readonly parts?: { readonly margin: Pair; readonly border: Pair; readonly padding: Pair; readonly content: number }
  readonly why?: string
  /** Where its width is written, where it is. */
  readonly from: { readonly width?: { readonly file: string; readonly line: number } }
}

/** An element as people point at it, with those around it. */
export const pathWords = (element: PageElement) => ancestry(element).map(describeElement).join(' > ')

/** The used widths of the boxes of pages, of all elements or of those that a selector finds. */
export function boxes(site: FolderSite, pages: readonly string[], selector: string | undefined): WrittenBox[] {
  return pages.flatMap((path) => {
    const page = site.model.page(path)
    const styles = site.model.stylesOf(path)
    const used = usedWidths(styles, measuresOf(site.model, path))
    const wanted = selector === undefined ? page.elements : matching(page, selector).elements
    return wanted.flatMap((element): WrittenBox[] => {
      const box = used[element.index]
      if (!box) return []
      const from = widthFrom(site, path, styles, element)
      const place = { page: path, index: element.index, path: pathWords(element), known: box.known }
      if (!box.known) return [{ ...place, why: box.why, from }]
      const { margin, border, padding, content, width } = box
      return [{ ...place, width, parts: { margin, border, padding, content }, from }]
    })
  })
}

function widthFrom(site: FolderSite, path: string, styles: PageStyles, element: PageElement): WrittenBox['from'] {
  const [entry] = entriesFor(styles.of(element), idOfBox('width'))
  if (!entry || kindOf(entry) === 'user-agent') return {}
  const { file, offset } = placeOfEntry(styles.cascade, entry, element)
  return { width: { file: file || path, line: site.place(file || path, offset).line } }
}

/** The boxes as lines of text. */
export function boxesText(found: readonly WrittenBox[]): string {
  return found
    .map(({ page, path, width, why, from }) => {
      const where = from.width ? `  ${from.width.file} line ${from.width.line}` : ''
      return `${page}  ${path}  ${width === undefined ? `not known: ${why}` : `${pxWords(width)} px`}${where}`
    })
    .join('\n')
}
