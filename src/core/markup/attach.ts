import type { WearReport } from '../fit/wear.ts'
import { lineEndOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { firstByTag, type Page, type PageElement } from './tree.ts'

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
  const places = link.place!.attributes
  const set = (name: string, value: string) => {
    const at = places[name]
    if (at) splices.push({ ...at, insert: writeAttribute(page.text.slice(at.from, at.to), name, value) })
    else {
      const from = link.place!.startTag.from + '<link'.length
      splices.push({ from, to: from, insert: ` ${name}="${escapeAttribute(value)}"` })
    }
  }
  const drop = (name: string) => {
    const at = places[name]
    if (!at) return
    let from = at.from
    while (/\s/.test(page.text[from - 1] ?? '')) from--
    splices.push({ from, to: at.to, insert: '' })
  }
  if (!/^\s*stylesheet\s*$/i.test(link.attributes.get('rel') ?? '')) set('rel', 'stylesheet')
  if (report.fault!.id === 'link-not-worn') {
    drop('disabled')
    drop('media')
    if (link.attributes.has('type')) set('type', 'text/css')
  } else if (report.fault!.id !== 'link-rel-missing') set('href', report.reference)
  return splices
}

/** Rewrites `name=value` as written before: same spelling of the name, same quotes. */
function writeAttribute(written: string, name: string, value: string): string {
  const match = /^([^=\s]+)(\s*=\s*)(["']?)/.exec(written)
  const quote = match?.[3] || '"'
  return `${match?.[1] ?? name}${match?.[2] ?? '='}${quote}${escapeAttribute(value, quote)}${quote}`
}

function escapeAttribute(value: string, quote = '"'): string {
  return value.replace(/&/g, '&amp;').replace(quote === '"' ? /"/g : /'/g, quote === '"' ? '&quot;' : '&#39;')
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

/** A tag on a line of its own behind `at`, indented like the line that holds `model`; on the same line in one-line markup. */
function insertLine(text: string, at: number, tag: string, model: number, deeper = ''): Splice {
  const lineStart = Math.max(text.lastIndexOf('\n', model - 1), text.lastIndexOf('\r', model - 1)) + 1
  const indent = /^[ \t]*/.exec(text.slice(lineStart))![0]
  const alone = lineStart + indent.length === model && /^[ \t]*(?:[\r\n]|$)/.test(text.slice(at))
  return { from: at, to: at, insert: alone ? lineEndOf(text) + indent + deeper + tag : tag }
}
