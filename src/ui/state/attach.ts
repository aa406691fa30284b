import { fileDoc } from '../../core/site/step.ts'
import { count } from '../words.ts'
import type { Workroom } from './context.tsx'
import { askOnce } from './use-answer.ts'

/** Attaches the sheet to pages in one step. Gives the sentence that tells what happened. */
export async function attachTo(
  workroom: Pick<Workroom, 'worker' | 'store' | 'insights'>,
  paths: readonly string[],
): Promise<string> {
  const found = await askOnce(workroom, 'attach', { paths })
  if (!found) return 'Nothing was attached.'
  if (found.length === 0) return 'These pages wear the sheet already.'
  const label =
    found.length === 1
      ? `Attached the sheet to ${found[0]!.path}`
      : `Attached the sheet to ${count(found.length, 'page')}`
  workroom.store.getState().edit({ label, texts: found.map(({ path, splices }) => ({ doc: fileDoc(path), splices })) })
  return `${label}.`
}
