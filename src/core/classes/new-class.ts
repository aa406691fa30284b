import { escapeIdent } from '../css/ident.ts'
import { naturalPlace } from '../edit/natural-place.ts'
import { basePath } from '../markup/base.ts'
import { changeClasses, removeAttribute } from '../markup/attributes.ts'
import type { PageElement } from '../markup/tree.ts'
import { siteReach, type PageReach } from '../model/reach.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { withoutStates } from '../selectors/why-nothing.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import { highestSpecificity, type Specificity } from '../selectors/specificity.ts'
import { addText, indentUnit } from '../sheet/edit.ts'
import { parseDeclarations, parseSheet, type Sheet } from '../sheet/parse.ts'
import { topStyleRules } from '../sheet/walk.ts'
import { joinChanges, NO_CHANGE, type SiteChange } from '../site/change.ts'
import { lineEndOf, placeOf } from '../text/place.ts'
import { planApply, type Applied, type ApplyAsk } from './apply.ts'
import { freeName, suggestClass } from './class-names.ts'
import { lookOf, rebased, type Said } from './element-look.ts'
import { namesInCss } from './names-in-css.ts'
import { paletteOf } from './palette.ts'
import { nameFault } from './name-fault.ts'
import { STARTING_POINTS } from './starting-points.ts'

/** An element, by its page and its place in document order. */
export interface ElementPlace {
  readonly page: SitePath
  readonly index: number
}

/** What a new class begins with: nothing, a starting point, how an element looks, or its style attribute. */
export type ClassSource =
  | { readonly from: 'nothing' }
  | { readonly from: 'start'; readonly id: string }
  | ({ readonly from: 'look' | 'style' } & ElementPlace)

/** A class before it is written. */
export interface ClassDraft {
  readonly name: string
  /** Its rules, two spaces an indentation. */
  readonly css: string
  /** Elements of the site with the very style attribute it comes from; 0 for other sources. */
  readonly alike: number
}

/** Drafts a class. */
export function draftClass(site: SiteSnapshot, source: ClassSource): ClassDraft {
  const taken = (name: string) => isTaken(site, name)
  if (source.from === 'nothing') return { name: '', css: '', alike: 0 }
  if (source.from === 'start') {
    const start = STARTING_POINTS.find(({ id }) => id === source.id)
    const name = freeName(start?.name ?? 'new', taken)
    return { name, css: start?.css(escapeIdent(name), paletteOf(site)) ?? '', alike: 0 }
  }
  const element = site.pagePaths.includes(source.page) ? site.page(source.page).elements[source.index] : undefined
  if (!element) return { name: '', css: '', alike: 0 }
  const said = source.from === 'look' ? lookOf(site, source.page, source.index) : styleOf(site, source.page, element)
  const written = said.map(([property, value]) => `  ${property}: ${value};\n`).join('')
  const { items } = parseDeclarations(written)
  const name = suggestClass(element.tag, items, taken)
  const alike =
    source.from === 'style' ? styledLike(site, element).reduce((sum, { elements }) => sum + elements.length, 0) : 0
  return { name, css: `.${escapeIdent(name)} {\n${written}}`, alike }
}

/** Whether a class of this name is on a page or in a sheet already. */
export function isTaken(site: SiteSnapshot, name: string): boolean {
  return (
    site.wornSheets.some(({ sheet }) =>
      namesInCss(sheet).some((each) => each.kind === 'class' && each.name === name),
    ) || site.pagePaths.some((path) => site.page(path).elements.some(({ classes }) => classes.includes(name)))
  )
}

function styleOf(site: SiteSnapshot, path: SitePath, element: PageElement): Said[] {
  const base = basePath(path, site.page(path))
  return parseDeclarations(element.attributes.get('style') ?? '').items.map(({ property, value, important }) => [
    property,
    `${rebased(site, base, value)}${important ? ' !important' : ''}`,
  ])
}

const plain = (style: string) =>
  style
    .replace(/\s+/g, ' ')
    .replace(/ ?([:;]) ?/g, '$1')
    .replace(/;$/, '')
    .trim()

function styledLike(site: SiteSnapshot, element: PageElement): { path: SitePath; elements: PageElement[] }[] {
  const wanted = plain(element.attributes.get('style') ?? '')
  if (wanted === '') return []
  return site.pagePaths
    .map((path) => ({
      path,
      elements: site
        .page(path)
        .elements.filter(({ place, attributes }) => place !== null && plain(attributes.get('style') ?? '') === wanted),
    }))
    .filter(({ elements }) => elements.length > 0)
}

export interface NewClassAsk {
  readonly name: string
  readonly css: string
  /** Elements that are given it; null for none. */
  readonly give: Omit<ApplyAsk, 'add' | 'remove'> | null
  /** The element whose style attribute it takes the place of, there and wherever it is the same; null for none. */
  readonly style: ElementPlace | null
}

export interface NewClassPlan {
  /** Why it cannot be written, in a sentence. */
  readonly fault: string | null
  readonly change: SiteChange
  readonly selectors: readonly {
    readonly selector: string
    readonly specificity: Specificity
    /** What it finds once the class is written and given. */
    readonly reach: readonly PageReach[]
  }[]
  /** The line of the sheet that its rules begin in. */
  readonly line: number
  /** What giving it does to the element that is given it first. */
  readonly given: Applied | null
}

/** Plans to write a new class beside its kin, and to give it to elements. */
export function planNewClass(site: SiteSnapshot, { name, css, give, style }: NewClassAsk): NewClassPlan {
  const draft = parseSheet(css)
  const fault = faultOf(site, name, draft)
  if (fault !== null) return { fault, change: NO_CHANGE, selectors: [], line: 0, given: null }
  const written = writeRules(site, name, draft)
  const withRules = site.after(written)
  const given = give ? planApply(withRules, { ...give, add: [name], remove: [] }) : null
  const taken = style ? takeStyle(site, style, name) : NO_CHANGE
  const change = joinChanges([written, given?.change ?? NO_CHANGE, taken])
  const after = site.after(change)
  const selectors = topStyleRules(draft).flatMap(({ selector }) => splitAtCommas(selector).map(({ text }) => text))
  const at = written.texts[0]!.splices[0]!
  return {
    ...{ fault, change, given },
    selectors: selectors.map((selector) => ({
      selector,
      specificity: highestSpecificity(parseSelectorList(selector) ?? []),
      reach: siteReach(after, withoutStates(selector) ?? selector),
    })),
    line:
      placeOf(site.text(site.sheetPath), at.from).line +
      (/^(?:\r\n|\r|\n)*/.exec(at.insert)?.[0].split(/\r\n|\r|\n/).length ?? 1) -
      1,
  }
}

function faultOf(site: SiteSnapshot, name: string, draft: Sheet): string | null {
  const badName = nameFault('class', name)
  if (badName) return badName
  if (isTaken(site, name)) return `.${name} is there already. Choose another name, or give that one.`
  const open = draft.rules.find(({ closed }) => !closed)
  if (open) return 'A rule is not closed: a } is missing.'
  if (draft.errors.length > 0)
    return `Line ${placeOf(draft.text, draft.errors[0]!.from).line} is no CSS that browsers read.`
  if (draft.rules.length === 0) return null
  const names = namesInCss(draft).some((each) => each.kind === 'class' && each.name === name)
  return names ? null : `No rule here is for .${name}.`
}

function writeRules(site: SiteSnapshot, name: string, draft: Sheet): SiteChange {
  const sheet = parseSheet(site.text(site.sheetPath))
  const empty = `.${escapeIdent(name)} {\n}`
  const unit = indentUnit(sheet)
  const text = (draft.text.trim() || empty)
    .replace(/^(?: {2})+/gm, (indent) => unit.repeat(indent.length / 2))
    .replace(/\r\n|\r|\n/g, lineEndOf(sheet.text))
  const splices = addText(sheet, text, naturalPlace(sheet, `.${escapeIdent(name)}`))
  return { ...NO_CHANGE, texts: [{ doc: site.docOf(site.sheetPath), splices }] }
}

/** Takes a style attribute away wherever it is the same, and gives the class in its place. */
function takeStyle(site: SiteSnapshot, { page, index }: ElementPlace, name: string): SiteChange {
  const element = site.page(page).elements[index]
  if (!element) return NO_CHANGE
  const texts = styledLike(site, element).map(({ path, elements }) => {
    const tree = site.page(path)
    const splices = elements.flatMap((each) => [
      ...removeAttribute(tree, each, 'style'),
      ...changeClasses(tree, each, [name]),
    ])
    return { doc: site.docOf(path), splices }
  })
  return { ...NO_CHANGE, texts }
}
