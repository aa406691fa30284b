import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { styleRules } from '../sheet/walk.ts'
import type { Range } from '../text/splice.ts'

/** The selectors of a stylesheet's rules that an element matches, weakest first. */
export function rulesOf(site: SiteSnapshot, file: SitePath, page: SitePath, index: number): Range[] {
  const sheet = site.sheet(file)
  if (!sheet || !site.pagePaths.includes(page) || !site.page(page).elements[index]) return []
  const styles = site.someStylesOf(page)
  const starts = new Set(
    styles
      .at(index)
      .matched.rules.filter(({ source }) => source.kind === 'external' && source.file === file)
      .map((rule) => styles.cascade.present(rule).from),
  )
  const ranges = new Map(styleRules(sheet).map(({ rule }) => [rule.from, rule.selectorRange]))
  return [...starts].flatMap((from) => ranges.get(from) ?? [])
}
