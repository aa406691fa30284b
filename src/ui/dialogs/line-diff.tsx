'use client'
import { diffLines } from 'diff'
import { count } from '../words.ts'

/** Lines that stay, shown before and behind those that change. */
const AROUND = 3

/** Two texts line by line: what goes is struck through and begins with a minus, what comes begins with a plus. */
export function LineDiff({ before, after }: { before: string; after: string }) {
  const pieces = diffLines(before.replace(/\r\n?/g, '\n'), after.replace(/\r\n?/g, '\n'), { ignoreWhitespace: false })
  return (
    <pre
      className="overflow-auto border-t border-line bg-sunken px-3 py-2 font-mono text-[12px] leading-5"
      tabIndex={0}
      aria-label="The difference, line by line"
    >
      {pieces.map(({ value, added, removed }, at) => {
        const lines = value.replace(/\n$/, '').split('\n')
        if (!added && !removed) return <Kept key={at} lines={lines} first={at === 0} last={at === pieces.length - 1} />
        return lines.map((line, row) => (
          <span key={`${at} ${row}`} className={`block ${added ? 'font-semibold' : 'text-alarm line-through'}`}>
            {added ? '+ ' : '− '}
            {line}
          </span>
        ))
      })}
    </pre>
  )
}

/** Lines that stay; of many those nearest to a change, and how many there are between. */
function Kept({ lines, first, last }: { lines: readonly string[]; first: boolean; last: boolean }) {
  const above = first ? 0 : AROUND
  const below = last ? 0 : AROUND
  const between = lines.length - above - below
  const shown = between > 1 ? [...lines.slice(0, above), null, ...lines.slice(lines.length - below)] : lines
  return shown.map((line, row) => (
    <span key={row} className="block text-quiet">
      {line === null ? `  … ${count(between, 'line')} as they are` : `  ${line}`}
    </span>
  ))
}
