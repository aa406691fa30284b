'use client'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import type { SiteName } from '../../../core/classes/all-names.ts'
import { Choice } from '../../controls/choice.tsx'
import { LongList } from '../../controls/long-list.tsx'
import { FacetHead } from '../../controls/parts.tsx'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { askOnce, useAsk } from '../../state/use-answer.ts'
import { count, listed } from '../../words.ts'
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
  const set = useRoom((state) => state.set)
  const [open, setOpen] = useState<string | null>(null)
  const wanted = typed.trim().toLowerCase().replace(/^[.#]/, '')
  const found = names?.filter((name) => IS_SHOWN[shown](name) && name.name.toLowerCase().includes(wanted))
  return (
    <>
      <FacetHead title="Classes">
        Classes and ids of the pages and of the sheet. Click an element in a close-up, or with Alt in the lineup, to
        give it one or take one.
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
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-2">
        <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'new-class', picked: null } })}>
          <Plus aria-hidden className="size-4" />
          New class …
        </button>
        {(shown === 'pages' || shown === 'sheet') && found && found.length > 0 && <Clear where={shown} />}
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

/** Takes away at once what only one side knows, with the proof of what changes. */
function Clear({ where }: { where: 'pages' | 'sheet' }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const clear = async () => {
    const cleared = await askOnce(workroom, 'clearNames', { where })
    if (!cleared) return
    const { names, inScripts, unreadScripts, change } = cleared
    const stay =
      inScripts.length > 0
        ? `${listed(inScripts, 3)} may be meant by a script and ${inScripts.length === 1 ? 'stays' : 'stay'}.`
        : ''
    if (names === 0) return notice(stay || 'There is nothing to take away.')
    const unread = unreadScripts
      ? 'Scripts in files of their own are not read: they may give elements such a name.'
      : ''
    const what =
      where === 'pages'
        ? `${count(names, 'class', 'classes')} that no rule names`
        : `rules for ${count(names, 'name')} that no page has`
    const beside = [stay, unread].filter((each) => each !== '').join(' ')
    set({ asking: { kind: 'change', title: `Take away ${what}`, label: `Took away ${what}`, change, beside } })
  }
  return (
    <button type="button" className="btn h-7" onClick={() => void clear()}>
      {where === 'pages' ? 'Take all classes without a rule away …' : 'Take all rules without an element out …'}
    </button>
  )
}
