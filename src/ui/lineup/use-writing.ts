'use client'
import { useEffect, useState } from 'react'
import type { WordsSeen } from '../../bridge/messages.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'

/** A text of the page that is being written over. */
interface Writing {
  readonly seen: WordsSeen
  /** What its text in the page says, by the page's source. */
  readonly words: string
}

const plain = (words: string) => words.replace(/[ \t\n\f\r]+/g, ' ').trim()

/** Writing over the texts of a page where they stand. */
export function useWriting(page: string) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [writing, setWriting] = useState<Writing | null>(null)
  useEffect(() => setWriting(null), [page])

  const writeOver = async (seen: WordsSeen) => {
    const { index, at, pre } = seen
    const words = await askOnce(workroom, 'wordsAt', { page, place: { index, at, pre } })
    // What the frame shows and the page's source says must be the same text.
    if (words === null || plain(words) !== plain(seen.words))
      return notice(
        'These words are not one text of the page: a script made them, or tags stand among them. Alt+T opens its text.',
      )
    setWriting({ seen, words })
  }
  const keepWords = async ({ index, at, pre }: WordsSeen, words: string) => {
    const change = await askOnce(workroom, 'reword', { page, place: { index, at, pre }, words })
    setWriting(null)
    if (change) carryOut(workroom, `Wrote over a text of ${page}`, change)
  }
  return { writing, setWriting, writeOver, keepWords }
}
