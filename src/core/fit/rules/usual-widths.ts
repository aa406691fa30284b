import { elementsNamed, type Page } from '../../markup/tree.ts'
import type { FitPage } from '../fit-site.ts'
import { DESK } from '../../values/media.ts'

/** Widths that sites are looked at, px (common practice): desk, tablet upright, phone. */
const USUAL = [DESK.width, 768, 360] as const

/**
 * The usual widths at which a page is laid out. A page that does not say it fits phones is laid out by them as on a desk and made small.
 */
export function usualWidths(page: Page): readonly number[] {
  return fitsPhones(page) ? USUAL : USUAL.slice(0, 1)
}

/** Whether a page says that phones lay it out at their own width. */
export function fitsPhones(page: Page): boolean {
  return elementsNamed(page, 'meta').some(
    ({ attributes }) =>
      attributes.get('name')?.trim().toLowerCase() === 'viewport' &&
      /width\s*=\s*device-width/i.test(attributes.get('content') ?? ''),
  )
}

/**
 * Whether a page's layout is to be looked at: one that the site's sheet does not reach has a graver fault, and its boxes stand as they do
 * because of it.
 */
export function isLaidOut({ site: { model }, wear }: FitPage): boolean {
  return wear.wears || model.sheet(model.sheetPath) === null
}
