import type { Diagnosis, Mend } from '../diagnostics/diagnosis.ts'
import { markupFaults } from '../markup/faults/markup-faults.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { isPage, isXml, type SitePath } from '../paths/paths.ts'
import type { Range } from '../text/splice.ts'
import { altMissing, withoutAlt } from './rules/image-alt-missing.ts'
import { inPage, inSheet } from './style-texts.ts'

/** Something wrong with a text, with its place in it. */
export interface TextFault extends Range {
  readonly message: string
  readonly severity: 'error' | 'warning' | 'info'
  readonly mend: Mend | null
}

/** What can be said of a text of the site as it is: while somebody types, this is shown at once. */
export function textFaults(site: SiteSnapshot, file: SitePath): TextFault[] {
  if (isPage(file)) return site.pagePaths.includes(file) ? inOrder(pageFaults(site, file)) : []
  const sheet = site.sheet(file)
  return sheet ? inSheet(site, sheet).map(asFault) : []
}

const inOrder = (faults: TextFault[]) => faults.sort((a, b) => a.from - b.from)

function pageFaults(site: SiteSnapshot, path: SitePath): TextFault[] {
  const page = site.page(path)
  const markup = markupFaults(page, isXml(path)).map(({ from, to, message, kind }): TextFault => ({
    ...{ from, to, message, mend: null },
    severity: kind === 'guessed' ? 'warning' : 'info',
  }))
  const pictures = withoutAlt(page).map(({ tag, attributes, place }): TextFault => ({
    ...place!.startTag,
    message: `${altMissing(tag, attributes.get('src') ?? '')} Say in alt="…" what it tells; alt="" where it only decorates.`,
    severity: 'warning',
    mend: null,
  }))
  return [...markup, ...pictures, ...inPage(site, page, path).map(asFault)]
}

const asFault = ({ from, to, message, severity, mend }: Diagnosis): TextFault => ({
  ...{ from, to, message, mend },
  severity: severity === 'note' ? 'info' : severity,
})
