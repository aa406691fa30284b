import type { WearReport } from './wear.ts'
import { insertLine } from '../markup/insert-line.ts'
import { lineEndOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { escapeAttribute, removeAttribute, setAttribute } from '../markup/attributes.ts'
import { firstByTag, type Page, type PageElement } from '../markup/tree.ts'

/**
 * The splices that make a page wear the sheet: the faulty link mended in place, or a new one written into the head.
 * Nothing else of the page changes; none when it already wears it.
 */
export function attachSheet(page: Page, report: WearReport): Splice[] {
  if (report.wears) return []
  const link = report.fault?.link
  return link?.place ? mendLink(page, link, report) : [newLink(page, report.reference)]
}

function mendLink(page: Page, link: PageElement, report: WearReport): Splice[] {
  const splices: Splice[] = []
  const set = (name: string, value: string) => splices.push(...setAttribute(page, link, name, value))
  const drop = (name: string) => splices.push(...removeAttribute(page, link, name))
  if (!/^\s*stylesheet\s*$/i.test(link.attributes.get('rel') ?? '')) set('rel', 'stylesheet')
  if (report.fault!.id === 'link-not-worn') {
    drop('disabled')
    drop('media')
    if (link.attributes.has('type')) set('type', 'text/css')
  } else if (report.fault!.id !== 'link-rel-missing') set('href', report.reference)
  return splices
}

function newLink(page: Page, reference: string): Splice {
  const tag = `<link rel="stylesheet" href="${escapeAttribute(reference)}">`
  const head = firstByTag(page, 'head')
  const metadata = new Set(['meta', 'title', 'link', 'style', 'base'])
  // Behind the page's own styles, so that the sheet wins where nothing else decides.
  const last = head?.children.filter((child) => metadata.has(child.tag) && child.place).at(-1)
  if (last) return insertLine(page.text, last.place!.to, tag, last.place!.from)
  const headTag = head?.place?.startTag ?? firstByTag(page, 'html')?.place?.startTag
  if (headTag) return insertLine(page.text, headTag.to, tag, headTag.from, head?.place ? '  ' : '')
  const at = page.doctypeEnd ?? (page.text.startsWith('\uFEFF') ? 1 : 0)
  return { from: at, to: at, insert: at <= 1 ? tag + lineEndOf(page.text) : lineEndOf(page.text) + tag }
}
