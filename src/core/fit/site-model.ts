import { boxTargets, type BoxTarget } from '../boxes/targets.ts'
import { Cascade, type PageStyles } from '../cascade/cascade.ts'
import type { Viewport } from '../cascade/media.ts'
import { inspect, type Inspection } from '../cascade/matters.ts'
import { offersFor, type Offer } from '../cascade/offers.ts'
import { longhand } from '../cascade/properties.ts'
import { longhandsOf } from '../cascade/shorthands.ts'
import type { AuthorSheet } from '../cascade/rules.ts'
import { kindOf } from '../cascade/trace.ts'
import { attachSheet } from '../markup/attach.ts'
import { parsePage, type Page, type PageElement } from '../markup/tree.ts'
import { reachOf } from '../selectors/reach.ts'
import { whyNothing, withoutStates } from '../selectors/why-nothing.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import type { State } from '../selectors/match.ts'
import { linksIn, type LinkCondition } from '../states/links.ts'
import { encodePath, folderOf, isPage, isSheet, targetOf, type SitePath } from '../site/paths.ts'
import type { TextEncodingName } from '../site/encoding.ts'
import { fileDoc, type Doc } from '../site/step.ts'
import type { FileInfo, SheetText, SiteView } from '../site/view.ts'
import { placeOf } from '../text/place.ts'
import type { SiteChange } from '../site/change.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { sheetsWorn, wearReport, type WearContext, type WearReport } from './wear.ts'

/** A wear report without the page's tree, fit to be sent between threads. */
export type WearSummary = Omit<WearReport, 'fault'> & {
  readonly fault: Omit<NonNullable<WearReport['fault']>, 'link'> | null
}

/** What a selector touches. */
export interface ReachReport {
  readonly selector: string
  /** The selector without states and pseudo-elements: what is counted. '' when it is not valid. */
  readonly bare: string
  readonly pages: readonly { readonly page: SitePath; readonly count: number }[]
  readonly total: number
  /** The likely cause when it is nothing, in a sentence. */
  readonly why: string
}

/** Something else than the rule at hand that decides a property for elements of its reach. */
export interface Rival {
  readonly page: SitePath
  readonly kind: 'external' | 'embedded' | 'inline'
  /** '' for style attributes. */
  readonly selector: string
  readonly property: string
  /** Elements on this page. */
  readonly count: number
}

/** Cascades remembered at once: pages with blocks of their own have one each. */
const CASCADES_AT_MOST = 500

/** A site as the core knows it: texts in, answers out. Pages and sheets are parsed once for each text. */
export class SiteModel implements SiteView {
  private readonly texts = new Map<SitePath, string>()
  private readonly pages = new Map<SitePath, { text: string; page: Page }>()
  private readonly sheets = new Map<SitePath, Sheet>()
  private readonly cascades = new Map<string, Cascade>()
  private readonly styles = new Map<string, PageStyles>()
  /** Cascades that have not taken in the latest texts of these stylesheets yet. */
  private readonly stale = new Map<Cascade, Set<SitePath>>()
  /** The sheet of looks that are not worn. */
  private readonly otherLooks = new Map<Doc, string>()
  private sheetDoc: Doc | null = null
  files: ReadonlyMap<SitePath, FileInfo> = new Map()
  sheetPath: SitePath = ''

  constructor(private readonly viewport: Viewport) {}

  /** Names the files that exist and which of them is the sheet; `sheetDoc` is the text of it that is worn, when it has several. */
  setFiles(files: readonly FileInfo[], sheetPath: SitePath, sheetDoc: Doc | null = null): void {
    this.files = new Map(
      [
        ...files,
        ...(files.some(({ path }) => path === sheetPath) ? [] : [{ path: sheetPath, size: 0, pixels: null }]),
      ].map((file) => [file.path, file]),
    )
    this.sheetPath = sheetPath
    this.sheetDoc = sheetDoc
    this.forget()
  }

  /** Gives a look that is not worn its sheet's text; null takes it away. */
  setLook(doc: Doc, text: string | null): void {
    if (text === null) this.otherLooks.delete(doc)
    else this.otherLooks.set(doc, text)
  }

  /** What the text at a path is called in a step. */
  docOf(path: SitePath): Doc {
    return path === this.sheetPath && this.sheetDoc ? this.sheetDoc : fileDoc(path)
  }

  encodingOf(path: SitePath): TextEncodingName {
    return this.files.get(path)?.encoding ?? 'utf-8'
  }

  get sheetTexts(): SheetText[] {
    const own = [...this.texts]
      .filter(([path]) => isSheet(path))
      .map(([path, text]) => ({ doc: this.docOf(path), path, text }))
    return [
      ...own,
      ...[...this.otherLooks]
        .filter(([doc]) => doc !== this.sheetDoc)
        .map(([doc, text]) => ({ doc, path: this.sheetPath, text })),
    ]
  }

  /** The stylesheets as they are worn: the sheet in its present look, and every other one. */
  get wornSheets(): { readonly path: SitePath; readonly sheet: Sheet }[] {
    return [...this.texts.keys()].filter(isSheet).flatMap((path) => {
      const sheet = this.context().readSheet(path)
      return sheet ? [{ path, sheet }] : []
    })
  }

  /** Gives a page or a stylesheet its text; null takes it away. */
  setText(path: SitePath, text: string | null): void {
    if (text === null) this.texts.delete(path)
    else this.texts.set(path, text)
    if (isPage(path)) {
      for (const place of this.styles.keys()) if (place.startsWith(`${path} `)) this.styles.delete(place)
    } else {
      const before = this.sheets.get(path)
      this.sheets.delete(path)
      const after = text === null ? null : this.context().readSheet(path)
      // Imports decide which sheets there are at all.
      if (!after || hasImports(after) || (before && hasImports(before))) this.forget()
      else
        for (const cascade of this.cascades.values())
          if (cascade.sheets.some(({ kind, file }) => kind === 'external' && file === path))
            this.stale.set(cascade, (this.stale.get(cascade) ?? new Set()).add(path))
    }
  }

  /** Takes new texts of its stylesheets into a cascade; false when it must be made anew. */
  private refresh(cascade: Cascade): boolean {
    const paths = this.stale.get(cascade)
    if (!paths) return true
    this.stale.delete(cascade)
    return cascade.sheets.every(
      ({ kind, file }, at) =>
        kind !== 'external' || !paths.has(file) || cascade.reviseSheet(at, this.context().readSheet(file)!),
    )
  }

  private drop(cascade: Cascade): void {
    for (const [key, each] of this.cascades) if (each === cascade) this.cascades.delete(key)
    for (const [place, each] of this.styles) if (each.cascade === cascade) this.styles.delete(place)
  }

  private forget(): void {
    this.styles.clear()
    this.cascades.clear()
    this.stale.clear()
  }

  /** The site as it would be after a change; what stays as it is, is not parsed again. */
  after(change: SiteChange): SiteModel {
    const { texts, moves, creates } = change
    const names = new Map(moves.map(({ from, to }) => [from, to]))
    const next = new SiteModel(this.viewport)
    const nameOf = (path: SitePath) => names.get(path) ?? path
    const files = [...this.files.values()].map((file) => ({ ...file, path: nameOf(file.path) }))
    next.setFiles(
      [...files, ...creates.map(({ path, text }) => ({ path, size: text.length, pixels: null }))],
      nameOf(this.sheetPath),
      this.sheetDoc,
    )
    for (const [path, text] of this.texts) {
      const splices = texts.filter(({ doc }) => doc === this.docOf(path)).flatMap((each) => each.splices)
      next.setText(nameOf(path), applySplices(text, splices))
      const page = this.pages.get(path)
      if (splices.length === 0 && page) next.pages.set(nameOf(path), page)
    }
    for (const [doc, text] of this.otherLooks)
      next.setLook(
        doc,
        applySplices(
          text,
          texts.filter((each) => each.doc === doc).flatMap(({ splices }) => splices),
        ),
      )
    for (const { path, text } of creates) next.setText(path, text)
    return next
  }

  get pagePaths(): SitePath[] {
    return [...this.texts.keys()].filter(isPage)
  }

  /** How one page wears the sheet. */
  wear(path: SitePath): WearSummary {
    const { fault, ...report } = wearReport(path, this.page(path), this.context(), () => this.stylesOf(path))
    return { ...report, fault: fault && { id: fault.id, message: fault.message } }
  }

  /** The splices that attach the sheet, for each page that needs any. */
  attach(paths: readonly SitePath[]): { path: SitePath; splices: Splice[] }[] {
    return paths
      .map((path) => ({
        path,
        splices: attachSheet(
          this.page(path),
          wearReport(path, this.page(path), this.context(), () => this.stylesOf(path)),
        ),
      }))
      .filter(({ splices }) => splices.length > 0)
  }

  /** How many elements a selector touches, for each page that has any. */
  reach(selector: string): { page: SitePath; count: number }[] {
    return this.pagePaths
      .map((path) => ({ page: path, count: reachOf(this.page(path), selector).length }))
      .filter(({ count }) => count > 0)
  }

  /** What a selector touches, states and pseudo-elements left aside; and when it is nothing, the likely cause. */
  reachReport(selector: string): ReachReport {
    const bare = withoutStates(selector)
    const pages = bare === null ? [] : this.reach(bare)
    const total = pages.reduce((sum, { count }) => sum + count, 0)
    return {
      selector,
      bare: bare ?? '',
      pages,
      total,
      why:
        total === 0
          ? whyNothing(
              bare ?? selector,
              this.pagePaths.map((path) => this.page(path)),
            )
          : '',
    }
  }

  /** Why an element looks as it does: sentences, ladders, and what is around it. Null when the page has no such element. */
  inspect(path: SitePath, index: number, viewport: Viewport, pseudo = ''): Inspection | null {
    const element = this.page(path).elements[index]
    if (!element) return null
    return inspect(
      this.stylesOf(path, viewport),
      element,
      {
        page: path,
        lineOf: (file, offset) => placeOf(this.text(file || path), offset).line,
        inState: (states) => this.stylesInState(path, states, viewport),
      },
      pseudo,
    )
  }

  /** Selectors for a rule of the sheet that would give an element a property, with their reach and whether they would win. */
  offers(path: SitePath, index: number, property: string, value: string, viewport: Viewport, pseudo = ''): Offer[] {
    const element = this.page(path).elements[index]
    if (!element) return []
    return offersFor(
      element,
      property,
      value,
      {
        sheetText: this.text(this.sheetPath),
        sheetPath: this.sheetPath,
        reach: (selector) => this.reach(selector),
        stylesIf: (text) => this.stylesIf(path, text, viewport),
      },
      pseudo,
    )
  }

  /** The boxes the pages are made of. */
  boxTargets(): BoxTarget[] {
    return boxTargets(this.pagePaths.map((path) => this.page(path)))
  }

  /** What else decides these properties for the elements a selector reaches. */
  rivals(selector: string, properties: readonly string[]): Rival[] {
    const own = normalSelector(selector)
    const found = new Map<string, { -readonly [K in keyof Rival]: Rival[K] }>()
    for (const path of this.pagePaths) {
      const elements = reachOf(this.page(path), selector)
      if (elements.length === 0) continue
      const { styles } = this.stylesOf(path)
      for (const element of elements) {
        for (const property of properties) {
          const counted = new Set<string>()
          for (const name of longhandsOf(property)) {
            const winner = styles[element.index]!.winners[longhand(name)?.id ?? -1]
            const kind = winner ? kindOf(winner) : 'user-agent'
            if (!winner || kind === 'user-agent' || kind === 'presentational') continue
            const by = typeof winner.from === 'object' ? winner.from.selectorText : ''
            if (kind === 'external' && normalSelector(by) === own) continue
            const key = `${path} ${kind} ${by} ${property}`
            if (counted.has(key)) continue
            counted.add(key)
            const known = found.get(key)
            if (known) known.count++
            else found.set(key, { page: path, kind, selector: by, property, count: 1 })
          }
        }
      }
    }
    return [...found.values()]
  }

  /** A page's tree. */
  page(path: SitePath): Page {
    const text = this.texts.get(path) ?? ''
    const known = this.pages.get(path)
    if (known?.text === text) return known.page
    const page = parsePage(text)
    this.pages.set(path, { text, page })
    return page
  }

  /** A page's styles while elements are in states. */
  stylesInState(
    path: SitePath,
    states: (element: PageElement) => ReadonlySet<State>,
    viewport = this.viewport,
  ): PageStyles {
    return this.cascadeFor(path, this.sheetsOn(path, viewport), viewport, states).stylesOf(this.page(path))
  }

  /** The computed styles of a page, at rest or with all its links in a state. Pages that wear the same sheets share one cascade. */
  stylesOf(path: SitePath, viewport = this.viewport, state: LinkCondition = 'none'): PageStyles {
    const place = `${path} ${viewport.width} ${viewport.height} ${state}`
    let styles = this.styles.get(place)
    if (styles && !this.refresh(styles.cascade)) {
      this.drop(styles.cascade)
      styles = undefined
    }
    if (!styles) {
      const page = this.page(path)
      const sheets = this.sheetsOn(path, viewport)
      // References in style attributes are seen from the page's folder.
      const key = [
        state,
        folderOf(path),
        String(page.quirks),
        viewport.width,
        viewport.height,
        ...sheets.map(({ kind, file, offset, sheet, layers }) =>
          kind === 'external' ? `${file} ${layers?.join('.')}` : `${file} ${offset} ${sheet.text}`,
        ),
      ].join('\0')
      let cascade = this.cascades.get(key)
      if (cascade && !this.refresh(cascade)) {
        this.drop(cascade)
        cascade = undefined
      }
      if (!cascade) {
        if (this.cascades.size > CASCADES_AT_MOST) this.forget()
        this.cascades.set(
          key,
          (cascade = this.cascadeFor(path, sheets, viewport, state === 'none' ? undefined : linksIn(state))),
        )
      }
      this.styles.set(place, (styles = cascade.stylesOf(page)))
    }
    return styles
  }

  /** A page's styles if the sheet said something else. */
  stylesIf(path: SitePath, sheetText: string, viewport = this.viewport): PageStyles {
    const revised = parseSheet(sheetText)
    const context = this.context(viewport)
    const sheets = sheetsWorn(path, this.page(path), {
      ...context,
      readSheet: (file) => (file === this.sheetPath ? revised : context.readSheet(file)),
    })
    return this.cascadeFor(path, sheets, viewport).stylesOf(this.page(path))
  }

  private sheetsOn(path: SitePath, viewport: Viewport): AuthorSheet[] {
    return sheetsWorn(path, this.page(path), this.context(viewport))
  }

  private cascadeFor(
    path: SitePath,
    sheets: readonly AuthorSheet[],
    viewport: Viewport,
    states?: (element: PageElement) => ReadonlySet<State>,
  ): Cascade {
    return new Cascade(sheets, {
      viewport,
      quirks: this.page(path).quirks,
      resolveUrl: (reference, file) => siteReference(file || path, reference),
      ...(states ? { states } : {}),
    })
  }

  /** The text of a page or stylesheet; '' when there is none. */
  text(path: SitePath): string {
    return this.texts.get(path) ?? ''
  }

  /** What checks need to know of the site. */
  context(viewport = this.viewport): WearContext {
    return {
      sheetPath: this.sheetPath,
      files: this.files,
      viewport,
      readSheet: (path) => {
        const text = this.texts.get(path)
        if (text === undefined) return null
        let sheet = this.sheets.get(path)
        if (!sheet) this.sheets.set(path, (sheet = parseSheet(text)))
        return sheet
      },
    }
  }
}

/** A reference as seen from the site's folder, where it leads to a file of the site; else as it stands. */
function siteReference(from: SitePath, reference: string): string {
  const target = targetOf(from, reference)
  return target.kind === 'site' ? encodePath(target.path) : reference
}

function hasImports(sheet: Sheet): boolean {
  return sheet.rules.some((rule) => rule.kind === 'at' && rule.name === 'import')
}
