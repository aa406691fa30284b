'use client'
import { useState } from 'react'
import { pxWords } from '../../../core/boxes/row-words.ts'
import { useDraft } from '../../controls/use-draft.ts'
import type { Field } from '../../controls/use-field.ts'

interface Props {
  readonly label: string
  readonly field: Field
  /** What it comes to now, px. */
  readonly px: number
  /** Where it stands, as a share of the drawing. */
  readonly at: number
}

/** A number of the measure line that can be typed over. */
export function TypedNumber({ label, field, px, at }: Props) {
  const [open, setOpen] = useState(false)
  const place = { left: `${at * 100}%` }
  if (open) return <NumberInput label={label} field={field} px={px} at={at} onClose={() => setOpen(false)} />
  return (
    <button
      type="button"
      className="absolute top-1/2 h-5 w-12 -translate-x-1/2 -translate-y-1/2 cursor-text rounded-[2px] hover:outline hover:outline-accent"
      style={place}
      aria-label={`Type the ${label}: ${pxWords(px)} px`}
      title={`Type the ${label}`}
      onClick={() => setOpen(true)}
    />
  )
}

function NumberInput({ label, field, px, at, onClose }: Props & { readonly onClose: () => void }) {
  const { input } = useDraft({
    value: field.value || `${pxWords(px).replace(',', '')}px`,
    refuses: (text) => !CSS.supports(field.property, text) && !CSS.supports(field.property, `${text}px`),
    onCommit: (next) => {
      // A number alone means px.
      const whole = CSS.supports(field.property, next) ? next : `${next}px`
      if (next !== '' && whole !== field.value) field.commit(whole)
    },
  })
  return (
    <input
      autoFocus
      aria-label={label}
      className="field absolute top-1/2 h-6 w-20 -translate-x-1/2 -translate-y-1/2 px-1 text-center font-mono text-[11px]"
      style={{ left: `${at * 100}%` }}
      {...input}
      onFocus={(event) => event.target.select()}
      onBlur={() => {
        input.onBlur()
        onClose()
      }}
      onKeyDown={(event) => {
        input.onKeyDown(event)
        if (event.key === 'Enter' || event.key === 'Escape') onClose()
      }}
    />
  )
}
