import type { PageRule } from '../finding.ts'
import { elementsNamed } from '../../markup/tree.ts'
import { parseSheet } from '../../sheet/parse.ts'
/** Styles of a page's own, in a style element. */
export const embeddedStyles: PageRule = {
  id: 'embedded-styles',
  severity: 'warning',
  prevents: 'deciding',
  title: 'Embedded styles',
  explanation:
    'Rules in a <style> block hold on one page only, and mostly beat the sheet there. Lift them into the sheet, and they are written once.',
  scope: 'page',
  together: ([first], pages) =>
    pages === 1
      ? `A <style> block holds ${first!.about} that no other page shares.`
      : `The same <style> block, with ${first!.about}, stands on ${pages} pages. Lifted into the sheet, it is written once.`,
  check: ({ page, path }) =>
    elementsNamed(page, 'style').flatMap(({ rawText, place }) => {
      if (!rawText || !place) return []
      const rules = parseSheet(rawText.text).rules.length
      return rules === 0
        ? []
        : [
            {
              file: path,
              from: place.startTag.from,
              to: place.startTag.to,
              // The same block on many pages is one matter.
              cause: rawText.text.trim(),
              about: rules === 1 ? 'a rule' : `${rules} rules`,
              message: `A <style> block of this page holds ${rules === 1 ? 'a rule' : `${rules} rules`}.`,
            },
          ]
    }),
}
