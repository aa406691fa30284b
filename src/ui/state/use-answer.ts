'use client'
import { useEffect, useRef, useState } from 'react'
import type { Answer, Ask, LongQuestion, Progress, Question } from '../../workers/questions.ts'
import { useNotice, useRoom, useWorkroom, type Workroom } from './context.tsx'

/** What has come of a question so far. */
export interface Asked<Q extends Question> {
  /** Undefined until it is there, while nothing is asked, and when it cannot be found out. */
  readonly answer: Answer<Q> | undefined
  /** Whether the answer is to what is asked now, of the site as it is now: only such a one may be carried out. */
  readonly current: boolean
  /** How far a long question is; null while none is under way. */
  readonly progress: Progress<Q> | 'begun' | null
  /** Why there is no answer, in words; ''  when there is one, or none yet. */
  readonly fault: string
  /** Calls a long question off: what was answered before stays. */
  readonly stop: () => void
  readonly stopped: boolean
  /** Asks again. */
  readonly again: () => void
}

interface AskOptions {
  /** Waits so many ms for the site to come to rest before asking. */
  readonly pause?: number
  /** Keeps the answer to an older state of the site until the new one is there. */
  readonly keep?: boolean
  /** Gives no answer but to the site as it is now: for plans, which are carried out on it. */
  readonly exact?: boolean
}

interface Found<Q extends Question> {
  readonly key: string | null
  readonly of: SiteState | null
  readonly answer: Answer<Q> | undefined
  readonly fault: string
}

/** The texts and files that an answer is about. */
interface SiteState {
  readonly texts: unknown
  readonly files: unknown
}

const keys = new WeakMap<object, string>()

/** What is asked, as text. Plans can be large, so each is written once. */
function keyOf(ask: unknown): string | null {
  if (typeof ask !== 'object' || ask === null) return null
  const key = keys.get(ask) ?? JSON.stringify(ask)
  keys.set(ask, key)
  return key
}

/**
 * Asks the worker, again whenever the site changes. What is no longer wanted is called off, and its answer is not heard. The
 * only place of the interface that waits for answers of the worker while it shows something.
 */
export function useAsk<Q extends Question>(
  question: Q,
  ask: Ask<Q> | null,
  { pause = 0, keep = false, exact = false }: AskOptions = {},
): Asked<Q> {
  const { worker } = useWorkroom()
  const say = useNotice()
  const texts = useRoom((state) => state.texts)
  const files = useRoom((state) => state.files)
  const key = keyOf(ask)
  const [found, setFound] = useState<Found<Q>>({ key: null, of: null, answer: undefined, fault: '' })
  const [progress, setProgress] = useState<Progress<Q> | 'begun' | null>(null)
  const [stopped, setStopped] = useState(false)
  const [round, setRound] = useState(0)
  const abort = useRef<AbortController | null>(null)
  const tell = useRef(say)
  tell.current = say

  useEffect(() => {
    if (key === null) return
    const of = { texts, files }
    const controller = new AbortController()
    abort.current = controller
    const { signal } = controller
    const heard = (change: () => void) => !signal.aborted && change()
    setStopped(false)
    setProgress('begun')
    const timer = setTimeout(() => {
      const wanted = JSON.parse(key) as Ask<Q>
      worker
        .askLong(
          question as LongQuestion,
          wanted as Ask<LongQuestion>,
          (now) => heard(() => setProgress(now as Progress<Q>)),
          signal,
        )
        .then(
          // Null is an answer too: only a question that was called off has none, and is not heard.
          (answer) => heard(() => setFound({ key, of, answer: answer as Answer<Q>, fault: '' })),
          (error: Error) =>
            heard(() => {
              setFound({ key, of, answer: undefined, fault: error.message })
              tell.current(error.message)
            }),
        )
        .finally(() => heard(() => setProgress(null)))
    }, pause)
    return () => {
      clearTimeout(timer)
      controller.abort()
    }
  }, [worker, question, key, texts, files, round, pause])

  const current = found.key === key && found.of?.texts === texts && found.of.files === files
  const shown = exact ? current : found.key === key || (keep && key !== null)
  const awaited = found.key === key || stopped ? null : 'begun'
  return {
    answer: shown ? found.answer : undefined,
    current,
    fault: shown ? found.fault : '',
    progress: key === null ? null : (progress ?? awaited),
    stopped,
    stop: () => {
      abort.current?.abort()
      setProgress(null)
      setStopped(true)
    },
    again: () => setRound((now) => now + 1),
  }
}

/** What the worker answers to a question, asked again whenever the site changes; undefined until it has answered, or while nothing is asked. */
export function useAnswer<Q extends Question>(
  question: Q,
  ask: Ask<Q> | null,
  options?: AskOptions,
): Answer<Q> | undefined {
  return useAsk(question, ask, options).answer
}

/** Asks once, because of something a person did. Null when it cannot be answered: the reason is said then. */
export async function askOnce<Q extends Question>(
  { worker, insights }: Pick<Workroom, 'worker' | 'insights'>,
  question: Q,
  ask: Ask<Q>,
): Promise<Answer<Q> | null> {
  try {
    return await worker.ask(question, ask)
  } catch (error) {
    insights.setState({ notice: { text: (error as Error).message, at: Date.now() } })
    return null
  }
}
