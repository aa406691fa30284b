import { Link2 } from 'lucide-react'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'
import { linkCommands } from './commands.ts'

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
      body: late(() => import('./states-view.tsx').then((module) => module.StatesView)),
    },
    {
      id: 'transition',
      name: 'Transition',
      command: 'Transitions of links',
      says: 'How links go from one state to another, and how long it takes.',
      body: late(() => import('./transition-view.tsx').then((module) => module.TransitionView)),
    },
    {
      id: 'menu',
      name: 'Menu',
      command: 'Menu bar from a list of links',
      says: 'A list of links as a bar or a column.',
      body: late(() => import('./menu-view.tsx').then((module) => module.MenuView)),
    },
  ],
  commands: linkCommands,
}
