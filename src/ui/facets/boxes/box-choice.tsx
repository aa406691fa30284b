'use client'
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react'
import { ChevronsUpDown } from 'lucide-react'
import { useState } from 'react'
import type { BoxTarget } from '../../../core/boxes/targets.ts'
import { useRoom } from '../../state/context.tsx'
import { useShowReach } from '../../state/outline.ts'
import { useAnswer } from '../../state/use-answer.ts'
import { count } from '../../words.ts'

interface Props {
  readonly value: string
  readonly targets: readonly BoxTarget[]
  readonly onChange: (selector: string) => void
}

interface Choice {
  readonly selector: string
  readonly depth: number
  readonly hint: string
}

/** Lines shown at once: of more, typing finds the rest. */
const MOST = 60

/** Chooses a box: those of the page looked at, nested as in it, then all others of the site; typing narrows them down. */
export function BoxChoice({ value, targets, onChange }: Props) {
  const [query, setQuery] = useState('')
  const page = useRoom((state) => state.closeUp)
  const show = useShowReach()
  const tree = useAnswer('boxTree', { page }, { keep: true }) ?? []
  const typed = query.trim()
  const matching = choicesOf(tree, targets).filter(({ selector }) => selector.includes(typed))
  // What is typed in full comes before what only holds it.
  const choices = matching.toSorted((a, b) => Number(b.selector === typed) - Number(a.selector === typed))
  const chosen = targets.find(({ selector }) => selector === value)
  return (
    <div
      className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-line px-4 py-3"
      onMouseEnter={() => show(value)}
      onMouseLeave={() => show('')}
    >
      <span className="w-[92px] shrink-0 text-quiet">Box</span>
      <Combobox
        immediate
        value={value}
        onChange={(next) => {
          if (next === null) return
          onChange(next)
          show('')
        }}
        onClose={() => setQuery('')}
      >
        <div className="relative min-w-0 flex-1">
          <ComboboxInput
            aria-label="Box"
            autoComplete="off"
            spellCheck={false}
            className="field w-full pr-8 font-mono text-[12px]"
            displayValue={(selector: string) => selector}
            onChange={(event) => setQuery(event.target.value)}
            onFocus={(event) => event.target.select()}
          />
          <ComboboxButton aria-label="All boxes" className="absolute right-1 top-1 grid size-[22px] place-items-center">
            <ChevronsUpDown aria-hidden className="size-3.5 text-quiet" />
          </ComboboxButton>
        </div>
        <ComboboxOptions
          anchor={{ to: 'bottom end', gap: 4, padding: 8 }}
          className="z-50 max-h-96 w-[340px] overflow-auto rounded-[3px] border border-edge bg-raised p-1 shadow-lg outline-none empty:invisible"
        >
          {choices.slice(0, MOST).map(({ selector, depth, hint }, at) => (
            <ComboboxOption
              key={`${selector} ${at}`}
              value={selector}
              className="flex items-baseline gap-2 rounded-sm px-2 py-1 data-focus:bg-accent-wash data-selected:font-semibold"
              onMouseEnter={() => show(selector)}
            >
              <span className="min-w-0 flex-1 truncate font-mono text-[12px]" style={{ paddingLeft: depth * 12 }}>
                {selector}
              </span>
              <span className="shrink-0 text-[12px] text-quiet">{hint}</span>
            </ComboboxOption>
          ))}
          {choices.length > MOST && (
            <p className="px-2 py-1 text-[12px] text-quiet">and {choices.length - MOST} more: type to find them</p>
          )}
        </ComboboxOptions>
      </Combobox>
      {chosen && <span className="w-full pl-[100px] text-[12px] text-quiet">{hintFor(chosen)}</span>}
    </div>
  )
}

/** What a selector names, in words: ids and classes are told apart. */
function hintFor({ selector, count: elements, pages }: BoxTarget): string {
  if (selector.startsWith('#')) return elements > pages ? `id, ${elements} times` : `id, on ${count(pages, 'page')}`
  return `${selector.startsWith('.') ? 'class, ' : ''}${elements} on ${count(pages, 'page')}`
}

function choicesOf(
  tree: readonly { readonly selector: string; readonly depth: number }[],
  targets: readonly BoxTarget[],
): Choice[] {
  const byName = new Map(targets.map((target) => [target.selector, target]))
  const hintOf = (selector: string) => {
    const target = byName.get(selector)
    return target ? hintFor(target) : ''
  }
  const here = new Set(tree.map(({ selector }) => selector))
  return [
    ...tree.map(({ selector, depth }) => ({ selector, depth, hint: hintOf(selector) })),
    ...targets
      .filter(({ selector }) => !here.has(selector))
      .map((target) => ({ selector: target.selector, depth: 0, hint: hintFor(target) })),
  ]
}
