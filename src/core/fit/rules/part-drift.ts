import type { SiteRule } from '../finding.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { partMarks } from '../../site/parts.ts'
import { commonVersion, partsOf, planPart } from '../../site/share.ts'
import { fileDoc } from '../../site/step.ts'
/** A shared part that was changed by hand on one page. */
export const partDrift: SiteRule = {
  id: 'part-drift',
  severity: 'warning',
  prevents: 'upkeep',
  title: 'A shared part has drifted',
  explanation:
    'Somebody changed it on one page only. Put it back as the other pages have it, or take this page’s version for all.',
  scope: 'site',
  check: (site) =>
    [...partsOf(site.model)].flatMap(([name, places]) => {
      const common = commonVersion(site.model, places)
      return places.flatMap(({ path, place }) => {
        const at = { file: path, from: place.block?.from ?? place.whole.from, to: place.block?.to ?? place.whole.to }
        if (!place.block)
          return [
            {
              ...at,
              message: `The shared part “${name}” begins here and never ends: the comment ${partMarks(name).close} is missing.`,
            },
          ]
        if (!common || common.forms.get(path) === common.form) return []
        return [
          {
            ...at,
            message: `The shared part “${name}” differs here from the ${places.length - 1 === 1 ? 'other page' : `other ${places.length - 1} pages`}.`,
            fixable: true,
          },
        ]
      })
    }),
  fix: (site, found) =>
    joinChanges(
      [...partsOf(site.model)].map(([name, places]) => {
        const common = commonVersion(site.model, places)
        const wanted = new Set(found.filter(({ message }) => message.includes(`“${name}”`)).map(({ file }) => file))
        const outcomes =
          common && wanted.size > 0
            ? planPart(site.model, name, common.block).filter(({ page }) => wanted.has(page))
            : []
        return { ...NO_CHANGE, texts: outcomes.map(({ page, splices }) => ({ doc: fileDoc(page), splices })) }
      }),
    ),
}
