import { Cascade, type PageStyles } from '../cascade/cascade.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import type { Cascaded } from '../cascade/cascaded.ts'
import { entriesFor, placeOfEntry } from '../cascade/entries.ts'
import { basePath } from '../markup/base.ts'
import { describeElement } from '../markup/describe.ts'
import { elementsNamed, type Page, type PageElement } from '../markup/tree.ts'
import type { Sheet } from '../sheet/parse.ts'
import { closestName, folderOf, nameOf, relativeReference, targetOf, type SitePath } from '../paths/paths.ts'
import { memo } from '../text/memo.ts'
import { mayBeat } from './may-beat.ts'
import { isActive, relOf, sheetsWorn, type WearContext } from './sheets-worn.ts'

/** Why a page does not wear the sheet; the ids are those of the fit check's rules. */
export type WearFault =
  | 'link-missing'
  | 'link-rel-missing'
  | 'link-target-missing'
  | 'link-case-mismatch'
  | 'link-local-path'
  | 'link-not-worn'
  /** It wears another stylesheet of the site in the sheet's place. */
  | 'other-sheet'

/** One declaration of the page's own that beats the sheet. */
export interface Overridden {
  readonly kind: 'embedded' | 'inline'
  readonly property: string
  /** The element, as a short selector, and how many elements of the page this holds for. */
  readonly element: string
  readonly count: number
  /** What the sheet would have set, and the rule that says so. */
  readonly sheetSelector: string
  /** Offset of the winning declaration in the page's text. */
  readonly offset: number
}

/** How a page wears the sheet. */
export interface WearReport {
  readonly page: SitePath
  readonly wears: boolean
  /** What is wrong in a sentence, and the element at fault where there is one. */
  readonly fault: { readonly id: WearFault; readonly message: string; readonly link: PageElement | null } | null
  /** The reference that is right for this page's folder. */
  readonly reference: string
  readonly embedded: { readonly blocks: number; readonly declarations: number }
  /** Elements with a style attribute. */
  readonly inline: number
  readonly overridden: readonly Overridden[]
  /** Scripts of the page's own. In frames they are off. */
  readonly scripts: number
}

/**
 * Examines one page: does the sheet arrive, and what on the page beats it? `stylesOf` gives the page's styles where they are
 * known; with null nobody asks what beats the sheet.
 */
export function wearReport(
  path: SitePath,
  page: Page,
  context: WearContext,
  stylesOf?: (() => PageStyles) | null,
): WearReport {
  const sheets = sheetsWorn(path, page, context)
  const base = basePath(path, page)
  const wears = sheets.some((sheet) => sheet.kind === 'external' && sheet.file === context.sheetPath)
  const embedded = sheets.filter((sheet) => sheet.kind === 'embedded')
  const inline = styledBySelf(page)
  // A page without styles of its own has nothing to beat the sheet with.
  const sheet = context.readSheet(context.sheetPath)
  // Without blocks of the page's own, only style attributes can beat anything.
  const own = embedded.length > 0 ? page.elements : inline
  const asks =
    stylesOf !== null &&
    wears &&
    (embedded.length > 0 || (sheet !== null && inline.some((element) => mayBeat(element, sheet))))
  return {
    page: path,
    wears,
    fault: wears ? null : faultOf(base, page, context),
    reference: relativeReference(base, context.sheetPath),
    embedded: {
      blocks: embedded.length,
      declarations: embedded.reduce((sum, { sheet }) => sum + countDeclarations(sheet.rules), 0),
    },
    inline: inline.length,
    scripts: scriptsOf(page),
    overridden: asks
      ? overriddenBy(
          stylesOf?.() ?? new Cascade(sheets, { viewport: context.viewport, quirks: page.quirks }).stylesOf(page),
          own,
          context,
        )
      : [],
  }
}

/** How many scripts a page has; blocks of data are none (HTML standard, 4.12.1). */
const scriptsOf = memo(
  (page: Page) =>
    elementsNamed(page, 'script').filter(({ attributes }) =>
      /^(?:|module|(?:text|application)\/(?:java|ecma)script)$/i.test((attributes.get('type') ?? '').trim()),
    ).length,
)

/** The elements of a page that have a style attribute. */
const styledBySelf = memo((page: Page) => page.elements.filter(({ attributes }) => attributes.has('style')))

/** Whether anything of the page itself, a block or an attribute, sets something of an element. Elements share their cascades. */
const hasOwnSay = memo(({ entries }: Cascaded) =>
  entries.some(({ owner }) => owner === 'inline' || (typeof owner === 'object' && owner.source.kind === 'embedded')),
)

function countDeclarations(items: Sheet['rules'][number]['items']): number {
  return items.reduce((sum, item) => sum + (item.kind === 'declaration' ? 1 : countDeclarations(item.items)), 0)
}

function faultOf(path: SitePath, page: Page, context: WearContext): NonNullable<WearReport['fault']> {
  const { sheetPath, files } = context
  const right = relativeReference(path, sheetPath)
  const links = elementsNamed(page, 'link')
  const aimed = links.filter((link) => {
    const target = targetOf(path, link.attributes.get('href') ?? '')
    return target.kind === 'site' && target.path === sheetPath
  })
  const direct = aimed[0]
  if (direct) {
    const rel = relOf(direct)
    if (!rel.includes('stylesheet')) {
      const message =
        rel.length === 0
          ? 'The link to the sheet lacks rel="stylesheet", so browsers do not load it.'
          : `The link to the sheet says rel="${direct.attributes.get('rel')}" instead of rel="stylesheet", so browsers do not wear it.`
      return { id: 'link-rel-missing', message, link: direct }
    }
    return { id: 'link-not-worn', message: notWornMessage(direct, rel), link: direct }
  }
  for (const link of links) {
    const href = link.attributes.get('href') ?? ''
    const rel = relOf(link)
    if (!rel.includes('stylesheet') && !/\.css(?:[?#]|$)/i.test(href)) continue
    const target = targetOf(path, href)
    if (target.kind === 'local') {
      return {
        id: 'link-local-path',
        message: `The link points at “${href}”, a path on one computer only. From this page the sheet is ${right}.`,
        link,
      }
    }
    if (target.kind !== 'site' || files.has(target.path)) continue
    if (target.path.toLowerCase() === sheetPath.toLowerCase()) {
      return {
        id: 'link-case-mismatch',
        message: `The link says “${href}”, the file is called ${sheetPath}: capitals differ, and web servers tell them apart.`,
        link,
      }
    }
    if (nameOf(target.path).toLowerCase() === nameOf(sheetPath).toLowerCase()) {
      const folder = folderOf(path)
      const where = folder === '' ? '' : `This page is in ${folder}, so `
      return {
        id: 'link-target-missing',
        message: `${where}“${href}” leads to ${target.path}, which is not there. From this page the sheet is ${right}.`,
        link,
      }
    }
    const closest = closestName(
      target.path,
      [...files.keys()].filter((file) => file.toLowerCase().endsWith('.css')),
    )
    if (closest === sheetPath) {
      return {
        id: 'link-target-missing',
        message: `The link names ${target.path}, which is not there. The closest name is ${closest}.`,
        link,
      }
    }
  }
  const other = links
    .filter(
      (link) =>
        isActive(link, context.viewport) && relOf(link).includes('stylesheet') && !relOf(link).includes('alternate'),
    )
    .map((link) => targetOf(path, link.attributes.get('href') ?? ''))
    .find((target) => target.kind === 'site' && files.has(target.path))
  if (other?.kind === 'site')
    return {
      id: 'other-sheet',
      message: `Wears ${other.path} and not the sheet: nothing you set in the sheet arrives here.`,
      link: null,
    }
  return {
    id: 'link-missing',
    message: 'No link to the sheet: nothing you set there arrives on this page.',
    link: null,
  }
}

function notWornMessage(link: PageElement, rel: readonly string[]): string {
  if (rel.includes('alternate')) return 'The link says rel="alternate stylesheet", so browsers keep the sheet aside.'
  if (link.attributes.has('disabled')) return 'The link is marked disabled, so browsers do not wear the sheet.'
  const type = link.attributes.get('type')
  if (type && type.trim().toLowerCase() !== 'text/css')
    return `The link says type="${type}", so browsers do not read it as a stylesheet.`
  return `The link is only for media="${link.attributes.get('media') ?? ''}", so this screen does not wear the sheet.`
}

/** The page's own declarations that win over one of the sheet's for the same element and property. */
function overriddenBy(styles: PageStyles, elements: readonly PageElement[], context: WearContext): Overridden[] {
  const found = new Map<string, { -readonly [K in keyof Overridden]: Overridden[K] }>()
  for (const element of elements) {
    const style = styles.of(element)
    if (!hasOwnSay(style.cascaded)) continue
    const counted = new Set<string>()
    const { winners } = style
    for (const { id } of LONGHANDS) {
      const winner = winners[id]
      const kind =
        winner?.owner === 'inline'
          ? 'inline'
          : winner && winner.owner !== 'presentational' && winner.owner.source.kind === 'embedded'
            ? 'embedded'
            : null
      if (!winner || kind === null) continue
      const beaten = entriesFor(style, id).find(
        ({ owner }) =>
          typeof owner === 'object' && owner.source.kind === 'external' && owner.source.file === context.sheetPath,
      )
      if (!beaten || typeof beaten.owner === 'string' || sameValue(beaten.set.value, winner.set.value)) continue
      const { property } = styles.cascade.declarationOf(winner)
      const { offset } = placeOfEntry(styles.cascade, winner, element)
      const key = `${kind} ${offset} ${property}`
      if (counted.has(key)) continue
      counted.add(key)
      const known = found.get(key)
      if (known) known.count++
      else
        found.set(key, {
          kind,
          property,
          element: describeElement(element),
          count: 1,
          sheetSelector: beaten.owner.selectorText,
          offset,
        })
    }
  }
  return [...found.values()].sort((a, b) => a.offset - b.offset)
}

function sameValue(a: string, b: string): boolean {
  return a.trim().toLowerCase() === b.trim().toLowerCase()
}
