import { reduceMotion, unreducedIn } from '../../motion/unreduced.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import type { SiteRule } from '../finding.ts'

/** Movement that goes on for those who have asked for less of it (WCAG 2.2, technique C39). */
export const motionUnreduced: SiteRule = {
  id: 'motion-unreduced',
  severity: 'note',
  prevents: 'reading',
  title: 'Movement that nobody can switch off',
  explanation:
    'Movement makes some people dizzy, and their system says so to the page. A rule in @media (prefers-reduced-motion: reduce) holds it still for them.',
  alsoSeen: 'Only for people who have asked their system for less motion, nothing moves here any more.',
  scope: 'site',
  check: ({ model }) =>
    model.wornSheets.flatMap(({ path, sheet }) =>
      unreducedIn(sheet).map(({ selector, declaration, what }) => ({
        file: path,
        from: declaration.from,
        to: declaration.to,
        fixable: true,
        message: `${selector.replace(/\s+/g, ' ')} moves (${what.join(', ')}), and no rule holds it still for people who asked for less motion.`,
        cause: 'Movement goes on for people who have asked for less of it.',
      })),
    ),
  fix: ({ model }, found) =>
    joinChanges(
      [...new Set(found.map(({ file }) => file))].flatMap((file) => {
        const sheet = model.sheet(file)
        if (!sheet) return []
        const wanted = new Set(found.filter((each) => each.file === file).map(({ from }) => from))
        const unreduced = unreducedIn(sheet).filter(({ declaration }) => wanted.has(declaration.from))
        return [{ ...NO_CHANGE, texts: [{ doc: model.docOf(file), splices: reduceMotion(sheet, unreduced) }] }]
      }),
    ),
}
