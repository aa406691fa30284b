import type { PageRule } from '../finding.ts'
import { markupFaults } from '../../markup/faults/markup-faults.ts'
import { isXml } from '../../paths/paths.ts'
/** Elements and attributes that HTML has left behind. */
export const markupObsolete: PageRule = {
  id: 'markup-obsolete',
  severity: 'note',
  prevents: 'upkeep',
  title: 'Obsolete markup',
  explanation:
    'Browsers follow it still, and any rule of the sheet beats it. What it says on every page can be said once, in the sheet.',
  scope: 'page',
  check: ({ page, path }) =>
    markupFaults(page, isXml(path))
      .filter(({ kind }) => kind === 'obsolete')
      .map(({ from, to, message, about = '' }) => ({ file: path, from, to, message, about })),
}
