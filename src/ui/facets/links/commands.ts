import { WEARABLE } from '../../../core/links/wearable.ts'
import type { Workroom } from '../../state/context.tsx'
import type { WorkroomState } from '../../state/store.ts'
import type { Command } from '../facet.ts'

/** What the facet Links brings to the command field. */
export function linkCommands(_: Workroom, { worn, setLinks, showFacet }: WorkroomState): Command[] {
  return [
    ...WEARABLE.map((state) => ({
      name: `Wear :${state} on all links`,
      hint: 'Links',
      run: () => setLinks({ worn: { state, subject: { on: 'links' }, says: `:${state} on all links` } }),
    })),
    ...(worn ? [{ name: 'Take the worn state off', hint: 'Links', run: () => setLinks({ worn: null }) }] : []),
    {
      name: 'State proof: all kinds of link in all states',
      hint: 'Links',
      run: () => {
        showFacet('links', 'states')
        setLinks({ proofTable: true })
      },
    },
  ]
}
