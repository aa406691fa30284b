import { escapeIdent } from '../css/ident.ts'
import { addAttributes, changeClasses, escapeAttribute, removeAttribute } from '../markup/attributes.ts'
import { referencesIn } from '../markup/references.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import type { Splice } from '../text/splice.ts'
import { ID_REFERENCES, namesInCss, type NameKind } from './names-in-css.ts'
import { wordsOfAttribute } from './names-in-page.ts'

/** A change that makes a class of an id, or an id of a class; or why it cannot be made, in a sentence. */
export type Turned = { readonly change: SiteChange } | { readonly fault: string }

const SIGN = { class: '.', id: '#' } as const

/** Plans to turn an id into a class of the same name, or a class into an id, in pages and selectors. */
export function planTurn(site: SiteSnapshot, kind: NameKind, name: string): Turned {
  const fault = kind === 'class' ? whyNoId(site, name) : null
  if (fault) return { fault }
  const texts = [
    ...site.sheetTexts.map(({ doc, text }) => ({ doc, splices: inSheet(parseSheet(text), kind, name) })),
    ...site.pagePaths.map((path) => ({ doc: site.docOf(path), splices: inPage(site, path, kind, name) })),
  ]
  return { change: { ...NO_CHANGE, texts: texts.filter(({ splices }) => splices.length > 0) } }
}

/** An id stands once on a page, and an element has one. */
function whyNoId(site: SiteSnapshot, name: string): string | null {
  for (const path of site.pagePaths) {
    const elements = site.page(path).elements.filter(({ classes }) => classes.includes(name))
    if (elements.length > 1)
      return `${elements.length} elements of ${path} have the class “${name}”, and an id stands once on a page.`
    if (elements[0]?.id) return `On ${path} its element has the id “${elements[0].id}” already.`
  }
  return null
}

function inSheet(sheet: Sheet, kind: NameKind, name: string, base = 0): Splice[] {
  const to = kind === 'class' ? 'id' : 'class'
  return (
    namesInCss(sheet)
      .filter((each) => each.kind === kind && each.name === name)
      // In an attribute selector it is the attribute's value: that names what it names.
      .filter(({ from }) => sheet.text[from - 1] === SIGN[kind])
      .map(({ from, to: end }) => ({ from: base + from - 1, to: base + end, insert: SIGN[to] + escapeIdent(name) }))
  )
}

function inPage(site: SiteSnapshot, path: SitePath, kind: NameKind, name: string): Splice[] {
  const page = site.page(path)
  // Asked once, and only where an element has it: it looks through the whole site.
  const stays = kind === 'id' && page.elements.some(({ id }) => id === name) && isReferredTo(site, name)
  return page.elements.flatMap((element) => {
    if (element.copyOf || !element.place) return []
    if (element.tag === 'style' && element.rawText)
      return inSheet(parseSheet(element.rawText.text), kind, name, element.rawText.from)
    if (kind === 'class')
      return element.classes.includes(name)
        ? [...changeClasses(page, element, [], [name]), ...addAttributes(element, `id="${escapeAttribute(name)}"`)]
        : []
    if (element.id !== name) return []
    const given = changeClasses(page, element, [name])
    // What something refers to keeps its id.
    return stays ? given : [...given, ...removeAttribute(page, element, 'id')]
  })
}

function isReferredTo(site: SiteSnapshot, id: string): boolean {
  const refers = (page: Page, element: PageElement) =>
    [...element.attributes.keys()].some(
      (name) => ID_REFERENCES.has(name) && wordsOfAttribute(page, element, name).some(({ word }) => word === id),
    )
  return site.pagePaths.some((path) => {
    const page = site.page(path)
    return (
      page.elements.some((element) => refers(page, element)) ||
      referencesIn(page).some(({ url }) => url.endsWith(`#${id}`)) ||
      page.text.includes(`url(#${id})`)
    )
  })
}
