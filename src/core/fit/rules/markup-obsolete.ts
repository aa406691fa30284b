import type { PageRule } from '../finding.ts'
import { markupFaults } from '../../markup/faults/markup-faults.ts'
import { insteadOf } from '../../markup/faults/obsolete.ts'
import { isXml } from '../../paths/paths.ts'
/** Elements and attributes that HTML has left behind. */
export const markupObsolete: PageRule = {
  id: 'markup-obsolete',
  severity: 'note',
  prevents: 'upkeep',
  title: 'Obsolete markup',
  explanation:
    'Browsers follow it still, and any rule of the sheet beats it. What it says on every page can be said once, in the sheet.',
  scope: 'page',
  check: ({ page, path }) =>
    markupFaults(page, isXml(path))
      .filter(({ kind }) => kind === 'obsolete')
      // What does the same is the same matter, however many attributes there are.
      .map(({ from, to, message, about = '' }) => ({
        file: path,
        from,
        to,
        message,
        about,
        cause: `${kindOf(about)}: ${insteadOf(about)}`,
      })),
  together: (places) => {
    const names = mostFrequent(places.map(({ about }) => about))
    const shown = names.length > SHOWN ? [...names.slice(0, SHOWN), `${names.length - SHOWN} more`] : names
    return `Obsolete ${kindOf(names[0]!)}: ${shown.join(', ')}. ${insteadOf(names[0]!)}`
  },
}

const kindOf = (about: string) => (about.startsWith('<') ? 'elements' : 'attributes')

/** So many are named of those that are the same matter. */
const SHOWN = 5

function mostFrequent(names: readonly string[]): string[] {
  const counts = new Map<string, number>()
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1]).map(([name]) => name)
}
