'use client'

/** A text in which something differs. */
export function Excerpt({ text }: { text: string }) {
  return (
    <pre className="mt-0.5 overflow-auto whitespace-pre-wrap rounded-[3px] border border-line bg-sunken p-2 font-mono [overflow-wrap:anywhere] text-[12px]">
      {text}
    </pre>
  )
}

/** A line may be a whole sheet; more of it than this tells nothing. */
const EXCERPT_LETTERS = 4000

/** The lines a change touches, with one before and after. */
export function around(text: string, from: number, to: number): string {
  const start = text.lastIndexOf('\n', Math.max(0, text.lastIndexOf('\n', from - 1) - 1)) + 1
  const next = text.indexOf('\n', to)
  const end = next < 0 ? text.length : text.indexOf('\n', next + 1)
  return text.slice(start, end < 0 ? text.length : end).slice(0, EXCERPT_LETTERS)
}
