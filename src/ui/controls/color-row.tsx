'use client'
import { ColorField } from './color-field.tsx'
import type { Field } from './use-field.ts'
import { Where } from './where.tsx'

/** A colour of a selector, and under it where it goes in the sheet. */
export function ColorRow({ label, field, computed }: { label: string; field: Field; computed?: string | undefined }) {
  return (
    <div className="flex flex-col gap-1">
      <ColorField
        label={label}
        value={field.value}
        computed={computed}
        onPreview={field.preview}
        onCommit={field.commit}
        onClear={field.clear}
      />
      <div className="pl-[100px]">
        <Where field={field} />
      </div>
    </div>
  )
}
