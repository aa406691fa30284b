import type { PageRule } from '../finding.ts'
import { markupFaults } from '../../markup/faults/markup-faults.ts'
import { isXml } from '../../paths/paths.ts'
/** Markup that browsers have to guess at, or that stands where HTML does not allow it. */
export const markupInvalid: PageRule = {
  id: 'markup-invalid',
  severity: 'warning',
  prevents: 'parsing',
  title: 'Markup that browsers must guess at',
  explanation:
    'Browsers mend it silently, and not always the way it was meant. Then rules of the sheet reach other elements than they seem to.',
  scope: 'page',
  check: ({ page, path }) =>
    markupFaults(page, isXml(path))
      .filter(({ kind }) => kind !== 'obsolete')
      .map(({ from, to, message, kind, cause = message }) => ({
        file: path,
        from,
        to,
        message,
        cause,
        // Browsers build it just as it is written.
        severity: kind === 'misplaced' ? 'note' : 'warning',
      })),
}
