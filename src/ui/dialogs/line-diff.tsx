'use client'
import { diffLines } from 'diff'

/** Lines in a row that are the same, of which the rest is left out. */
const EQUAL_LINES = 400

/** Two texts line by line: what goes is struck through and begins with a minus, what comes begins with a plus. */
export function LineDiff({ before, after }: { before: string; after: string }) {
  return (
    <pre
      className="overflow-auto border-t border-line bg-sunken px-3 py-2 font-mono text-[12px] leading-5"
      tabIndex={0}
      aria-label="The difference, line by line"
    >
      {diffLines(before.replace(/\r\n?/g, '\n'), after.replace(/\r\n?/g, '\n'), { ignoreWhitespace: false }).map(
        ({ value, added, removed }, at) =>
          value
            .replace(/\n$/, '')
            .split('\n')
            .slice(0, added || removed ? undefined : EQUAL_LINES)
            .map((line, row) => (
              <span
                key={`${at} ${row}`}
                className={`block ${added ? 'font-semibold' : removed ? 'text-alarm line-through' : 'text-quiet'}`}
              >
                {added ? '+ ' : removed ? '− ' : '  '}
                {line}
              </span>
            )),
      )}
    </pre>
  )
}
