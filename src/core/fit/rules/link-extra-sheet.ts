import type { PageRule } from '../finding.ts'
/** A further stylesheet beside the sheet. */
export const linkExtraSheet: PageRule = {
  id: 'link-extra-sheet',
  severity: 'note',
  prevents: 'deciding',
  title: 'A further stylesheet is attached',
  explanation: 'It may say other things than the sheet, and whichever comes later wins. One sheet is easier to change.',
  scope: 'page',
  readsSheets: true,
  check: (page) =>
    (page.wear.fault?.id === 'other-sheet' ? [] : page.referencesOf('sheet')).flatMap(
      ({ element, file, target, url, from, to }) => {
        const { path, site } = page
        if (element.tag !== 'link' || file === site.model.sheetPath) return []
        const { attributes } = element
        if (/\balternate\b/i.test(attributes.get('rel') ?? '') || /^\s*print\s*$/i.test(attributes.get('media') ?? ''))
          return []
        if (target.kind === 'elsewhere')
          return [
            {
              file: path,
              from,
              to,
              message: `This page also wears a stylesheet from another host, ${url}. When that host does not answer, the page looks different.`,
            },
          ]
        return file
          ? [
              {
                file: path,
                from,
                to,
                message: `This page also wears ${file}. What it sets may beat the sheet, or be beaten by it.`,
              },
            ]
          : []
      },
    ),
}
