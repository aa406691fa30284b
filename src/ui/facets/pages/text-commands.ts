import type { Block } from '../../../core/markup/blocks.ts'
import { isPage } from '../../../core/paths/paths.ts'
import type { Workroom } from '../../state/context.tsx'
import { putInText } from '../../state/put-in-text.ts'
import type { WorkroomState } from '../../state/store.ts'
import type { Command } from '../facet.ts'

const INSERTED: Readonly<Record<Exclude<Block, 'figure'>, string>> = {
  paragraph: 'a paragraph',
  heading: 'a heading',
  list: 'a list',
  table: 'a table',
  address: 'an address',
  link: 'a link',
}
const WRAPPED = ['div', 'section', 'article', 'aside', 'nav', 'blockquote', 'strong', 'em', 'span', 'a'] as const

/** What can be done at the cursor of a page's text, while one is open. */
export function textCommands(workroom: Workroom, { textCursor, set }: WorkroomState): Command[] {
  if (!textCursor || !isPage(textCursor.path)) return []
  const { path, from, to } = textCursor
  const put = (label: string, make: Parameters<typeof putInText>[3]) => () =>
    void putInText(workroom, path, label, make)
  const at = { from, to }
  return [
    ...Object.entries(INSERTED).map(([block, says]) => ({
      name: `Insert ${says}`,
      hint: `text of ${path}`,
      run: put(`Inserted ${says}`, (page, { insertBlock }) => insertBlock(page, at, block as keyof typeof INSERTED)),
    })),
    {
      name: 'Insert a figure with a picture …',
      hint: `text of ${path}`,
      run: () => set({ asking: { kind: 'figure', page: path, offset: from } }),
    },
    ...WRAPPED.map((tag) => ({
      name: `Wrap in <${tag}>`,
      hint: `text of ${path}`,
      run: put(`Wrapped in <${tag}>`, (page, { wrapIn }) => wrapIn(page, at, tag)),
    })),
  ]
}
