import { varsIn } from '../../css/var.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import type { Sheet } from '../../sheet/parse.ts'
import { declarationsOf, topStyleRules } from '../../sheet/walk.ts'
import { FAMILIES } from '../../type/families.ts'
import { familyLists, type FamilyList } from '../../type/lists.ts'
import { familiesIn, genericOf } from '../../type/stack.ts'
import type { SiteRule } from '../finding.ts'

/** A list of families that does not end in a generic one. */
export const fallbackMissing: SiteRule = {
  id: 'fallback-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'A font without a fallback',
  explanation:
    'When the font does not arrive, the browser takes its own default, mostly a serif. A generic family at the end of the list says which kind it should be.',
  scope: 'site',
  check: (site) =>
    site.model.wornSheets
      .flatMap(({ path, sheet }) =>
        familyLists(sheet)
          .filter(isOpen)
          .map((list) => {
            const place = placeOfList(sheet, list)
            return {
              file: path,
              from: place.from,
              to: place.to,
              fixable: true,
              message: `${list.rule.replace(/\s+/g, ' ')} asks for ${list.families.map(({ name }) => name).join(', ')} and no generic family after it. Where ${list.families.length === 1 ? 'it is' : 'they are'} missing, the browser’s default shows.`,
            }
          }),
      )
      .filter(
        (found, at, all) => all.findIndex((other) => other.file === found.file && other.from === found.from) === at,
      ),
  fix: (site, found) =>
    joinChanges(
      found.flatMap(({ file, from, to }) => {
        const sheet = site.model.sheet(file)
        const list = sheet && familyLists(sheet).find((each) => placeOfList(sheet, each).from === from)
        if (!list) return []
        return [
          {
            ...NO_CHANGE,
            texts: [
              {
                doc: site.model.docOf(file),
                splices: [{ from: to, to, insert: `, ${genericFor(list.families[0]!.name)}` }],
              },
            ],
          },
        ]
      }),
    ),
}

const isOpen = ({ families }: FamilyList) => !families.at(-1)!.generic

/** Where the list is written: the value itself, or the custom property it comes from. */
function placeOfList(sheet: Sheet, { declaration, literal }: FamilyList): { from: number; to: number } {
  const name = literal ? undefined : varsIn(declaration.value)[0]
  const custom =
    name === undefined
      ? undefined
      : topStyleRules(sheet)
          .flatMap(declarationsOf)
          .findLast(({ property, value }) => property === name && familiesIn(value).length > 0)
  return (custom ?? declaration).valueRange
}

function genericFor(name: string): string {
  const kind = FAMILIES.find((family) => family.name === name)?.kind
  if (kind === 'slab' || kind === 'serif') return 'serif'
  if (kind === 'monospace') return 'monospace'
  if (kind) return 'sans-serif'
  return genericOf(name)
}
