import type { Insertion } from '../../core/markup/blocks.ts'
import type { Page } from '../../core/markup/tree.ts'
import { fileDoc } from '../../core/site/step.ts'
import type { Workroom } from './context.tsx'

type Blocks = typeof import('../../core/markup/blocks.ts')

/**
 * Puts something into the text of a page in one step, and selects in it what is to be written over. The parser is loaded when it is
 * first needed. Says so where nothing can be put there.
 */
export async function putInText(
  { store, insights }: Pick<Workroom, 'store' | 'insights'>,
  path: string,
  label: string,
  make: (page: Page, blocks: Blocks) => Insertion | null,
): Promise<void> {
  const [{ parsePage }, blocks] = await Promise.all([
    import('../../core/markup/tree.ts'),
    import('../../core/markup/blocks.ts'),
  ])
  const { texts, edit, showText } = store.getState()
  const doc = fileDoc(path)
  const text = texts.get(doc)
  if (text === undefined) return
  const insertion = make(parsePage(text), blocks)
  if (!insertion)
    return insights.setState({ notice: { text: 'Select the words that are to be wrapped.', at: Date.now() } })
  if (edit({ label: `${label} in ${path}`, texts: [{ doc, splices: [...insertion.splices] }] }))
    showText(path, insertion.select)
}
