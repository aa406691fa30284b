import { Link2 } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { linkCommands } from './commands.ts'
import { TransitionView } from './transition-view.tsx'
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
    {
      id: 'transition',
      name: 'Transition',
      command: 'Transitions of links',
      says: 'How links go from one state to another, and how long it takes.',
      body: TransitionView,
    },
  ],
  commands: linkCommands,
}
