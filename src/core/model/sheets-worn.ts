import { readImport, type ImportPrelude } from '../cascade/import.ts'
import type { AuthorSheet } from '../cascade/rules.ts'
import { supportsMatches } from '../cascade/supports.ts'
import { basePath } from '../markup/base.ts'
import { elementsNamed, type Page, type PageElement } from '../markup/tree.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'
import { mediaMatches, type Viewport } from '../values/media.ts'

/** What the check needs to know of the site. `readSheet` gives a stylesheet of the site, parsed, or null. */
export interface WearContext {
  readonly sheetPath: SitePath
  readonly files: { has(path: SitePath): boolean; keys(): Iterable<SitePath> }
  readonly readSheet: (path: SitePath) => Sheet | null
  readonly viewport: Viewport
}

/** Where a page takes a stylesheet from, in force or not: a file of the site, or a block of its own. */
type SheetSource = { readonly element: PageElement } & (
  | { readonly kind: 'link'; readonly file: SitePath }
  | { readonly kind: 'style'; readonly block: NonNullable<PageElement['rawText']> }
)

/** What stands before the first rule of a stylesheet: names of layers, and imports. */
type Opening = { readonly layers: readonly string[] } | { readonly wanted: ImportPrelude }

/** All stylesheets of a page in cascade order: linked files with their imports, and embedded blocks. */
export function sheetsWorn(path: SitePath, page: Page, context: WearContext): AuthorSheet[] {
  const worn: AuthorSheet[] = []
  const { base, sources } = sourcesOf(page, path)
  const addFile = (
    file: SitePath,
    seen: readonly SitePath[],
    layers: readonly string[],
    layersBefore: readonly string[],
  ) => {
    const sheet = context.files.has(file) && !seen.includes(file) ? context.readSheet(file) : null
    if (!sheet) return
    addImports(file, sheet, [...seen, file], layers)
    worn.push({ kind: 'external', file, offset: 0, sheet, layers, layersBefore })
  }
  const addImports = (from: SitePath, sheet: Sheet, seen: readonly SitePath[], layers: readonly string[]) => {
    const layersBefore: string[] = []
    for (const opening of openingOf(sheet)) {
      if ('layers' in opening) {
        layersBefore.push(...opening.layers.map((name) => [...layers, name].join('.')))
        continue
      }
      const { wanted } = opening
      const target = targetOf(from, wanted.url)
      if (target.kind !== 'site' || !mediaMatches(wanted.media, context.viewport) || !isSupported(wanted)) continue
      addFile(target.path, seen, wanted.layer === null ? layers : [...layers, wanted.layer], layersBefore)
    }
  }
  for (const source of sources) {
    if (!isActive(source.element, context.viewport)) continue
    if (source.kind === 'link') addFile(source.file, [], [], [])
    else {
      const sheet = parseSheet(source.block.text)
      addImports(base, sheet, [], [])
      worn.push({ kind: 'embedded', file: path, offset: source.block.from, sheet })
    }
  }
  return worn
}

/** Whether a link or block is a stylesheet for what pages are looked at with. */
export function isActive(element: PageElement, viewport: Viewport): boolean {
  const type = (element.attributes.get('type') ?? '').trim().toLowerCase()
  if (type !== '' && type !== 'text/css') return false
  return !element.attributes.has('disabled') && mediaMatches(element.attributes.get('media') ?? '', viewport)
}

/** The words of `rel`, in small letters. */
export function relOf(element: PageElement): string[] {
  return (element.attributes.get('rel') ?? '')
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
}

interface Sources {
  readonly path: SitePath
  readonly base: SitePath
  readonly sources: readonly SheetSource[]
}

const known = new WeakMap<Page, Sources>()

/** A page does not change; it may move, as the same text. */
function sourcesOf(page: Page, path: SitePath): Sources {
  const before = known.get(page)
  if (before?.path === path) return before
  const base = basePath(path, page)
  const found = { path, base, sources: sourcesFrom(page, base) }
  known.set(page, found)
  return found
}

function sourcesFrom(page: Page, base: SitePath): SheetSource[] {
  const links = elementsNamed(page, 'link').flatMap((element): SheetSource[] => {
    const rel = relOf(element)
    if (!rel.includes('stylesheet') || rel.includes('alternate')) return []
    const target = targetOf(base, element.attributes.get('href') ?? '')
    return target.kind === 'site' ? [{ kind: 'link', element, file: target.path }] : []
  })
  const blocks = elementsNamed(page, 'style').flatMap((element): SheetSource[] =>
    element.rawText ? [{ kind: 'style', element, block: element.rawText }] : [],
  )
  return [...links, ...blocks].sort((one, other) => one.element.index - other.element.index)
}

/** Imports count before all other rules, but for `@charset` and names of layers (CSS Cascade 5, section 2). */
const openingOf = memo((sheet: Sheet): readonly Opening[] => {
  const opening: Opening[] = []
  for (const rule of sheet.rules) {
    if (rule.kind === 'style') break
    if (rule.name === 'layer' && !rule.block)
      opening.push({ layers: rule.prelude.split(',').map((name) => name.trim()) })
    else if (rule.name === 'import') {
      const wanted = readImport(rule.prelude)
      if (wanted) opening.push({ wanted })
    } else if (rule.name !== 'charset') break
  }
  return opening
})

function isSupported({ supports }: ImportPrelude): boolean {
  return supports === null || supportsMatches(/^[\w-]+\s*:/.test(supports) ? `(${supports})` : supports)
}
