import { parsePage } from '../markup/tree.ts'
import { isSheet, nameOf, targetOf, type SitePath } from '../paths/paths.ts'

/** The name a new sheet gets on a site that has none. */
export const NEW_SHEET: SitePath = 'css/site.css'

/**
 * Which stylesheet is the site's sheet: the one most pages link to; where links miss, the one they seem to mean by its
 * name; else the first. Null when the site has none.
 */
export function chooseSheet(
  files: readonly SitePath[],
  pages: readonly { path: SitePath; text: string }[],
): SitePath | null {
  const sheets = files.filter(isSheet).sort((a, b) => a.split('/').length - b.split('/').length || (a < b ? -1 : 1))
  const votes = new Map(sheets.map((path) => [path, 0]))
  for (const { path, text } of pages) {
    for (const element of parsePage(text).elements) {
      const href = element.tag === 'link' ? element.attributes.get('href') : undefined
      const target = href === undefined ? null : targetOf(path, href)
      if (target?.kind !== 'site') continue
      const exact = votes.get(target.path)
      if (exact !== undefined) votes.set(target.path, exact + 1)
      else {
        const meant = sheets.find((sheet) => nameOf(sheet).toLowerCase() === nameOf(target.path).toLowerCase())
        if (meant !== undefined) votes.set(meant, votes.get(meant)! + 0.1)
      }
    }
  }
  const most = Math.max(...votes.values())
  return sheets.find((path) => votes.get(path) === most) ?? null
}
