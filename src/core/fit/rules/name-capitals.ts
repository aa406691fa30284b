import type { SiteRule } from '../finding.ts'
import { betterPath, isNamed, nameFault } from '../../paths/file-names.ts'
import { renameAll } from './better-names.ts'
/** Names with capitals. */
export const nameCapitals: SiteRule = {
  id: 'name-capitals',
  severity: 'note',
  prevents: 'upkeep',
  title: 'Names with capitals',
  explanation:
    'Web servers tell Boat.html and boat.html apart, your own computer may not: links that work at home break when they are published.',
  scope: 'site',
  check: (site) =>
    site
      .paths(isNamed)
      .filter((path) => nameFault(path) === 'capitals')
      .map((path) => ({
        file: path,
        from: 0,
        to: 0,
        cause: 'Files have capitals in their names.',
        message: `${path} has capitals in its name. A better name is ${betterPath(path, (other) => site.has(other))}; every reference follows.`,
        fixable: true,
      })),
  fix: (site, found) =>
    renameAll(
      site.model,
      found.map(({ file }) => file),
    ),
}
