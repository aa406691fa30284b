/** A sentence of the core, its code between backticks set as code. */
export function Sentence({ text }: { text: string }) {
  return text.split('`').map((part, at) =>
    at % 2 === 1 ? (
      <code key={at} className={`font-mono text-[12px] ${part.length < 26 ? 'whitespace-nowrap' : 'break-words'}`}>
        {part}
      </code>
    ) : (
      part
    ),
  )
}
