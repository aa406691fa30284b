import { boxTargets, type BoxTarget } from '../boxes/targets.ts'
import { authorCascade, type AuthorCascade } from '../cascade/author.ts'
import type { Viewport } from '../cascade/media.ts'
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
  private readonly cascades = new Map<SitePath, AuthorCascade>()
  private files: ReadonlySet<SitePath> = new Set()
  private sheetPath: SitePath = ''

  constructor(private readonly viewport: Viewport) {}

  /** Names the files that exist and which of them is the sheet. */
  setFiles(files: readonly SitePath[], sheetPath: SitePath): void {
    this.files = new Set([...files, sheetPath])
    this.sheetPath = sheetPath
    this.cascades.clear()
  }

  /** Gives a page or a stylesheet its text; null takes it away. */
  setText(path: SitePath, text: string | null): void {
    if (text === null) this.texts.delete(path)
    else this.texts.set(path, text)
    if (isPage(path)) this.cascades.delete(path)
    else {
      this.sheets.delete(path)
      this.cascades.clear()
    }
  }

  get pagePaths(): SitePath[] {
    return [...this.texts.keys()].filter(isPage)
  }

  /** How one page wears the sheet. */
  wear(path: SitePath): WearSummary {
    const { fault, ...report } = wearReport(path, this.page(path), this.context())
    return { ...report, fault: fault && { id: fault.id, message: fault.message } }
  }

  /** The splices that attach the sheet, for each page that needs any. */
  attach(paths: readonly SitePath[]): { path: SitePath; splices: Splice[] }[] {
    return paths
      .map((path) => ({ path, splices: attachSheet(this.page(path), wearReport(path, this.page(path), this.context())) }))
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
      const cascade = this.cascade(path)
      for (const element of elements) {
        for (const property of properties) {
          const winner = cascade.contenders(element, property)[0]
          if (!winner || (winner.kind === 'external' && normalSelector(winner.selector) === own)) continue
          const key = `${path} ${winner.kind} ${winner.selector} ${property}`
          const known = found.get(key)
          if (known) known.count++
          else found.set(key, { page: path, kind: winner.kind, selector: winner.selector, property, count: 1 })
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

  private cascade(path: SitePath): AuthorCascade {
    let cascade = this.cascades.get(path)
    if (!cascade) {
      const page = this.page(path)
      cascade = authorCascade(page, sheetsWorn(path, page, this.context()), this.viewport)
      this.cascades.set(path, cascade)
    }
    return cascade
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
