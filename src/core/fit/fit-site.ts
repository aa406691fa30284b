import { grouped } from '../text/grouped.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import { basePath } from '../markup/base.ts'
import { referencesIn, type Reference, type ReferenceKind } from '../markup/references.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import {
  closestName,
  folderOf,
  isImage,
  isPage,
  nameOf,
  NOTES_FILE,
  targetOf,
  type SitePath,
  type Target,
} from '../paths/paths.ts'
import type { FileInfo } from '../site/view.ts'
import { fileAt } from '../site/retarget.ts'
import { memo } from '../text/memo.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { wearReport, type WearReport } from '../model/wear.ts'

/** Where a reference leads. */
export interface Lead {
  readonly target: Target
  /** The file it leads to, or null when there is none or it is no file of the site. */
  readonly file: SitePath | null
}

/** A reference and where it leads. */
export class Led implements Reference, Lead {
  readonly target: Target
  readonly file: SitePath | null

  constructor(
    private readonly reference: Reference,
    { target, file }: Lead,
  ) {
    this.target = target
    this.file = file
  }

  get url(): string {
    return this.reference.url
  }

  get kind(): ReferenceKind {
    return this.reference.kind
  }

  get element(): PageElement {
    return this.reference.element
  }

  get attribute(): string {
    return this.reference.attribute
  }

  get from(): number {
    return this.reference.from
  }

  get to(): number {
    return this.reference.to
  }

  get write(): (url: string) => string {
    return this.reference.write
  }
}

const readReferences = memo(referencesIn)

/** A page as rules see it. What is costly is found once, when it is asked for. */
export class FitPage {
  private led: readonly Led[] | null
  private readonly byKind: Map<ReferenceKind, Led[]>
  private byPlace: ReadonlyMap<number, Led> | null = null
  private known: WearReport | null = null

  /** `before` is the same page of a site with the same files. */
  constructor(
    readonly site: FitSite,
    readonly path: SitePath,
    readonly page: Page,
    before?: FitPage,
  ) {
    this.led = before?.led ?? null
    this.byKind = before?.byKind ?? new Map<ReferenceKind, Led[]>()
  }

  get base(): SitePath {
    return basePath(this.path, this.page)
  }

  /** Every reference of the page. */
  get references(): readonly Led[] {
    return (this.led ??= this.lead())
  }

  /** Its references of some kinds. Most rules ask for few, and a page has hundreds of links. */
  referencesOf(...kinds: readonly ReferenceKind[]): readonly Led[] {
    if (this.byKind.size === 0)
      for (const reference of this.references) {
        const same = this.byKind.get(reference.kind)
        if (same) same.push(reference)
        else this.byKind.set(reference.kind, [reference])
      }
    const lists = kinds.map((kind) => this.byKind.get(kind) ?? [])
    return lists.length === 1 ? lists[0]! : lists.flat()
  }

  /** The reference that begins at a place in the page's text. */
  referenceAt(from: number): Led | undefined {
    this.byPlace ??= new Map(this.references.map((each) => [each.from, each]))
    return this.byPlace.get(from)
  }

  private lead(): Led[] {
    const { base, page, site } = this
    return readReferences(page).map(
      (reference) => new Led(reference, site.lead(reference.element.tag === 'base' ? this.path : base, reference.url)),
    )
  }

  /** How it wears the sheet, without what beats it. */
  get wear(): WearReport {
    return (this.known ??= wearReport(this.path, this.page, this.site.model.wearContext(), null))
  }

  /** The same for rules that ask about a few elements. */
  get someStyles(): PageStyles {
    return this.site.model.someStylesOf(this.path)
  }

  get styles(): PageStyles {
    return this.site.model.stylesOf(this.path)
  }
}

/** What a path names, as far as its ending tells. */
const kindOf = (path: SitePath) => (isPage(path) ? 'page' : isImage(path) ? 'image' : 'other')

const byName = (paths: readonly SitePath[]) => grouped(paths, nameOf)

/** Whether two sites have the same files, as far as pages can lead to them: Attire's own notes do not count. */
export function areSameFiles(a: SiteSnapshot['files'], b: SiteSnapshot['files']): boolean {
  if (a === b) return true
  const count = (files: SiteSnapshot['files']) => files.size - Number(files.has(NOTES_FILE))
  if (count(a) !== count(b)) return false
  for (const [path, info] of a) if (path !== NOTES_FILE && !areAlike(info, b.get(path))) return false
  return true
}

function areAlike(a: FileInfo, b: FileInfo | undefined): boolean {
  return a.size === b?.size && a.pixels?.width === b.pixels?.width && a.pixels?.height === b.pixels?.height
}

/** Every folder that holds something, with the slash at its end. */
function foldersOf(paths: readonly SitePath[]): Set<SitePath> {
  const found = new Set<SitePath>([''])
  for (const path of paths)
    for (let end = path.lastIndexOf('/') + 1; end > 0; end = path.lastIndexOf('/', end - 2) + 1) {
      if (found.has(path.slice(0, end))) break
      found.add(path.slice(0, end))
    }
  return found
}

/** A site as rules see it, at one moment. */
export class FitSite {
  private readonly pages = new Map<SitePath, FitPage>()
  private readonly lowered: Map<string, SitePath>
  private readonly leads: Map<string, Lead>
  private readonly closest: Map<string, SitePath | null>
  private readonly named: Map<string, SitePath[]>
  private readonly folders: ReadonlySet<SitePath>
  private readonly before: ReadonlyMap<SitePath, FitPage>

  /** What an earlier one found holds on as long as the files are the same. */
  constructor(
    readonly model: SiteSnapshot,
    before?: FitSite,
  ) {
    const same = before && areSameFiles(before.model.files, model.files) ? before : null
    this.leads = same?.leads ?? new Map<string, Lead>()
    this.closest = same?.closest ?? new Map<string, SitePath | null>()
    this.named = same?.named ?? byName([...model.files.keys()])
    this.folders = same?.folders ?? foldersOf([...model.files.keys()])
    this.lowered = same?.lowered ?? new Map([...model.files.keys()].map((path) => [path.toLowerCase(), path]))
    this.before = new Map(same?.pages)
  }

  /** Where a reference in a file leads. Files of one folder say the same things again and again, so it is found once for each. */
  lead(from: SitePath, url: string): Lead {
    // Places on one page lead to the same file.
    const [whole] = /^[^#]*[^#\0- ](?=#)/.exec(url) ?? [url]
    const key = `${folderOf(from)}\0${whole}`
    let found = this.leads.get(key)
    if (!found) {
      const target = targetOf(from, whole)
      this.leads.set(key, (found = { target, file: target.kind === 'site' ? this.fileAt(target.path) : null }))
    }
    return found
  }

  get allPages(): FitPage[] {
    return this.model.pagePaths.map((path) => this.page(path))
  }

  page(path: SitePath): FitPage {
    const known = this.pages.get(path)
    if (known) return known
    const page = this.model.page(path)
    const before = this.before.get(path)
    const found = new FitPage(this, path, page, before?.page === page ? before : undefined)
    this.pages.set(path, found)
    return found
  }

  has(path: SitePath): boolean {
    return this.model.files.has(path)
  }

  /** The file a path leads to: itself, or the index of the folder it names. */
  fileAt(path: SitePath): SitePath | null {
    return fileAt(path, (each) => this.model.files.has(each))
  }

  /** The topmost folder on the way to a path that holds nothing of the site; null where the path's own folder is there. */
  missingFolder(path: SitePath): SitePath | null {
    let end = 0
    while ((end = path.indexOf('/', end) + 1) > 0) if (!this.folders.has(path.slice(0, end))) return path.slice(0, end)
    return null
  }

  /** Whether there is a folder of this path, which ends in a slash. */
  hasFolder(path: SitePath): boolean {
    return this.folders.has(path)
  }

  /** The file whose path differs from this one in capitals only. */
  inOtherCase(path: SitePath): SitePath | null {
    return this.lowered.get(path.toLowerCase()) ?? null
  }

  /** The files of a name, in whatever folder. */
  pathsNamed(name: string): readonly SitePath[] {
    return this.named.get(name) ?? []
  }

  /** The file of a kind whose path is most like one that is not there. Many pages miss the same file, so it is sought once. */
  closestTo(path: SitePath, kind = kindOf(path)): SitePath | null {
    const key = `${kind} ${path}`
    let found = this.closest.get(key)
    if (found === undefined) {
      found = closestName(
        path,
        this.paths((each) => kindOf(each) === kind),
      )
      this.closest.set(key, found)
    }
    return found
  }

  /** All paths, sorted out by what `wanted` keeps. */
  paths(wanted: (path: SitePath) => boolean): SitePath[] {
    return [...this.model.files.keys()].filter(wanted)
  }
}
