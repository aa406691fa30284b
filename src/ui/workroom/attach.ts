import { fileDoc } from '../../core/site/step.ts'
import { count } from '../words.ts'
import type { Workroom } from './context.tsx'

/** Attaches the sheet to pages in one step. Gives the sentence that tells what happened. */
export async function attachTo(
  { worker, store }: Pick<Workroom, 'worker' | 'store'>,
  paths: string[],
): Promise<string> {
  const found = await worker.ask('attach', { paths })
  if (found.length === 0) return 'These pages wear the sheet already.'
  const label =
    found.length === 1
      ? `Attached the sheet to ${found[0]!.path}`
      : `Attached the sheet to ${count(found.length, 'page')}`
  store.getState().edit({ label, texts: found.map(({ path, splices }) => ({ doc: fileDoc(path), splices })) })
  return `${label}.`
}
