import type { Page } from '../markup/tree.ts'
import type { TextEncodingName } from './encoding.ts'
import type { SitePath } from '../paths/paths.ts'
import type { OpenFont } from './open-font.ts'
import type { Doc } from './step.ts'

/** A file of a site, as far as plans and checks need to know it. */
export interface FileInfo {
  readonly path: SitePath
  /** Bytes. */
  readonly size: number
  /** Dimensions of an image, where they are known. */
  readonly pixels: { readonly width: number; readonly height: number } | null
  /** How a text file is stored; UTF-8 when left out. */
  readonly encoding?: TextEncodingName | null
  /** A font that is open, so that text can be measured in it. */
  readonly font?: OpenFont
}

/** A stylesheet's text. The sheet has one for each look. */
export interface SheetText {
  readonly doc: Doc
  readonly path: SitePath
  readonly text: string
}

/** A site as plans see it: its files, its parsed pages, its stylesheets. */
export interface SiteView {
  readonly sheetPath: SitePath
  readonly files: ReadonlyMap<SitePath, FileInfo>
  readonly pagePaths: readonly SitePath[]
  page(path: SitePath): Page
  /** The text of a page or stylesheet; '' when there is none. */
  text(path: SitePath): string
  encodingOf(path: SitePath): TextEncodingName
  readonly sheetTexts: readonly SheetText[]
}
