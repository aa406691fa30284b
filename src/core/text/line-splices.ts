import { diffArrays } from 'diff'
import { diffTexts, type Splice } from './splice.ts'

/** A text that differs in more lines than this is taken as written anew from the first difference to the last. */
const MOST_LINES = 5000

/** The splices that turn `before` into `after`, each within the lines that differ; none when they are equal. */
export function lineSplices(before: string, after: string): Splice[] {
  const [whole] = diffTexts(before, after)
  if (!whole) return []
  const end = whole.from + whole.insert.length
  const parts = diffArrays(linesOf(before.slice(whole.from, whole.to)), linesOf(after.slice(whole.from, end)), {
    maxEditLength: MOST_LINES,
  })
  if (!parts) return [whole]
  const splices: Splice[] = []
  let at = whole.from
  let open: { from: number; old: string; fresh: string } | null = null
  const close = () => {
    if (open) splices.push(...hunkSplices(open.old, open.fresh, open.from))
    open = null
  }
  for (const { value, added, removed } of parts) {
    const text = value.join('')
    if (!added && !removed) {
      close()
      at += text.length
      continue
    }
    open ??= { from: at, old: '', fresh: '' }
    if (added) open.fresh += text
    else {
      open.old += text
      at += text.length
    }
  }
  close()
  return splices
}

/** Lines that stand for as many others are compared one by one. */
function hunkSplices(old: string, fresh: string, from: number): Splice[] {
  const [before, after] = [linesOf(old), linesOf(fresh)]
  if (before.length !== after.length) return moved(diffTexts(old, fresh), from)
  let at = from
  return before.flatMap((line, number) => {
    const splices = moved(diffTexts(line, after[number]!), at)
    at += line.length
    return splices
  })
}

const linesOf = (text: string): string[] => text.match(/[^\n]*\n|[^\n]+$/g) ?? []
const moved = (splices: readonly Splice[], by: number): Splice[] =>
  splices.map(({ from, to, insert }) => ({ from: from + by, to: to + by, insert }))
