import { importsOf } from '../cascade/import.ts'
import { parseSheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { elementsNamed, parsePage, type PageElement } from '../markup/tree.ts'
import { isSheet, nameOf, targetOf, type SitePath } from '../paths/paths.ts'
import { DESK, mediaMatches } from '../values/media.ts'

/** The name a new sheet gets on a site that has none. */
export const NEW_SHEET: SitePath = 'css/site.css'

interface PageText {
  readonly path: SitePath
  readonly text: string
}

/** What a link counts for: one that misses but seems to mean a sheet by its name, and one that a screen does not wear. */
const MEANT = 0.1
const ASIDE = 0.001

/** Sheets that so large a part of the pages wear as wear the most common one are as good as it: what they say decides. */
const AS_GOOD = 0.9

/**
 * Which stylesheet is the site's sheet: of those that most pages wear on a screen, linked or imported, the one with most
 * rules, those of what it imports included; where links miss, the one they seem to mean by its name; else the first. Null when the site has none. `textOf` gives
 * a stylesheet's text. Hands back after each page, for a site may have a thousand.
 */
export function* choosingSheet(
  files: readonly SitePath[],
  pages: readonly PageText[],
  textOf: (path: SitePath) => string = () => '',
): Generator<void, SitePath | null, void> {
  const sheets = files.filter(isSheet).sort((a, b) => a.split('/').length - b.split('/').length || (a < b ? -1 : 1))
  const read = new Map(sheets.map((path) => [path, readForChoice(path, textOf(path))]))
  const votes = new Map(sheets.map((path) => [path, 0]))
  const byName = new Map(sheets.toReversed().map((path) => [nameOf(path).toLowerCase(), path]))
  const vote = (path: SitePath, weight: number, seen: ReadonlySet<SitePath> = new Set()) => {
    if (seen.has(path) || !votes.has(path)) return
    votes.set(path, votes.get(path)! + weight)
    for (const imported of read.get(path)!.imports) vote(imported, weight, new Set([...seen, path]))
  }
  for (const { path, text } of pages) {
    for (const element of linksOf(text)) {
      const href = element.attributes.get('href')
      const target = href === undefined ? null : targetOf(path, href)
      if (target?.kind !== 'site') continue
      const exact = votes.has(target.path)
      const sheet = exact ? target.path : byName.get(nameOf(target.path).toLowerCase())
      if (sheet !== undefined) vote(sheet, isWorn(element) ? (exact ? 1 : MEANT) : ASIDE)
    }
    yield
  }
  const most = Math.max(...votes.values())
  const best = sheets.filter((path) => votes.get(path)! >= most * AS_GOOD)
  const rules = new Map(best.map((path) => [path, rulesWithImports(path, (each) => read.get(each))]))
  const richest = Math.max(...rules.values())
  return best.find((path) => rules.get(path) === richest) ?? null
}

/** What a stylesheet imports for screens, and how many rules it has of its own. */
interface OwnRules {
  readonly imports: readonly SitePath[]
  readonly rules: number
}

function readForChoice(path: SitePath, text: string): OwnRules {
  const sheet = parseSheet(text)
  return { imports: importsOf(sheet, path, DESK), rules: styleRules(sheet).length }
}

/** How many rules come with a stylesheet: its own, and once those of each that it imports for screens. */
export function rulesWithImports(path: SitePath, read: (path: SitePath) => OwnRules | undefined): number {
  const met = new Set([path])
  let sum = 0
  // The set grows while it is walked.
  for (const each of met) {
    const own = read(each)
    sum += own?.rules ?? 0
    for (const imported of own?.imports ?? []) met.add(imported)
  }
  return sum
}

/** The links of a page. They mostly stand in the head, and the rest of a page takes far longer to read: it is read only where the head has none. */
function linksOf(text: string): readonly PageElement[] {
  const body = /<body[\s>]/i.exec(text)?.index ?? text.length
  const inHead = elementsNamed(parsePage(text.slice(0, body)), 'link')
  return inHead.length > 0 || body === text.length ? inHead : elementsNamed(parsePage(text), 'link')
}

/** The same, chosen at once. */
export function chooseSheet(
  files: readonly SitePath[],
  pages: readonly PageText[],
  textOf?: (path: SitePath) => string,
): SitePath | null {
  const choosing = choosingSheet(files, pages, textOf)
  let next = choosing.next()
  while (!next.done) next = choosing.next()
  return next.value
}

/** Whether a screen wears what a link names without anybody choosing it: not for print, not aside, not switched off. */
function isWorn({ attributes }: PageElement): boolean {
  const rel = attributes.get('rel')?.toLowerCase().split(/\s+/) ?? []
  return !rel.includes('alternate') && !attributes.has('disabled') && mediaMatches(attributes.get('media') ?? '', DESK)
}
