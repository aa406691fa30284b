import { isForwarding } from '../../markup/forwarding.ts'
import { attachSheet } from '../../model/attach.ts'
import { NO_CHANGE, joinChanges } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage, FitSite } from '../fit-site.ts'
import type { WearFault } from '../../model/wear.ts'

/** Where a page's fault about its link is shown: the link, or the start of the page. */
export function faultOf(page: FitPage, ids: readonly WearFault[], cause?: string): Found[] {
  const { fault } = page.wear
  if (!fault || !ids.includes(fault.id) || isForwarding(page.page)) return []
  const at = fault.link?.place?.startTag ??
    page.page.elements.find(({ tag, place }) => tag === 'head' && place)?.place?.startTag ?? { from: 0, to: 0 }
  return [
    { file: page.path, from: at.from, to: at.to, message: fault.message, fixable: true, ...(cause ? { cause } : {}) },
  ]
}

/** Attaches the sheet: mends the link that is there, or writes a new one. */
export function attach(site: FitSite, found: readonly Found[]): ReturnType<NonNullable<PageRule['fix']>> {
  const pages = [...new Set(found.map(({ file }) => file))]
  if (pages.length === 0) return NO_CHANGE
  return joinChanges(
    pages.map((path) => {
      const page = site.page(path)
      return { ...NO_CHANGE, texts: [{ doc: fileDoc(path), splices: attachSheet(page.page, page.wear) }] }
    }),
  )
}
