import { grouped } from '../text/grouped.ts'
import { parsePage, type Page } from '../markup/tree.ts'
import { isPage, isSheet, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import type { SiteChange } from '../site/change.ts'
import type { TextEncodingName } from '../site/encoding.ts'
import { fileDoc, type Doc } from '../site/step.ts'
import type { FileInfo, SheetText, SiteView } from '../site/view.ts'
import { fingerprint } from '../text/fingerprint.ts'
import { applySplices } from '../text/splice.ts'

/** One text, read when somebody asks what it says; shared by every state of the site that has it. */
class ReadText {
  private parsedPage: Page | null = null
  private parsedSheet: Sheet | null = null
  private shortName: string | null = null

  constructor(readonly text: string) {}

  get page(): Page {
    return (this.parsedPage ??= parsePage(this.text))
  }

  get sheet(): Sheet {
    return (this.parsedSheet ??= parseSheet(this.text))
  }

  get fingerprint(): string {
    return (this.shortName ??= `${this.text.length.toString(16)}-${fingerprint(this.text)}`)
  }
}

/** A stylesheet as it is worn. */
export interface WornSheet {
  readonly path: SitePath
  readonly sheet: Sheet
}

const NO_TEXT = new ReadText('')

interface State {
  readonly files: ReadonlyMap<SitePath, FileInfo>
  readonly sheetPath: SitePath
  readonly sheetDoc: Doc | null
  readonly texts: ReadonlyMap<SitePath, ReadText>
  readonly otherLooks: ReadonlyMap<Doc, string>
}

const EMPTY: State = { files: new Map(), sheetPath: '', sheetDoc: null, texts: new Map(), otherLooks: new Map() }

/** Texts by path or by name; null takes one away. */
export type TextChanges<Name> = Iterable<readonly [Name, string | null]>

/** The files and texts of a site at one moment. It never changes: what it says after an edit is another one. */
export class SiteTexts implements SiteView {
  // Asked for with every page that is looked at, so each is listed once.
  private listedPages: readonly SitePath[] | null = null
  private listedSheets: readonly WornSheet[] | null = null
  private listedTexts: readonly SheetText[] | null = null

  private constructor(private readonly state: State) {}

  static readonly empty = new SiteTexts(EMPTY)

  get files(): ReadonlyMap<SitePath, FileInfo> {
    return this.state.files
  }

  get sheetPath(): SitePath {
    return this.state.sheetPath
  }

  /** With other files, and which of them is the sheet; `sheetDoc` is the text of it that is worn, when it has several. */
  withFiles(files: readonly FileInfo[], sheetPath: SitePath, sheetDoc: Doc | null = null): SiteTexts {
    const sheet = { path: sheetPath, size: 0, pixels: null }
    const all = files.some(({ path }) => path === sheetPath) ? files : [...files, sheet]
    return new SiteTexts({ ...this.state, files: new Map(all.map((file) => [file.path, file])), sheetPath, sheetDoc })
  }

  /** With other texts of pages and stylesheets. */
  withTexts(changes: TextChanges<SitePath>): SiteTexts {
    const texts = new Map(this.state.texts)
    for (const [path, text] of changes) {
      if (text === null) texts.delete(path)
      else if (texts.get(path)?.text !== text) texts.set(path, new ReadText(text))
    }
    return new SiteTexts({ ...this.state, texts })
  }

  /** With other sheets of looks that are not worn. */
  withLooks(changes: TextChanges<Doc>): SiteTexts {
    const otherLooks = new Map(this.state.otherLooks)
    for (const [doc, text] of changes) {
      if (text === null) otherLooks.delete(doc)
      else otherLooks.set(doc, text)
    }
    return new SiteTexts({ ...this.state, otherLooks })
  }

  /** As it would be after a change; what stays as it is, is not parsed again. */
  after({ texts: changed, moves, creates }: SiteChange): SiteTexts {
    const { state } = this
    const names = new Map(moves.map(({ from, to }) => [from, to]))
    const nameOf = (path: SitePath) => names.get(path) ?? path
    const spliced = grouped(changed, ({ doc }) => doc)
    const splicesOf = (doc: Doc) => spliced.get(doc)?.flatMap(({ splices }) => splices) ?? []
    const files = [...state.files.values()].map((file) => ({ ...file, path: nameOf(file.path) }))
    const created = creates.map(({ path, text }) => ({ path, size: text.length, pixels: null }))
    const texts = new Map(
      [...state.texts].map(([path, known]) => {
        const splices = splicesOf(this.docOf(path))
        return [nameOf(path), splices.length === 0 ? known : new ReadText(applySplices(known.text, splices))]
      }),
    )
    const otherLooks = new Map(
      [...state.otherLooks].map(([doc, text]) => [doc, applySplices(text, splicesOf(doc))] as const),
    )
    return new SiteTexts({ ...state, texts, otherLooks })
      .withFiles([...files, ...created], nameOf(state.sheetPath), state.sheetDoc)
      .withTexts(creates.map(({ path, text }) => [path, text]))
  }

  /** What the text at a path is called in a step. */
  docOf(path: SitePath): Doc {
    const { sheetPath, sheetDoc } = this.state
    return path === sheetPath && sheetDoc ? sheetDoc : fileDoc(path)
  }

  encodingOf(path: SitePath): TextEncodingName {
    return this.files.get(path)?.encoding ?? 'utf-8'
  }

  get pagePaths(): readonly SitePath[] {
    return (this.listedPages ??= [...this.state.texts.keys()].filter(isPage))
  }

  /** The text of a page or stylesheet; '' when there is none. */
  text(path: SitePath): string {
    return this.state.texts.get(path)?.text ?? ''
  }

  /** A short name for the text of a page or stylesheet, to tell its states apart. */
  fingerprint(path: SitePath): string {
    return (this.state.texts.get(path) ?? NO_TEXT).fingerprint
  }

  /** A page's tree; that of an empty page when there is none. */
  page(path: SitePath): Page {
    return (this.state.texts.get(path) ?? NO_TEXT).page
  }

  /** A stylesheet as it is worn, parsed; null when there is none. */
  sheet(path: SitePath): Sheet | null {
    return this.state.texts.get(path)?.sheet ?? null
  }

  /** The stylesheets as they are worn: the sheet in its present look, and every other one. */
  get wornSheets(): readonly WornSheet[] {
    return (this.listedSheets ??= [...this.state.texts]
      .filter(([path]) => isSheet(path))
      .map(([path, { sheet }]) => ({ path, sheet })))
  }

  /** The texts of all stylesheets, and of the sheet in its other looks. */
  get sheetTexts(): readonly SheetText[] {
    return (this.listedTexts ??= this.listTexts())
  }

  private listTexts(): SheetText[] {
    const { texts, otherLooks, sheetDoc, sheetPath } = this.state
    const own = [...texts].filter(([path]) => isSheet(path))
    const others = [...otherLooks].filter(([doc]) => doc !== sheetDoc)
    return [
      ...own.map(([path, { text }]) => ({ doc: this.docOf(path), path, text })),
      ...others.map(([doc, text]) => ({ doc, path: sheetPath, text })),
    ]
  }
}
