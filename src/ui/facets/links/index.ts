import { Link2 } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { linkCommands } from './commands.ts'
import { StatesView } from './states-view.tsx'

/** Links in all their states. */
export const links: Facet = {
  id: 'links',
  name: 'Links',
  icon: Link2,
  views: [
    {
      id: 'states',
      name: 'States',
      command: 'Links in all their states',
      says: 'Each kind of link in every state, on the ground it stands on.',
      body: StatesView,
    },
  ],
  commands: linkCommands,
}
