import { nameCause } from '../../selectors/why-nothing.ts'
import type { SiteRule } from '../finding.ts'
import { unmatchedSelectors } from '../unmatched.ts'

/** As many are explained; of a framework's thousands nobody reads more. */
const MOST_EXPLAINED = 60

/** Selectors that touch nothing on any page. */
export const selectorUnmatched: SiteRule = {
  id: 'selector-unmatched',
  severity: 'note',
  prevents: 'upkeep',
  title: 'Selectors that touch nothing',
  explanation:
    'No page has an element for them. Some wait for a script or a page to come; others have a slip in a name, and then their rule never arrives.',
  scope: 'site',
  together: (places, files) =>
    `${places.length === 1 ? 'One selector' : `${places.length} selectors`} of ${files === 1 ? places[0]!.file : `${files} files`} touch${places.length === 1 ? 'es' : ''} nothing on any page.`,
  check: ({ model }) => {
    const pages = model.pagePaths.map((path) => model.page(path))
    return unmatchedSelectors(model).map(({ file, selector, bare }, at) => {
      const why = at < MOST_EXPLAINED ? (nameCause(bare, pages) ?? '') : ''
      // A slip is a matter of its own; what only waits for elements is one matter a sheet.
      const slip = /^Letter case differs|on the pages, not an? |a dot is missing/.test(why)
      const message = `${selector.text} touches nothing on any page. ${why}`.trim()
      return {
        file,
        from: selector.from,
        to: selector.to,
        message,
        ...(slip ? { severity: 'warning' as const } : { cause: `Selectors of ${file} touch nothing on any page.` }),
      }
    })
  },
}
