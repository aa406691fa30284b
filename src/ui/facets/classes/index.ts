import { Tags } from 'lucide-react'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'

/** The classes and ids of pages and sheet. */
export const classes: Facet = {
  id: 'classes',
  name: 'Classes',
  icon: Tags,
  views: [],
  body: late(() => import('./classes-facet.tsx').then((module) => module.ClassesFacet)),
  commands: (_, { set }) => [
    { name: 'New class …', hint: 'Classes', run: () => set({ asking: { kind: 'new-class', picked: null } }) },
  ],
}
