import { Cascade, type PageStyles } from '../cascade/cascade.ts'
import type { AuthorSheet } from '../cascade/rules.ts'
import type { States } from '../cascade/matched.ts'
import { encodePath, folderOf, targetOf, type SitePath } from '../paths/paths.ts'
import type { Page } from '../markup/tree.ts'
import { parseSheet } from '../sheet/parse.ts'
import { linksIn, type LinkCondition } from '../states/links.ts'
import { memo } from '../text/memo.ts'
import type { Viewport } from '../values/media.ts'
import type { SiteTexts } from './site-texts.ts'
import { sheetsWorn, type WearContext } from './sheets-worn.ts'

/** Cascades remembered at once: pages with blocks of their own have one each. */
const CASCADES_AT_MOST = 500
/** Viewports that further ones are made from: one for each answer of the media queries is enough. */
const VIEWPORTS_AT_MOST = 6

/**
 * The styles of a site's pages at one moment: computed when they are asked for, and never other ones. They are made from
 * those of an earlier moment as far as these hold, and leave them as they are.
 */
export class SiteStyles {
  /** By what a cascade is of: sheets and viewport. One that is of older texts is brought forward when it is asked for. */
  private readonly cascades: Map<string, Cascade>
  /** Those of the same sheets at several viewports, the newest first. */
  private readonly byRules: Map<string, readonly Cascade[]>
  private readonly present = new Map<Cascade, Cascade | null>()
  private readonly pages = new Map<string, PageStyles>()
  private readonly cascadeByPage = new Map<string, Cascade>()

  constructor(
    private readonly texts: SiteTexts,
    readonly viewport: Viewport,
    before?: SiteStyles,
  ) {
    this.cascades = new Map(before?.cascades)
    this.byRules = new Map(before?.byRules)
  }

  /** The computed styles of a page, at rest or with all its links in a state. Pages that wear the same sheets share one cascade. */
  stylesOf(path: SitePath, viewport = this.viewport, state: LinkCondition = 'none'): PageStyles {
    const place = `${path} ${viewport.width} ${viewport.height} ${state}`
    let styles = this.pages.get(place)
    if (!styles) {
      const states = state === 'none' ? null : linksIn(state)
      styles = this.cascadeOf(path, viewport).stylesOf(this.texts.page(path), states)
      this.pages.set(place, styles)
    }
    return styles
  }

  /** The same for questions about a few elements of a page: the others are not matched. */
  someStylesOf(path: SitePath, viewport = this.viewport, state: LinkCondition = 'none'): PageStyles {
    const place = `${path} ${viewport.width} ${viewport.height} ${state}`
    const whole = this.pages.get(place)
    if (whole) return whole
    const key = `${place} some`
    const states = state === 'none' ? null : linksIn(state)
    const styles = this.pages.get(key) ?? this.cascadeOf(path, viewport).someStylesOf(this.texts.page(path), states)
    this.pages.set(key, styles)
    return styles
  }

  /** A page's styles while elements are in states. */
  stylesInState(path: SitePath, states: States, viewport = this.viewport): PageStyles {
    return this.cascadeOf(path, viewport).stylesOf(this.texts.page(path), states)
  }

  /** A page's styles if the sheet said something else. */
  stylesIf(path: SitePath, sheetText: string, viewport = this.viewport): PageStyles {
    const revised = parseSheet(sheetText)
    const { texts } = this
    const sheets = sheetsWorn(path, texts.page(path), {
      ...this.context(viewport),
      readSheet: (file) => (file === texts.sheetPath ? revised : texts.sheet(file)),
    })
    return this.newCascade(path, sheets, viewport).stylesOf(texts.page(path))
  }

  /** What the wear check needs to know of the site. */
  context(viewport = this.viewport): WearContext {
    const { sheetPath, files } = this.texts
    return { sheetPath, files, viewport, readSheet: (path) => this.texts.sheet(path) }
  }

  private cascadeOf(path: SitePath, viewport: Viewport): Cascade {
    const place = `${path} ${viewport.width} ${viewport.height}`
    const cascade = this.cascadeByPage.get(place) ?? this.sharedCascade(path, viewport)
    this.cascadeByPage.set(place, cascade)
    return cascade
  }

  /** The cascade of all pages that wear the same sheets. */
  private sharedCascade(path: SitePath, viewport: Viewport): Cascade {
    const sheets = this.sheetsOn(path, viewport)
    const page = this.texts.page(path)
    // References in attributes are seen from the page's folder. Few pages have some, and all others share what they look like.
    const seenFrom = mayRefer(page) ? folderOf(path) : ''
    const alike = [seenFrom, String(page.quirks), ...sheets.map(nameOf)].join('\0')
    const key = `${viewport.width} ${viewport.height} ${alike}`
    const known = this.cascades.get(key)
    const now = known && this.broughtForward(known, sheets)
    if (now) {
      this.cascades.set(key, now)
      return now
    }
    if (this.cascades.size > CASCADES_AT_MOST) {
      this.cascades.clear()
      this.byRules.clear()
    }
    const cascade = this.fromOtherViewport(alike, sheets, viewport) ?? this.newCascade(path, sheets, viewport)
    this.cascades.set(key, cascade)
    const others = this.byRules.get(alike) ?? []
    this.byRules.set(alike, [cascade, ...others].slice(0, VIEWPORTS_AT_MOST))
    return cascade
  }

  /** A cascade made from that of the same sheets at another viewport, best from one where the same rules apply. */
  private fromOtherViewport(alike: string, sheets: readonly AuthorSheet[], viewport: Viewport): Cascade | null {
    let any: Cascade | null = null
    for (const other of this.byRules.get(alike) ?? []) {
      const now = this.broughtForward(other, sheets)
      if (now?.hasSameRulesAt(viewport)) return now.atViewport(viewport)
      any ??= now
    }
    return any?.atViewport(viewport) ?? null
  }

  /** A cascade with the present texts of its sheets; null when it must be made anew. Found once for each. */
  private broughtForward(cascade: Cascade, sheets: readonly AuthorSheet[]): Cascade | null {
    const known = this.present.get(cascade)
    if (known !== undefined) return known
    let now: Cascade | null = cascade
    for (const [at, { kind, sheet }] of sheets.entries())
      if (now && kind === 'external' && now.sheets[at]!.sheet !== sheet) now = now.after(at, sheet)
    this.present.set(cascade, now)
    if (now) this.present.set(now, now)
    return now
  }

  private sheetsOn(path: SitePath, viewport: Viewport): AuthorSheet[] {
    return sheetsWorn(path, this.texts.page(path), this.context(viewport))
  }

  private newCascade(path: SitePath, sheets: readonly AuthorSheet[], viewport: Viewport): Cascade {
    return new Cascade(sheets, {
      viewport,
      quirks: this.texts.page(path).quirks,
      resolveUrl: (reference, file) => siteReference(file || path, reference),
    })
  }
}

/** Whether attributes of a page may say where a picture is: in their styles, or as of old. */
const mayRefer = memo((page: Page) =>
  page.elements.some(({ attributes }) => {
    const style = attributes.get('style')
    return attributes.has('background') || (style !== undefined && /url|image|src|\\/i.test(style))
  }),
)

/** What tells a sheet from others: a file by its name, for its text may change; an embedded block by what it says. */
function nameOf({ kind, file, offset, sheet, layers }: AuthorSheet): string {
  return kind === 'external' ? `${file} ${layers?.join('.')}` : `${file} ${offset} ${sheet.text}`
}

/** A reference as seen from the site's folder, where it leads to a file of the site; else as it stands. */
function siteReference(from: SitePath, reference: string): string {
  const target = targetOf(from, reference)
  return target.kind === 'site' ? encodePath(target.path) : reference
}
