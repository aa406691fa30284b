import { isForwarding } from '../../markup/forwarding.ts'
import type { SiteRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'
import { setAttribute } from '../../markup/attributes.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
/** A page that does not say its language. */
export const langMissing: SiteRule = {
  id: 'lang-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'The page does not say its language',
  explanation:
    'Screen readers need lang="…" on <html> to speak the text rightly; browsers need it for hyphens and quotes.',
  cost: 4,
  // Nothing on the page looks different, unless a rule asks for the language.
  plain: (site) => !site.sheetTexts.some(({ text }) => /:lang\(|\[\s*lang/i.test(text)),
  scope: 'site',
  check: (site) =>
    site.allPages.flatMap(({ page, path }) => {
      if ((page.root.attributes.get('lang') ?? '').trim() !== '' || isForwarding(page)) return []
      const at = page.root.place?.startTag ?? { from: 0, to: 0 }
      const common = commonLanguage(site)
      return [
        {
          file: path,
          from: at.from,
          to: at.to,
          cause: '<html> has no lang attribute.',
          message: `<html> has no lang attribute.${common ? ` The other pages say lang="${common}".` : ''}`,
          fixable: common !== null && page.root.place !== null,
        },
      ]
    }),
  fix: (site, found) =>
    joinChanges(
      found.map(({ file }) => {
        const { page } = site.page(file)
        const common = commonLanguage(site)
        return common && page.root.place
          ? { ...NO_CHANGE, texts: [{ doc: fileDoc(file), splices: setAttribute(page, page.root, 'lang', common) }] }
          : NO_CHANGE
      }),
    ),
}

/** The language of the other pages, when they agree. */
function commonLanguage(site: FitSite): string | null {
  const said = new Set(
    site.allPages.map(({ page }) => (page.root.attributes.get('lang') ?? '').trim()).filter((lang) => lang !== ''),
  )
  return said.size === 1 ? [...said][0]! : null
}
