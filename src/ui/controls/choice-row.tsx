'use client'
import { Choice } from './choice.tsx'
import type { Field } from './use-field.ts'
import { Where } from './where.tsx'
import { TakeOut } from './take-out.tsx'

/** A keyword and what it does, in a few words. */
export interface Keyword {
  readonly value: string
  readonly says: string
}

/** A property that takes one of a few words, each with what it does. */
export function ChoiceRow({
  label,
  field,
  computed = '',
  options,
}: {
  label: string
  field: Field
  computed?: string | undefined
  options: readonly Keyword[]
}) {
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">{label}</span>
        <Choice
          label={label}
          sentences
          className="min-w-0 flex-1"
          value={field.value || computed}
          options={options.map(({ value, says }) => ({ value, label: value, hint: says }))}
          onChange={field.commit}
        />
        <TakeOut label={label} onClear={field.clear} />
      </div>
      {field.decision && (
        <div className="pl-[100px]">
          <Where field={field} />
        </div>
      )}
    </div>
  )
}
