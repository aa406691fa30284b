import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import type { SiteRule } from '../finding.ts'
import { unneededImportants } from '../unneeded.ts'

/** `!important` against nothing. */
export const importantUnneeded: SiteRule = {
  id: 'important-unneeded',
  severity: 'note',
  prevents: 'upkeep',
  title: 'An !important that is not needed',
  explanation:
    'Nothing on these pages is stronger, so the declaration wins without it too. With it the next change needs one as well.',
  scope: 'site',
  plain: () => true,
  check: ({ model }) =>
    unneededImportants(model).map(({ file, rule, declaration }) => ({
      file,
      from: declaration.from,
      to: declaration.to,
      message: `${declaration.property} of ${rule.selectorText} wins without !important too.`,
      fixable: true,
    })),
  fix: ({ model }, found) =>
    joinChanges(
      unneededImportants(model)
        .filter(({ file, declaration }) => found.some((each) => each.file === file && each.from === declaration.from))
        .map(({ file, declaration }) => ({
          ...NO_CHANGE,
          texts: [
            {
              doc: model.docOf(file),
              splices: [{ from: declaration.valueRange.to, to: declaration.to, insert: '' }],
            },
          ],
        })),
    ),
}
