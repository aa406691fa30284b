'use client'
import type { Ask } from '../../workers/questions.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'

/** Mends findings: at once where that is plainly meant or changes nothing that is seen, else after its proof was looked at. */
export function useFix(): (what: Ask<'fix'>, title: string) => Promise<void> {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  return async (what, title) => {
    const plan = await askOnce(workroom, 'fix', what)
    if (!plan) return
    if (!plan.plain) return set({ asking: { kind: 'fix', what, title } })
    const label = `Fixed ${title}`
    notice(
      carryOut(workroom, label, plan.change) ? `${label}. Undo takes it back.` : 'There was nothing to fix any more.',
    )
  }
}
