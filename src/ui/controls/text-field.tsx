'use client'
import { useId } from 'react'
import { useDraft } from './use-draft.ts'
import type { Field } from './use-field.ts'
import { Where } from './where.tsx'

/** A property that is written by hand. */
export function TextField({ label, field, example }: { label: string; field: Field; example: string }) {
  const id = useId()
  const {
    draft,
    bad,
    input: typed,
  } = useDraft({
    value: field.value,
    refuses: (text) => !CSS.supports(field.property, text),
    onCommit: (next) => next !== '' && next !== field.value && field.commit(next),
  })
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">{label}</span>
        <input
          aria-label={label}
          aria-describedby={bad ? id : undefined}
          className="field min-w-0 flex-1 font-mono text-[12px]"
          placeholder="not set"
          {...typed}
        />
      </div>
      {bad && (
        <p id={id} className="text-[12px] text-alarm">
          {field.property} does not take “{draft}”. Try {example}.
        </p>
      )}
      {field.decision && (
        <div className="pl-[100px]">
          <Where field={field} />
        </div>
      )}
    </div>
  )
}
