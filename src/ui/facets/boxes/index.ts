import { SquareDashed } from 'lucide-react'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'

/** What the pages are made of. */
export const boxes: Facet = {
  id: 'boxes',
  name: 'Boxes',
  icon: SquareDashed,
  views: [
    {
      id: 'box',
      name: 'Box',
      command: 'Sizes and edges of a box',
      says: 'Choose a box here, or click one in a close-up.',
      body: late(() => import('./boxes-facet.tsx').then((module) => module.BoxesFacet)),
    },
    {
      id: 'plan',
      name: 'Plan',
      command: 'Plan boxes before there is content',
      says: 'Boxes first, content later: drawn with their sums, made in one step.',
      body: late(() => import('./plan/plan-view.tsx').then((module) => module.PlanView)),
    },
  ],
}
