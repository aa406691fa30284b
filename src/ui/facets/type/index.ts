import { Type } from 'lucide-react'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'

/** The site's type. */
export const type: Facet = {
  id: 'type',
  name: 'Type',
  icon: Type,
  views: [
    {
      id: 'roles',
      name: 'Roles',
      command: 'Roles of text',
      says: 'What text is, and how it is set. Hover a role to see what it touches.',
      body: late(() => import('./roles-view.tsx').then((module) => module.RolesView)),
    },
    {
      id: 'fonts',
      name: 'Fonts',
      command: 'Fonts and fallbacks',
      says: 'The families the sheet uses, their files, and what shows until they arrive.',
      body: late(() => import('./fonts-view.tsx').then((module) => module.FontsView)),
    },
    {
      id: 'scale',
      name: 'Scale',
      command: 'Scale of sizes',
      says: 'Sizes of all headings at once, from a base and a ratio.',
      body: late(() => import('./scale-view.tsx').then((module) => module.ScaleView)),
    },
  ],
  commands: (_workroom, { fontsArrive, set }) => [
    {
      name: fontsArrive ? 'Show pages as if the fonts never arrived' : 'Let the fonts arrive',
      hint: 'fonts',
      run: () => set({ fontsArrive: !fontsArrive }),
    },
    { name: 'Families and licences', hint: 'fonts', run: () => set({ asking: { kind: 'licences' } }) },
  ],
}
