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

/**
 * Which stylesheet is the site's sheet: the one that most pages wear on a screen; where links miss, the one they seem to mean
 * by its name; else the first. Null when the site has none. Hands back after each page, for a site may have a thousand.
 */
export function* choosingSheet(
  files: readonly SitePath[],
  pages: readonly PageText[],
): Generator<void, SitePath | null, void> {
  const sheets = files.filter(isSheet).sort((a, b) => a.split('/').length - b.split('/').length || (a < b ? -1 : 1))
  const votes = new Map(sheets.map((path) => [path, 0]))
  const byName = new Map(sheets.toReversed().map((path) => [nameOf(path).toLowerCase(), path]))
  for (const { path, text } of pages) {
    for (const element of linksOf(text)) {
      const href = element.attributes.get('href')
      const target = href === undefined ? null : targetOf(path, href)
      if (target?.kind !== 'site') continue
      const exact = votes.has(target.path)
      const sheet = exact ? target.path : byName.get(nameOf(target.path).toLowerCase())
      if (sheet !== undefined) votes.set(sheet, votes.get(sheet)! + (isWorn(element) ? (exact ? 1 : MEANT) : ASIDE))
    }
    yield
  }
  const most = Math.max(...votes.values())
  return sheets.find((path) => votes.get(path) === most) ?? null
}

/** The links of a page. They mostly stand in the head, and the rest of a page takes far longer to read: it is read only where the head has none. */
function linksOf(text: string): readonly PageElement[] {
  const body = /<body[\s>]/i.exec(text)?.index ?? text.length
  const inHead = elementsNamed(parsePage(text.slice(0, body)), 'link')
  return inHead.length > 0 || body === text.length ? inHead : elementsNamed(parsePage(text), 'link')
}

/** The same, chosen at once. */
export function chooseSheet(files: readonly SitePath[], pages: readonly PageText[]): SitePath | null {
  const choosing = choosingSheet(files, pages)
  let next = choosing.next()
  while (!next.done) next = choosing.next()
  return next.value
}

/** Whether a screen wears what a link names without anybody choosing it: not for print, not aside, not switched off. */
function isWorn({ attributes }: PageElement): boolean {
  const rel = attributes.get('rel')?.toLowerCase().split(/\s+/) ?? []
  return !rel.includes('alternate') && !attributes.has('disabled') && mediaMatches(attributes.get('media') ?? '', DESK)
}
