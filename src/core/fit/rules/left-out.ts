import type { SiteRule } from '../finding.ts'

/** Styles that are nested deeper than Attire follows. */
export const leftOut: SiteRule = {
  id: 'left-out',
  severity: 'warning',
  prevents: 'parsing',
  title: 'Styles that Attire leaves out',
  explanation:
    'Blocks or brackets that stand very deep in each other mostly come from a missing brace. Browsers may read them; what Attire says of the site does not reckon with them.',
  scope: 'site',
  check: (site) =>
    site.model.wornSheets.flatMap(({ path, sheet }) =>
      sheet.errors.filter((error) => error.leftOut).map(({ from, to, message }) => ({ file: path, from, to, message })),
    ),
}
