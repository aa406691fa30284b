import type { PageRule } from '../finding.ts'
import { wearOf } from '../../model/wear-summary.ts'

/** Something of the page's own that beats the sheet. */
export const sheetOverridden: PageRule = {
  id: 'sheet-overridden',
  severity: 'warning',
  prevents: 'deciding',
  title: 'The page beats the sheet',
  explanation:
    'The sheet sets a property, and a rule or attribute of the page sets it again and wins. A change in the sheet does not show there.',
  scope: 'page',
  readsSheets: true,
  check: ({ path, site }) => {
    const { overridden } = wearOf(site.model, path)
    return overridden.map(({ kind, property, element, count, sheetSelector, offset }) => ({
      file: path,
      from: offset,
      to: offset,
      message: `${kind === 'inline' ? 'A style attribute' : 'An embedded rule'} sets ${property} of ${count > 1 ? `${count} elements like ` : ''}${element} and beats the sheet’s ${sheetSelector}.`,
    }))
  },
}
