import type { PageRule } from '../finding.ts'
import { markupFaults } from '../../markup/validate.ts'
import { isXml } from '../../paths/paths.ts'
/** Markup that browsers have to guess at. */
export const markupInvalid: PageRule = {
  id: 'markup-invalid',
  severity: 'warning',
  prevents: 'parsing',
  title: 'Markup that browsers must guess at',
  explanation:
    'Browsers mend it silently, and not always the way it was meant. Then rules of the sheet reach other elements than they seem to.',
  scope: 'page',
  check: ({ page, path }) => markupFaults(page, isXml(path)).map((fault) => ({ file: path, ...fault })),
}
