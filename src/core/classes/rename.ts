import { escapeIdent } from '../css/ident.ts'
import { basePath } from '../markup/base.ts'
import { escapeAttribute } from '../markup/attributes.ts'
import { referencesIn } from '../markup/references.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { pathOfDoc } from '../site/step.ts'
import { escapeRegExp } from '../text/escape-reg-exp.ts'
import { HTML_SPACE, spaceBefore } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { ID_REFERENCES, namesInCss, type NameInCss, type NameKind } from './names-in-css.ts'
import { wordsOfAttribute } from './names-in-page.ts'

/** What is called otherwise, and how. */
export interface Rename {
  readonly kind: NameKind
  readonly from: string
  readonly to: string
}

/** A change that calls a class or id otherwise wherever the site names it. */
export interface RenamePlan {
  readonly change: SiteChange
  /** How many places of each file change; the sheet's other looks by the sheet's own name. */
  readonly places: readonly { readonly file: SitePath; readonly count: number }[]
  /** Places that name it and are left alone, in sentences: scripts, parts of names in attribute selectors. */
  readonly left: readonly string[]
  /** Whether the new name is there already, so that both become one. */
  readonly merges: boolean
}

/** Plans to rename a class or id in pages, stylesheets, looks, and whatever refers to an id; byte for byte the same elsewhere. */
export function planRename(site: SiteSnapshot, rename: Rename): RenamePlan {
  const texts: SiteChange['texts'][number][] = []
  const places = new Map<SitePath, number>()
  const left: string[] = []
  const put = (file: SitePath, doc: SiteChange['texts'][number]['doc'], splices: readonly Splice[]) => {
    if (splices.length === 0) return
    texts.push({ doc, splices })
    places.set(file, (places.get(file) ?? 0) + splices.length)
  }
  let merges = false
  for (const { doc, path, text } of site.sheetTexts) {
    const sheet = parseSheet(text)
    merges ||= namesInCss(sheet).some(({ kind, name }) => kind === rename.kind && name === rename.to)
    put(path, doc, inSheet(sheet, rename))
  }
  const ids = rename.kind === 'id' ? pagesWithId(site, rename.from) : new Set<SitePath>()
  for (const path of site.pagePaths) {
    const page = site.page(path)
    merges ||= page.elements.some(({ id, classes }) =>
      rename.kind === 'id' ? id === rename.to : classes.includes(rename.to),
    )
    put(path, site.docOf(path), inPage(path, page, rename, ids))
    const scripts = page.elements.filter(
      ({ tag, rawText }) => tag === 'script' && rawText && isNamedInScript(rawText.text, rename.from),
    )
    if (scripts.length > 0)
      left.push(`${scripts.length === 1 ? 'A script' : `${scripts.length} scripts`} of ${path} may mean it too.`)
  }
  return {
    change: { ...NO_CHANGE, texts },
    places: [...places].map(([file, count]) => ({ file: file || pathOfDoc(texts[0]!.doc) || '', count })),
    left,
    merges,
  }
}

/** Whether a script may mean a class or id. */
export const isNamedInScript = (script: string, name: string): boolean =>
  new RegExp(`["'\`.#\\s]${escapeRegExp(name)}["'\`\\s.,)]`).test(script)

function pagesWithId(site: SiteSnapshot, id: string): ReadonlySet<SitePath> {
  return new Set(site.pagePaths.filter((path) => site.page(path).elements.some((element) => element.id === id)))
}

function inSheet(sheet: Sheet, { kind, from, to }: Rename, base = 0): Splice[] {
  return namesInCss(sheet)
    .filter((each) => each.kind === kind && each.name === from)
    .map((each) => ({ from: base + each.from, to: base + each.to, insert: written(each, to) }))
}

/** A name as it is written in a place of a stylesheet. */
export function written({ as }: NameInCss, name: string): string {
  return as === 'name' ? escapeIdent(name) : name.replace(/[\\"']/g, '\\$&')
}

function inPage(path: SitePath, page: Page, rename: Rename, withId: ReadonlySet<SitePath>): Splice[] {
  const splices: Splice[] = []
  for (const element of page.elements) {
    if (element.copyOf || !element.place) continue
    if (element.tag === 'style' && element.rawText)
      splices.push(...inSheet(parseSheet(element.rawText.text), rename, element.rawText.from))
    if (rename.kind === 'class') splices.push(...inWords(page, element, 'class', rename))
    else {
      for (const attribute of element.attributes.keys())
        if (attribute === 'id' || ID_REFERENCES.has(attribute))
          splices.push(...inWords(page, element, attribute, rename))
      splices.push(...inUrls(page, element, rename))
    }
  }
  return rename.kind === 'id' ? [...splices, ...inReferences(path, page, rename, withId)] : splices
}

/** A word of a list gives way to another; where that is there already, it goes with the space before it. */
function inWords(page: Page, element: PageElement, attribute: string, { from, to }: Rename): Splice[] {
  const words = wordsOfAttribute(page, element, attribute)
  let has = words.some(({ word }) => word === to)
  return words
    .filter(({ word }) => word === from)
    .map((word): Splice => {
      const { from: start, to: end } = word
      const before = spaceBefore(page.text, start, HTML_SPACE).length
      const first = words[0] === word
      const after = /^[ \t\n\f\r]*/.exec(page.text.slice(end))![0].length
      if (has)
        return first ? { from: start, to: end + after, insert: '' } : { from: start - before, to: end, insert: '' }
      has = true
      return { from: start, to: end, insert: escapeAttribute(to, quoteBefore(page.text, words[0]!.from)) }
    })
}

const quoteBefore = (text: string, at: number) => (/'\s*$/.test(text.slice(Math.max(0, at - 20), at)) ? "'" : '"')

/** `url(#id)` in attributes, as SVG has them. */
function inUrls(page: Page, { place }: PageElement, { from, to }: Rename): Splice[] {
  return Object.values(place!.attributes).flatMap(({ from: start, to: end }) => {
    const text = page.text.slice(start, end)
    if (!text.includes('url(')) return []
    return [...text.matchAll(/url\(\s*(["']?)#([^"')\s]+)\1\s*\)/gi)]
      .filter(([, , name]) => name === from)
      .map(({ 0: whole, index }) => {
        const at = start + index + whole.indexOf('#') + 1
        return { from: at, to: at + from.length, insert: to }
      })
  })
}

/** Addresses that lead to the id, from this page or another. */
function inReferences(path: SitePath, page: Page, { from, to }: Rename, withId: ReadonlySet<SitePath>): Splice[] {
  return referencesIn(page).flatMap(({ url, write, from: start, to: end }) => {
    const hash = url.indexOf('#')
    if (hash < 0 || decoded(url.slice(hash + 1)) !== from) return []
    const target = hash === 0 ? { kind: 'site' as const, path } : targetOf(basePath(path, page), url)
    if (target.kind !== 'site' || !withId.has(target.path)) return []
    return [
      {
        from: start,
        to: end,
        insert: write(`${url.slice(0, hash)}#${/[%#]/.test(to) ? encodeURIComponent(to) : to}`),
      },
    ]
  })
}

function decoded(fragment: string): string {
  try {
    return decodeURIComponent(fragment)
  } catch {
    return fragment
  }
}
