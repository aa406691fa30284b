import { referencesIn } from '../markup/references.ts'
import { basePath } from '../markup/base.ts'
import { addressesIn } from '../sheet/references.ts'
import { isFont, isImage, isSheet, targetOf, type SitePath } from '../paths/paths.ts'
import { fileAt } from './retarget.ts'
import type { SiteView } from './view.ts'

/** What a page is made of, by kind. */
export const WEIGHT_KINDS = ['markup', 'sheets', 'images', 'fonts', 'other'] as const
export type WeightKind = (typeof WEIGHT_KINDS)[number]

/** The bytes a browser loads for a page, by kind; files of the site only. Each file counts once. */
export interface PageWeight {
  readonly page: SitePath
  readonly bytes: Readonly<Record<WeightKind, number>>
}

/** UTF-8 bytes of a text. */
export function byteLength(text: string): number {
  let bytes = text.length
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code >= 0x80) bytes += code >= 0xd800 && code <= 0xdfff ? 1 : code < 0x800 ? 1 : 2
  }
  return bytes
}

/** What a page weighs: itself, the files it names, and those its stylesheets name. Fonts count whether or not a text uses them. */
export function weightOf(site: SiteView, path: SitePath): PageWeight {
  const page = site.page(path)
  const exists = (each: SitePath) => site.files.has(each)
  const bytes: Record<WeightKind, number> = { markup: byteLength(page.text), sheets: 0, images: 0, fonts: 0, other: 0 }
  const seen = new Set<SitePath>([path])
  const sheets = new Map(site.sheetTexts.map(({ path: sheet, text }) => [sheet, text] as const).reverse())
  const add = (base: SitePath, url: string) => {
    const target = targetOf(base, url)
    const file = target.kind === 'site' ? fileAt(target.path, exists) : null
    if (file === null || seen.has(file)) return
    seen.add(file)
    const text = sheets.get(file)
    if (isSheet(file) && text !== undefined) {
      bytes.sheets += byteLength(text)
      for (const { url: inner } of addressesIn(text)) add(file, inner)
    } else bytes[isImage(file) ? 'images' : isFont(file) ? 'fonts' : 'other'] += site.files.get(file)!.size
  }
  const base = basePath(path, page)
  for (const { kind, url } of referencesIn(page)) if (kind !== 'link' && kind !== 'other') add(base, url)
  return { page: path, bytes }
}
