import { markupFaults } from '../markup/faults/markup-faults.ts'
import type { Page } from '../markup/tree.ts'
import { isXml, type SitePath } from '../paths/paths.ts'
import type { Range } from '../text/splice.ts'
import { altMissing, withoutAlt } from './rules/image-alt-missing.ts'

/** Something wrong with a page's markup, with its place in the text. */
export interface TextFault extends Range {
  readonly message: string
  readonly severity: 'warning' | 'info'
}

/** What can be said of a page's text as it is, without the rest of the site: while somebody types, this is shown at once. */
export function textFaults(page: Page, path: SitePath): TextFault[] {
  const markup = markupFaults(page, isXml(path)).map(({ from, to, message, kind }): TextFault => ({
    ...{ from, to, message },
    severity: kind === 'guessed' ? 'warning' : 'info',
  }))
  const pictures = withoutAlt(page).map(({ tag, attributes, place }): TextFault => ({
    ...place!.startTag,
    message: `${altMissing(tag, attributes.get('src') ?? '')} Say in alt="…" what it tells; alt="" where it only decorates.`,
    severity: 'warning',
  }))
  return [...markup, ...pictures].sort((a, b) => a.from - b.from)
}
