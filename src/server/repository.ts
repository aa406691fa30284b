import type { SitePath } from '../core/paths/paths.ts'
import type { TextEncodingName } from '../core/site/encoding.ts'
import type { KeptSite } from '../protocol/packed-site.ts'
import type {
  Changes,
  KeptBlob,
  News,
  SaveRequest,
  SettingsRequest,
  SiteList,
  SiteState,
} from '../protocol/site-state.ts'
import type { Progress } from './progress.ts'

/** What a new site is made of. */
export interface NewSite {
  readonly name: string
  readonly files: readonly { readonly path: SitePath; readonly bytes: Buffer }[]
  readonly folder?: string
  /** Further looks beside the sheet itself, by name. */
  readonly looks?: readonly { readonly name: string; readonly bytes: Buffer }[]
  /** Name of the first look, the site's own sheet. */
  readonly lookName?: string
  /** Which of the files is the sheet, when it is known. */
  readonly sheetPath?: SitePath
  /** Where new images are put; the folder that holds most images when left out. */
  readonly imageFolder?: string
  /** Hears how much is kept; when it throws, nothing is. */
  readonly progress?: Progress
}

export interface CreatedSite {
  readonly id: string
  readonly sheetPath: SitePath
  readonly sheetIsNew: boolean
}

/** A file as it is kept. */
export interface StoredFile {
  readonly path: SitePath
  readonly hash: string
  readonly bytes: Buffer
  /** Null for files that are not edited as text. */
  readonly encoding: TextEncodingName | null
}

/** A site wearing one look, as it leaves Attire. */
export interface SiteContent {
  readonly name: string
  /** Folder that wraps everything; '' for none. */
  readonly folder: string
  readonly sheetPath: SitePath
  readonly sheet: { readonly bytes: Buffer; readonly encoding: TextEncodingName }
  /** All other files. */
  readonly files: readonly StoredFile[]
}

/**
 * Where sites are kept. Whatever asks for them, routes, frames, hand-off, asks here and knows nothing of how. Each method
 * sees one moment of a site: what it reads belongs together, what it writes is written whole or not at all. All throw
 * {@link PublicError} with a sentence for what is not there or cannot be.
 */
export interface Repository {
  /** All sites, the one opened last first. */
  sites(): Promise<SiteList>
  /** Keeps a new site; all of it or nothing. */
  create(site: NewSite): Promise<CreatedSite>
  /** A whole site, ready for the workroom. */
  load(siteId: string): Promise<SiteState>
  /** The same with its texts as they are kept, which takes half the time. */
  loadKept(siteId: string): Promise<KeptSite>
  /** How many bytes of text that would be, without reading them. */
  textSize(siteId: string): Promise<number>
  /** Says that a site is worked on now; gives its revision. */
  opened(siteId: string): Promise<number>
  /**
   * Carries out a save: all of its operations or none. Gives the new revision once it is on the disk. Throws `revision-old`
   * when another save came first.
   */
  save(siteId: string, request: SaveRequest): Promise<number>
  /** What was saved after a revision. */
  changes(siteId: string, since: number): Promise<Changes>
  /** The revision of every site. */
  revisions(): Promise<News[]>
  /** Changes what a site is called, which look it wears, and which of its files is the sheet. */
  changeSettings(siteId: string, settings: SettingsRequest): Promise<void>
  /** Removes a site with its looks and history. */
  remove(siteId: string): Promise<void>
  /** A file of a site as a look wears it: the sheet is the look's. Null when there is none. */
  wornFile(siteId: string, lookId: string, path: SitePath): Promise<StoredFile | null>
  /** Where the sheet of a site is. */
  sheetPath(siteId: string): Promise<SitePath>
  /** Everything of a site wearing a look. */
  content(siteId: string, lookId: string): Promise<SiteContent>
  /** Files of a site without their bytes, the sheet left out. */
  listFiles(siteId: string): Promise<readonly Pick<StoredFile, 'path' | 'hash'>[]>
  /** Bytes by their hash, or null when they are not here. */
  bytes(hash: string): Promise<Buffer | null>
  /** Keeps bytes for a step that is going to put them somewhere, an image's dimensions with them. */
  keep(path: SitePath, bytes: Buffer): Promise<KeptBlob>
  /** Writes all that was kept to a new file, after the one that holds it was deleted or replaced; gives where, and whether to go on there. */
  rescue(): Promise<{ readonly path: string; readonly goesOn: boolean }>
}
