import { isForwarding } from '../../markup/forwarding.ts'
import type { SiteRule } from '../finding.ts'
import type { FitPage, FitSite } from '../fit-site.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import type { SitePath } from '../../paths/paths.ts'
import { formOf, planInsertRegion, REGIONS, regionsOf, type Region } from '../../site/share.ts'
import { fileDoc, type Doc } from '../../site/step.ts'
import { memo } from '../../text/memo.ts'
import type { Splice } from '../../text/splice.ts'
/** A region that most pages have is not on this one. */
export const regionMissing: SiteRule = {
  id: 'region-missing',
  severity: 'warning',
  prevents: 'upkeep',
  title: 'A region the other pages have is missing',
  explanation:
    'Visitors expect the same header, navigation and footer everywhere; a page without them looks lost and is hard to leave.',
  scope: 'site',
  check: (site) =>
    REGIONS.flatMap((region) => {
      const having = holders(site, region)
      const pages = site.allPages
      if (having.length < 3 || having.length * 2 <= pages.length) return []
      return pages
        .filter(({ page }) => !regions(page)[region] && !isForwarding(page))
        .map(({ path, page }) => {
          const body = page.elements.find(({ tag, place }) => tag === 'body' && place)?.place?.startTag ?? {
            from: 0,
            to: 0,
          }
          return {
            file: path,
            from: body.from,
            to: body.to,
            cause: `Pages lack the <${region}> that most pages have.`,
            message: `${having.length} of ${pages.length} pages have a <${region}>; this one has none.`,
            fixable: planFor(site, region, path).splices.length > 0,
            about: region,
          }
        })
    }),
  fix: (site, found) =>
    joinChanges(
      found.flatMap(({ file, about }) => {
        const region = REGIONS.find((each) => each === about)
        return region ? [{ ...NO_CHANGE, texts: [planFor(site, region, file)] }] : []
      }),
    ),
}

const regions = memo(regionsOf)

function holders(site: FitSite, region: Region): FitPage[] {
  return site.allPages.filter(({ page }) => regions(page)[region])
}

/** The region as most pages have it, written into a page; nothing when the pages do not agree. */
function planFor(site: FitSite, region: Region, path: SitePath): { doc: Doc; splices: readonly Splice[] } {
  const having = holders(site, region)
  const forms = having.map((page) => formOf(site.model, page.path, regions(page.page)[region]!.place!))
  const counts = new Map<string, number>()
  for (const form of forms) counts.set(form, (counts.get(form) ?? 0) + 1)
  const [form, count] = [...counts].sort((a, b) => b[1] - a[1])[0]!
  // A header of which the navigation is part brings it along; both at once would put it there twice.
  const nested =
    region === 'nav' &&
    having.some(({ page }) => regions(page).nav!.parent === regions(page).header) &&
    !regions(site.page(path).page).header
  if (nested || count * 2 <= having.length) return { doc: fileDoc(path), splices: [] }
  const source = having[forms.indexOf(form)]!
  return { doc: fileDoc(path), splices: planInsertRegion(site.model, source.path, regions(source.page)[region]!, path) }
}
