import { useEffect, useState } from 'react'
import type { Question, Questions } from '../../workers/protocol.ts'
import { useRoom, useWorkroom } from './context.tsx'

/** What the worker answers to a question, asked again whenever the site changes; undefined until it has answered, or while nothing is asked. */
export function useAnswer<Q extends Question>(
  question: Q,
  ask: Questions[Q]['ask'] | null,
): Questions[Q]['answer'] | undefined {
  const { worker } = useWorkroom()
  const texts = useRoom((state) => state.texts)
  const files = useRoom((state) => state.files)
  const key = ask === null ? null : JSON.stringify(ask)
  const [found, setFound] = useState<{ key: string; answer: Questions[Q]['answer'] } | null>(null)
  useEffect(() => {
    if (key === null) return
    let stale = false
    void worker
      .ask(question, JSON.parse(key) as Questions[Q]['ask'])
      .then((answer) => !stale && setFound({ key, answer }))
    return () => {
      stale = true
    }
  }, [worker, question, key, texts, files])
  return found?.key === key ? found.answer : undefined
}
