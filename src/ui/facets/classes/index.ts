import { Tags } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { ClassesFacet } from './classes-facet.tsx'

/** The classes and ids of pages and sheet. */
export const classes: Facet = {
  id: 'classes',
  name: 'Classes',
  icon: Tags,
  views: [],
  body: ClassesFacet,
  commands: (_, { set }) => [
    { name: 'New class …', hint: 'Classes', run: () => set({ asking: { kind: 'new-class', picked: null } }) },
  ],
}
