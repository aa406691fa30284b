'use client'
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/react'
import { ChevronsUpDown } from 'lucide-react'
import type { ReactNode } from 'react'

interface Option {
  readonly value: string
  readonly label: string
  /** Said beside the label: a count, a kind. */
  readonly hint?: string
  readonly sample?: ReactNode
}

interface Props {
  readonly label: string
  readonly value: string
  readonly options: readonly Option[]
  readonly onChange: (value: string) => void
  /** Hears the option under the pointer or the keys; '' when the list closes. */
  readonly onActive?: (value: string) => void
  readonly className?: string
  readonly mono?: boolean
  /** Whether hints are sentences, which are read in the open list alone. */
  readonly sentences?: boolean
}

/** One of many, in a list that opens below. */
export function Choice({
  label,
  value,
  options,
  onChange,
  onActive,
  className = '',
  mono = false,
  sentences = false,
}: Props) {
  const current = options.find((option) => option.value === value)
  return (
    <Listbox value={value} onChange={onChange}>
      <ListboxButton
        aria-label={`${label}: ${current?.label ?? value}`}
        className={`field flex items-center gap-2 text-left ${className}`}
      >
        <span className={`min-w-0 flex-1 truncate ${mono ? 'font-mono text-[12px]' : ''}`}>
          {current?.sample ?? current?.label ?? value}
        </span>
        {!sentences && current?.hint && <span className="shrink-0 text-[12px] text-quiet">{current.hint}</span>}
        <ChevronsUpDown aria-hidden className="size-3.5 shrink-0 text-quiet" />
      </ListboxButton>
      <ListboxOptions
        anchor={{ to: 'bottom start', gap: 4, padding: 8 }}
        className={`z-50 max-h-80 w-(--button-width) ${sentences ? 'min-w-80' : 'min-w-48'} overflow-auto rounded-[3px] border border-edge bg-raised p-1 shadow-lg outline-none`}
        onMouseLeave={() => onActive?.('')}
        onBlur={() => onActive?.('')}
      >
        {options.map((option) => (
          <ListboxOption
            key={option.value}
            value={option.value}
            className="flex items-center gap-2 rounded-sm px-2 py-1 data-focus:bg-accent-wash data-selected:font-semibold"
            onMouseEnter={() => onActive?.(option.value)}
            onFocus={() => onActive?.(option.value)}
          >
            <span className={`min-w-0 flex-1 truncate ${mono ? 'font-mono text-[12px]' : ''}`}>
              {option.sample ?? option.label}
            </span>
            {option.hint && <span className="shrink-0 text-[12px] text-quiet">{option.hint}</span>}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  )
}
