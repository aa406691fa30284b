'use client'
import { useState } from 'react'
import type { SiteName } from '../../../core/classes/all-names.ts'
import { Choice } from '../../controls/choice.tsx'
import { LongList } from '../../controls/long-list.tsx'
import { FacetHead } from '../../controls/parts.tsx'
import { useAsk } from '../../state/use-answer.ts'
import { count } from '../../words.ts'
import { NameRow } from './name-row.tsx'

const SHOWN = {
  all: 'all',
  pages: 'only on pages',
  sheet: 'only in the sheet',
  likely: 'likely slips',
} as const
type Shown = keyof typeof SHOWN

const IS_SHOWN: Readonly<Record<Shown, (name: SiteName) => boolean>> = {
  all: () => true,
  pages: ({ rules }) => rules === 0,
  sheet: ({ elements }) => elements === 0,
  likely: ({ likely }) => likely !== null,
}

/** Every class and id, with what uses it and what styles it. */
export function ClassesFacet() {
  const { answer: names, fault } = useAsk('names', {}, { pause: 150, keep: true })
  const [typed, setTyped] = useState('')
  const [shown, setShown] = useState<Shown>('all')
  const [open, setOpen] = useState<string | null>(null)
  const wanted = typed.trim().toLowerCase().replace(/^[.#]/, '')
  const found = names?.filter((name) => IS_SHOWN[shown](name) && name.name.toLowerCase().includes(wanted))
  return (
    <>
      <FacetHead title="Classes">
        Classes and ids of the pages and of the sheet. Click an element in a close-up to give it one or take one.
      </FacetHead>
      <div className="flex items-center gap-2 border-b border-line px-4 py-3">
        <input
          aria-label="Part of a name"
          placeholder="Part of a name"
          spellCheck={false}
          className="field min-w-0 flex-1"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Choice
          label="Which names"
          className="w-[148px]"
          value={shown}
          onChange={(next) => setShown(next as Shown)}
          options={(Object.keys(SHOWN) as Shown[]).map((value) => ({
            value,
            label: SHOWN[value],
            hint: names ? String(names.filter(IS_SHOWN[value]).length) : '',
          }))}
        />
      </div>
      {found === undefined ? (
        <p className="px-4 py-3.5 text-quiet">{fault || 'Looking …'}</p>
      ) : found.length === 0 ? (
        <p className="px-4 py-3.5 text-quiet">
          {names!.length === 0
            ? 'Neither the pages nor the sheet have a class or an id yet.'
            : `None of ${count(names!.length, 'name')} is like that.`}
        </p>
      ) : (
        <LongList
          label="Classes and ids"
          items={found}
          keyOf={({ kind, name }) => `${kind} ${name}`}
          rowHeight={46}
          row={(name) => {
            const key = `${name.kind} ${name.name}`
            return <NameRow name={name} open={open === key} onToggle={() => setOpen(open === key ? null : key)} />
          }}
        />
      )}
    </>
  )
}
