'use client'
import { count } from '../words.ts'
import { useShowReach } from '../state/outline.ts'
import { Choice } from './choice.tsx'

/** What a selector names in the site, said beside it. */
export function targetHint(target: { readonly count: number; readonly pages: number }): string {
  return `${target.count} on ${count(target.pages, 'page')}`
}

/** Chooses which elements are worked on; they are outlined on all pages while they are pointed at. */
export function TargetChoice({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: { value: string; label: string; hint: string }[]
  onChange: (selector: string) => void
}) {
  const show = useShowReach()
  return (
    <div
      className="flex items-center gap-2 border-b border-line px-4 py-3"
      onMouseEnter={() => show(value)}
      onMouseLeave={() => show('')}
    >
      <span className="w-[92px] shrink-0 text-quiet">{label}</span>
      <Choice
        label={label}
        mono
        className="flex-1"
        value={value}
        onChange={(next) => {
          onChange(next)
          show('')
        }}
        onActive={show}
        options={options}
      />
    </div>
  )
}
