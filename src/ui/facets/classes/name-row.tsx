'use client'
import { ChevronRight } from 'lucide-react'
import type { SiteName } from '../../../core/classes/all-names.ts'
import { escapeIdent } from '../../../core/css/ident.ts'
import { namesInCss } from '../../../core/classes/names-in-css.ts'
import { settledSheets, showInSheet } from '../../state/sheets.ts'
import { useOutline } from '../../state/outline.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { askOnce } from '../../state/use-answer.ts'
import { count, listed } from '../../words.ts'

const SIGN = { class: '.', id: '#' } as const

/** One class or id; opened, what can be done with it. */
export function NameRow({ name, open, onToggle }: { name: SiteName; open: boolean; onToggle: () => void }) {
  const outline = useOutline()
  const { kind, elements, pages, rules, likely } = name
  const says = [
    elements === 0 ? 'on no page' : `${elements} on ${count(pages.length, 'page')}`,
    rules === 0 ? 'no rule' : count(rules, 'rule'),
  ]
  return (
    <div className="border-b border-line" {...outline(SIGN[kind] + escapeIdent(name.name))}>
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full items-start gap-2 px-4 py-2 text-left hover:bg-sunken focus-visible:-outline-offset-2"
        onClick={onToggle}
      >
        <ChevronRight aria-hidden className={`mt-0.5 size-4 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} />
        <span className="min-w-0 flex-1">
          <span className="flex items-baseline gap-2">
            <code className="min-w-0 truncate font-mono text-[12px] font-semibold">
              {SIGN[kind]}
              {name.name}
            </code>
            <span className="ml-auto shrink-0 text-[12px] tabular-nums text-quiet">{says.join(', ')}</span>
          </span>
          {likely && <span className="block text-[12px] text-alarm">{likely}</span>}
        </span>
      </button>
      {open && <Deeds name={name} />}
    </div>
  )
}

function Deeds({ name: { kind, name, elements, pages, rules } }: { name: SiteName }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const sheets = useRoom(settledSheets)
  const place = sheets
    .flatMap(({ path, sheet }) => namesInCss(sheet).map((each) => ({ ...each, path })))
    .find((each) => each.kind === kind && each.name === name)
  const turn = async () => {
    const turned = await askOnce(workroom, 'turn', { kind, name })
    if (!turned) return
    if ('fault' in turned) return notice(turned.fault)
    const label = kind === 'class' ? `Made an id of .${name}` : `Made a class of #${name}`
    set({ asking: { kind: 'change', title: label.replace('Made', 'Make'), label, change: turned.change } })
  }
  const takeAway = async () => {
    const change = await askOnce(workroom, 'takeAway', { name })
    const label = `Took .${name} from ${count(elements, 'element')}`
    if (change)
      set({ asking: { kind: 'change', title: `Take .${name} from ${count(elements, 'element')}`, label, change } })
  }
  return (
    <div className="flex flex-col gap-2 px-4 pb-3 pl-10">
      {pages.length > 0 && <p className="text-[12px] text-quiet">On {listed(pages, 4)}.</p>}
      <p className="flex flex-wrap gap-2">
        <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'rename', what: kind, name } })}>
          Rename …
        </button>
        {place && (
          <button
            type="button"
            className="btn h-7"
            onClick={() => showInSheet(workroom.store.getState(), place.path, place)}
          >
            Show the rule
          </button>
        )}
        <button type="button" className="btn h-7" onClick={() => void turn()}>
          Make it {kind === 'class' ? 'an id' : 'a class'} …
        </button>
        {kind === 'class' && elements > 1 && (
          <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'split', name } })}>
            Split …
          </button>
        )}
        {kind === 'class' && rules === 0 && elements > 0 && (
          <button type="button" className="btn h-7" onClick={() => void takeAway()}>
            Take it away …
          </button>
        )}
      </p>
    </div>
  )
}
