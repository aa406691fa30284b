import { isForwarding } from '../../markup/forwarding.ts'
import type { PageRule } from '../finding.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
import { lineEndOf } from '../../text/place.ts'
/** A page without a doctype. */
export const doctypeMissing: PageRule = {
  id: 'doctype-missing',
  severity: 'warning',
  prevents: 'parsing',
  title: 'The doctype is missing',
  explanation:
    'Without <!doctype html> browsers go back to the habits of the nineties (quirks mode): boxes, fonts in tables and heights are computed differently.',
  cost: 10,
  alsoSeen:
    'Without quirks mode browsers also count some boxes anew, such as heights in percent and the room under pictures in table cells; widths and heights may differ where no value does.',
  scope: 'page',
  check: ({ page, path }) => {
    if (isForwarding(page)) return []
    if (page.doctypeEnd === null)
      return [
        {
          file: path,
          from: 0,
          to: 0,
          message: 'The page begins without <!doctype html>, so browsers show it in quirks mode.',
          fixable: true,
        },
      ]
    return page.quirks
      ? [
          {
            file: path,
            from: 0,
            to: page.doctypeEnd,
            message: 'The doctype is an old one that puts browsers into quirks mode. Write <!doctype html>.',
            fixable: true,
          },
        ]
      : []
  },
  fix: (site, found) =>
    joinChanges(
      found.map(({ file }) => {
        const { text, doctypeEnd } = site.page(file).page
        const start = text.startsWith('\uFEFF') ? 1 : 0
        const old = doctypeEnd === null ? null : text.toLowerCase().indexOf('<!doctype')
        const splice =
          old === null
            ? { from: start, to: start, insert: `<!doctype html>${lineEndOf(text)}` }
            : { from: old, to: doctypeEnd!, insert: '<!doctype html>' }
        return { ...NO_CHANGE, texts: [{ doc: fileDoc(file), splices: [splice] }] }
      }),
    ),
}
