import { boxTargets, type BoxTarget } from '../boxes/targets.ts'
import { Cascade, type PageStyles } from '../cascade/cascade.ts'
import type { Viewport } from '../cascade/media.ts'
import { longhand } from '../cascade/properties.ts'
import { longhandsOf } from '../cascade/shorthands.ts'
import { kindOf } from '../cascade/trace.ts'
import { attachSheet } from '../markup/attach.ts'
import { parsePage, type Page } from '../markup/tree.ts'
import { reachOf } from '../selectors/reach.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { isPage, type SitePath } from '../site/paths.ts'
import type { Splice } from '../text/splice.ts'
import { sheetsWorn, wearReport, type WearContext, type WearReport } from './wear.ts'

/** A wear report without the page's tree, fit to be sent between threads. */
export type WearSummary = Omit<WearReport, 'fault'> & {
  readonly fault: Omit<NonNullable<WearReport['fault']>, 'link'> | null
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

/** A site as the core knows it: texts in, answers out. Pages and sheets are parsed once for each text. */
export class SiteModel {
  private readonly texts = new Map<SitePath, string>()
  private readonly pages = new Map<SitePath, { text: string; page: Page }>()
  private readonly sheets = new Map<SitePath, Sheet>()
  private readonly cascades = new Map<string, Cascade>()
  private readonly styles = new Map<SitePath, PageStyles>()
  private files: ReadonlySet<SitePath> = new Set()
  private sheetPath: SitePath = ''

  constructor(private readonly viewport: Viewport) {}

  /** Names the files that exist and which of them is the sheet. */
  setFiles(files: readonly SitePath[], sheetPath: SitePath): void {
    this.files = new Set([...files, sheetPath])
    this.sheetPath = sheetPath
    this.forget()
  }

  /** Gives a page or a stylesheet its text; null takes it away. */
  setText(path: SitePath, text: string | null): void {
    if (text === null) this.texts.delete(path)
    else this.texts.set(path, text)
    if (isPage(path)) this.styles.delete(path)
    else {
      this.sheets.delete(path)
      if (text === null || !this.revise(path)) this.forget()
    }
  }

  /** Takes a stylesheet's new text into the cascades that hold it; false when one of them must be made anew. */
  private revise(path: SitePath): boolean {
    const sheet = this.context().readSheet(path)
    if (!sheet || sheet.rules.some((rule) => rule.kind === 'at' && rule.name === 'import')) return false
    return [...this.cascades.values()].every((cascade) => cascade.sheets.every(({ kind, file }, at) => kind !== 'external' || file !== path || cascade.reviseSheet(at, sheet)))
  }

  private forget(): void {
    this.styles.clear()
    this.cascades.clear()
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
      .map((path) => ({ path, splices: attachSheet(this.page(path), wearReport(path, this.page(path), this.context(), () => this.stylesOf(path))) }))
      .filter(({ splices }) => splices.length > 0)
  }

  /** How many elements a selector touches, for each page that has any. */
  reach(selector: string): { page: SitePath; count: number }[] {
    return this.pagePaths
      .map((path) => ({ page: path, count: reachOf(this.page(path), selector).length }))
      .filter(({ count }) => count > 0)
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

  private page(path: SitePath): Page {
    const text = this.texts.get(path) ?? ''
    const known = this.pages.get(path)
    if (known?.text === text) return known.page
    const page = parsePage(text)
    this.pages.set(path, { text, page })
    return page
  }

  /** The computed styles of a page. Pages that wear the same sheets share one cascade. */
  stylesOf(path: SitePath): PageStyles {
    let styles = this.styles.get(path)
    if (!styles) {
      const page = this.page(path)
      const sheets = sheetsWorn(path, page, this.context())
      const key = [String(page.quirks), ...sheets.map(({ kind, file, offset, sheet }) => (kind === 'external' ? file : `${file} ${offset} ${sheet.text}`))].join('\0')
      let cascade = this.cascades.get(key)
      if (!cascade) this.cascades.set(key, (cascade = new Cascade(sheets, { viewport: this.viewport, quirks: page.quirks })))
      this.styles.set(path, (styles = cascade.stylesOf(page)))
    }
    return styles
  }

  private context(): WearContext {
    return {
      sheetPath: this.sheetPath,
      files: this.files,
      viewport: this.viewport,
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
