import type { SiteRule } from '../finding.ts'
import { betterPath, isNamed, nameFault } from '../../paths/file-names.ts'
import { renameAll } from './better-names.ts'
/** Names with spaces or odd characters. */
export const nameSpaces: SiteRule = {
  id: 'name-spaces',
  severity: 'warning',
  prevents: 'upkeep',
  title: 'Names with spaces or odd characters',
  explanation:
    'In addresses they turn into codes such as %20, break when they are typed or sent, and some servers do not find them at all.',
  scope: 'site',
  check: (site) =>
    site
      .paths(isNamed)
      .filter((path) => nameFault(path) === 'spaces')
      .map((path) => ({
        file: path,
        from: 0,
        to: 0,
        cause: 'Files have spaces or odd characters in their names.',
        message: `${path} has spaces or odd characters in its name. A better name is ${betterPath(path, (other) => site.has(other))}; every reference follows.`,
        fixable: true,
      })),
  fix: (site, found) =>
    renameAll(
      site.model,
      found.map(({ file }) => file),
    ),
}
