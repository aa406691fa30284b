'use client'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react'
import { ArrowDown, ArrowUp, ListTree, Pencil, type LucideIcon } from 'lucide-react'
import { lookDoc } from '../../core/site/step.ts'
import { NO_CHANGE } from '../../core/site/change.ts'
import { outlineOf, sectionsOf } from '../../core/writing/outline.ts'
import { planSection } from '../../core/writing/sections.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { settledSheetText } from '../state/document.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'

/** The sheet by its sections and at-rules: one press goes there; sections are made, named and moved. */
export function Outline() {
  return (
    <Popover>
      <PopoverButton className="btn btn-bare size-7 p-0" aria-label="Outline of the sheet" title="Outline of the sheet">
        <ListTree aria-hidden className="size-4" />
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'top end', gap: 4 }}
        className="z-40 w-[360px] rounded-[3px] border border-edge bg-panel p-3 shadow-lg"
      >
        {({ close }) => <Entries close={close} />}
      </PopoverPanel>
    </Popover>
  )
}

function Entries({ close }: { close: () => void }) {
  const set = useRoom((state) => state.set)
  const showText = useRoom((state) => state.showText)
  const sheet = sheetOf(useRoom(settledSheetText))
  const entries = outlineOf(sheet)
  const sections = sectionsOf(sheet)
  const ask = (asking: { kind: 'head' } | { kind: 'section'; at: number | null }) => {
    close()
    set({ asking })
  }
  return (
    <>
      <h2 className="font-semibold">Outline of the sheet</h2>
      {entries.length === 0 ? (
        <p className="mt-1 text-quiet">
          No sections yet. A comment on a line of its own, such as /* Cards */, begins one.
        </p>
      ) : (
        <ul className="mt-2 max-h-72 overflow-auto border-y border-line">
          {entries.map(({ kind, name, rules, from, to }) => {
            const at = kind === 'section' ? sections.findIndex((section) => section.comment.from === from) : -1
            return (
              <li key={from} className="flex items-center gap-1 border-b border-line last:border-b-0">
                <button
                  type="button"
                  className={`flex min-w-0 flex-1 items-baseline gap-2 py-1.5 text-left hover:text-accent ${at < 0 ? 'pl-4' : ''}`}
                  onClick={() => {
                    close()
                    showText(null, { from, to: at < 0 ? from : to })
                  }}
                >
                  <span
                    className={`min-w-0 truncate ${at < 0 ? 'font-mono text-[12px]' : 'font-semibold'}`}
                    title={name}
                  >
                    {name}
                  </span>
                  {rules > 0 && <span className="ml-auto shrink-0 text-[12px] text-quiet">{count(rules, 'rule')}</span>}
                </button>
                {at >= 0 && <SectionDeeds at={at} last={sections.length - 1} name={name} close={close} />}
              </li>
            )
          })}
        </ul>
      )}
      <p className="mt-3 flex gap-2">
        <button type="button" className="btn h-7" onClick={() => ask({ kind: 'section', at: null })}>
          New section …
        </button>
        <button type="button" className="btn h-7" onClick={() => ask({ kind: 'head' })}>
          Head of the sheet …
        </button>
      </p>
    </>
  )
}

/** Naming and moving one section. Where it moves, other rules may win: that is shown first. */
function SectionDeeds({ at, last, name, close }: { at: number; last: number; name: string; close: () => void }) {
  const { store } = useWorkroom()
  const set = useRoom((state) => state.set)
  const move = (to: number) => {
    const state = store.getState()
    const splices = planSection(sheetOf(settledSheetText(state)), { do: 'move', at, to })
    const label = `Moved the section ${name} ${to < at ? 'up' : 'down'}`
    close()
    set({
      asking: {
        kind: 'change',
        title: label.replace('Moved', 'Move'),
        label,
        change: { ...NO_CHANGE, texts: [{ doc: lookDoc(state.lookId), splices }] },
      },
    })
  }
  const rename = () => {
    close()
    set({ asking: { kind: 'section', at } })
  }
  return (
    <>
      <Deed label={`Rename the section ${name}`} title="Rename" icon={Pencil} onClick={rename} />
      <Deed
        label={`Move the section ${name} up`}
        title="Move up, with its rules"
        icon={ArrowUp}
        disabled={at === 0}
        onClick={() => move(at - 1)}
      />
      <Deed
        label={`Move the section ${name} down`}
        title="Move down, with its rules"
        icon={ArrowDown}
        disabled={at === last}
        onClick={() => move(at + 1)}
      />
    </>
  )
}

function Deed({
  label,
  title,
  icon: Icon,
  disabled = false,
  onClick,
}: {
  label: string
  title: string
  icon: LucideIcon
  disabled?: boolean
  onClick: () => void
}) {
  return (
    <button
      type="button"
      className="btn btn-bare size-6 shrink-0 p-0"
      aria-label={label}
      title={title}
      disabled={disabled}
      onClick={onClick}
    >
      <Icon aria-hidden className="size-3.5" />
    </button>
  )
}
