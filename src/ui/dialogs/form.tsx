'use client'
import { useId, type ReactNode } from 'react'

/** A labelled text field of a dialog, with what is wrong with it or what it means. */
export function TextField({
  label,
  value,
  onChange,
  fault = '',
  hint = '',
  mono = false,
  autoFocus = false,
  placeholder,
}: {
  label: string
  value: string
  onChange: (value: string) => void
  fault?: string
  hint?: ReactNode
  mono?: boolean
  autoFocus?: boolean
  placeholder?: string
}) {
  const id = useId()
  return (
    <div className="mt-3">
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      <input
        id={id}
        autoFocus={autoFocus}
        spellCheck={false}
        autoComplete="off"
        aria-invalid={fault !== ''}
        aria-describedby={`${id}-more`}
        placeholder={placeholder}
        className={`field mt-1 w-full ${mono ? 'font-mono text-[12px]' : ''}`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      <p id={`${id}-more`} className={`mt-1 text-[12px] empty:hidden ${fault ? 'text-alarm' : 'text-quiet'}`}>
        {fault || hint}
      </p>
    </div>
  )
}

/** The buttons at the end of a dialog. */
export function Buttons({
  action,
  disabled = false,
  onClose,
  children,
}: {
  action: string
  disabled?: boolean
  onClose: () => void
  children?: ReactNode
}) {
  return (
    <div className="mt-5 flex items-center justify-end gap-2">
      {children}
      <button type="button" className="btn" onClick={onClose}>
        Cancel
      </button>
      <button type="submit" className="btn btn-main" disabled={disabled}>
        {action}
      </button>
    </div>
  )
}
