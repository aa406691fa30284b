'use client'
import { useDraft } from '../../../controls/use-draft.ts'

/** A value that is typed, with the usual ones to choose from. */
export function TypedValue({
  label,
  property,
  value,
  example,
  list,
  onChange,
}: {
  label: string
  property: string
  value: string
  example: string
  list?: readonly string[]
  onChange: (value: string) => void
}) {
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => !CSS.supports(property, text),
    onCommit: (next) => next !== '' && next !== value && onChange(next),
  })
  const id = `list-${property}`
  return (
    <div>
      <label className="flex items-center gap-2 text-[12px]">
        <span className="w-14 shrink-0 text-quiet">{label}</span>
        <input className="field h-7 min-w-0 flex-1 px-1.5 font-mono text-[11px]" list={list && id} {...input} />
      </label>
      {list && (
        <datalist id={id}>
          {list.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {bad && (
        <p className="mt-0.5 text-[12px] text-alarm">
          {property} does not take “{draft}”. Try {example}.
        </p>
      )}
    </div>
  )
}
