import { Type } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { FontsView } from './fonts-view.tsx'
import { RolesView } from './roles-view.tsx'
import { ScaleView } from './scale-view.tsx'

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
      body: RolesView,
    },
    {
      id: 'fonts',
      name: 'Fonts',
      command: 'Fonts and fallbacks',
      says: 'The families the sheet uses, their files, and what shows until they arrive.',
      body: FontsView,
    },
    {
      id: 'scale',
      name: 'Scale',
      command: 'Scale of sizes',
      says: 'Sizes of all headings at once, from a base and a ratio.',
      body: ScaleView,
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
