import type { PageStyles } from '../cascade/cascade.ts'
import type { Page } from '../markup/tree.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Sheet } from '../sheet/parse.ts'
import type { SiteChange } from '../site/change.ts'
import type { TextEncodingName } from '../site/encoding.ts'
import type { Doc } from '../site/step.ts'
import type { FileInfo, SheetText, SiteView } from '../site/view.ts'
import type { LinkCondition } from '../states/links.ts'
import type { Viewport } from '../values/media.ts'
import { SiteStyles } from './site-styles.ts'
import { SiteTexts, type TextChanges, type WornSheet } from './site-texts.ts'
import type { WearContext } from './sheets-worn.ts'

/** Where versions come from: later snapshots have larger numbers. */
let latest = 0

/**
 * A whole site at one moment: what its texts say, and what its pages look like. Snapshots never change. Each edit makes
 * another one, which shares with the one before whatever the edit does not reach; any number of them live side by side and
 * can be compared. What features find out about a site, they find in one.
 */
export class SiteSnapshot implements SiteView {
  readonly version = ++latest

  private constructor(
    private readonly texts: SiteTexts,
    private readonly styles: SiteStyles,
  ) {}

  /** A site without files, seen at a viewport unless another one is asked for. */
  static empty(viewport: Viewport): SiteSnapshot {
    return new SiteSnapshot(SiteTexts.empty, new SiteStyles(SiteTexts.empty, viewport))
  }

  private with(texts: SiteTexts): SiteSnapshot {
    return new SiteSnapshot(texts, new SiteStyles(texts, this.styles.viewport, this.styles))
  }

  /** See {@link SiteTexts.withFiles}. */
  withFiles(files: readonly FileInfo[], sheetPath: SitePath, sheetDoc: Doc | null = null): SiteSnapshot {
    return this.with(this.texts.withFiles(files, sheetPath, sheetDoc))
  }

  /** With other texts of pages and stylesheets; null takes one away. */
  withTexts(changes: TextChanges<SitePath>): SiteSnapshot {
    return this.with(this.texts.withTexts(changes))
  }

  withText(path: SitePath, text: string | null): SiteSnapshot {
    return this.withTexts([[path, text]])
  }

  /** With other sheets of looks that are not worn. */
  withLooks(changes: TextChanges<Doc>): SiteSnapshot {
    return this.with(this.texts.withLooks(changes))
  }

  /** The site as it would be after a change. */
  after(change: SiteChange): SiteSnapshot {
    return this.with(this.texts.after(change))
  }

  get files(): ReadonlyMap<SitePath, FileInfo> {
    return this.texts.files
  }

  get sheetPath(): SitePath {
    return this.texts.sheetPath
  }

  get pagePaths(): readonly SitePath[] {
    return this.texts.pagePaths
  }

  get sheetTexts(): readonly SheetText[] {
    return this.texts.sheetTexts
  }

  get wornSheets(): readonly WornSheet[] {
    return this.texts.wornSheets
  }

  text(path: SitePath): string {
    return this.texts.text(path)
  }

  /** See {@link SiteTexts.fingerprint}. */
  fingerprint(path: SitePath): string {
    return this.texts.fingerprint(path)
  }

  page(path: SitePath): Page {
    return this.texts.page(path)
  }

  /** A stylesheet as it is worn, parsed; null when there is none. */
  sheet(path: SitePath): Sheet | null {
    return this.texts.sheet(path)
  }

  docOf(path: SitePath): Doc {
    return this.texts.docOf(path)
  }

  encodingOf(path: SitePath): TextEncodingName {
    return this.texts.encodingOf(path)
  }

  /** See {@link SiteStyles.stylesOf}. */
  stylesOf(path: SitePath, viewport?: Viewport, state?: LinkCondition): PageStyles {
    return this.styles.stylesOf(path, viewport, state)
  }

  /** See {@link SiteStyles.someStylesOf}. */
  someStylesOf(path: SitePath, viewport?: Viewport, state?: LinkCondition): PageStyles {
    return this.styles.someStylesOf(path, viewport, state)
  }

  /** A page's styles while elements are in states. */
  stylesInState(path: SitePath, states: Parameters<SiteStyles['stylesInState']>[1], viewport?: Viewport): PageStyles {
    return this.styles.stylesInState(path, states, viewport)
  }

  /** A page's styles if the sheet said something else. */
  stylesIf(path: SitePath, sheetText: string, viewport?: Viewport): PageStyles {
    return this.styles.stylesIf(path, sheetText, viewport)
  }

  /** What the wear check needs to know of the site. */
  wearContext(viewport?: Viewport): WearContext {
    return this.styles.context(viewport)
  }
}
