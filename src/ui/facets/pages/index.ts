import { Files } from 'lucide-react'
import { attachTo } from '../../state/attach.ts'
import { pagePaths } from '../../state/document.ts'
import { late } from '../../controls/late.tsx'
import type { Facet } from '../facet.ts'
import { textCommands } from './text-commands.ts'

/** The site's pages and files, and what they share. */
export const pages: Facet = {
  id: 'pages',
  name: 'Pages',
  icon: Files,
  views: [
    {
      id: 'wear',
      name: 'Pages',
      command: 'Who wears the sheet',
      says: 'Who wears the sheet, and what each page carries of its own.',
      body: late(() => import('./wear-view.tsx').then((module) => module.WearView)),
    },
    {
      id: 'files',
      name: 'Files',
      command: 'Files and images',
      says: 'Images, the sheet and other files. References follow every new name.',
      body: late(() => import('./files-view.tsx').then((module) => module.FilesView)),
    },
    {
      id: 'links',
      name: 'Navigation',
      command: 'Navigation links',
      says: 'The links of a navigation: their words, order and targets.',
      body: late(() => import('./navigation-view.tsx').then((module) => module.NavigationView)),
    },
    {
      id: 'parts',
      name: 'Parts',
      command: 'Shared parts',
      says: 'Blocks kept the same on many pages.',
      body: late(() => import('./parts-view.tsx').then((module) => module.PartsView)),
    },
    {
      id: 'lift',
      name: 'Lift',
      command: 'Styles to lift',
      says: 'Styles that stand in pages and belong into the sheet.',
      body: late(() => import('./lift-view.tsx').then((module) => module.LiftView)),
    },
  ],
  commands: (workroom, state) => {
    const { files, closeUp, scriptsRun, set } = state
    const paths = pagePaths(files)
    const say = (text: string) => workroom.insights.setState({ notice: { text, at: Date.now() } })
    const [first] = paths
    return [
      ...textCommands(workroom, state),
      { name: 'New page', hint: 'pages', run: () => set({ asking: { kind: 'new-page', folder: '' } }) },
      {
        name: 'Attach the sheet to all pages',
        hint: 'pages',
        run: () => void attachTo(workroom, paths).then(say),
      },
      {
        name: scriptsRun ? 'Switch the scripts of this site off' : 'Let this site’s scripts run',
        hint: 'frames',
        run: () => (scriptsRun ? set({ scriptsRun: false }) : set({ asking: { kind: 'scripts' } })),
      },
      ...(first === undefined
        ? []
        : [
            {
              name: 'Share a block with all pages',
              hint: 'parts',
              run: () => set({ asking: { kind: 'share', page: closeUp ?? first } }),
            },
            {
              name: 'Lift styles into the sheet',
              hint: 'all pages',
              run: () => set({ asking: { kind: 'lift', pages: paths } }),
            },
          ]),
      ...files.map(({ path }) => ({
        name: `Rename or move ${path}`,
        hint: 'file',
        run: () => set({ asking: { kind: 'move', path } }),
      })),
    ]
  },
}
