'use client'
import { ChevronRight, Plus } from 'lucide-react'
import { memo, useId, useMemo, useState } from 'react'
import { swatchesAmong, swatchNameFault, type SwatchAt } from '../../../core/color/swatches.ts'
import { addSwatchAmong } from '../../../core/color/add-swatch.ts'
import { derivedName, derivedValue, type Derivation } from '../../../core/color/derive.ts'
import { removeDeclaration, setValue } from '../../../core/sheet/edit.ts'
import { resolveVarsAmong } from '../../../core/edit/variables.ts'
import { declarationsOf, topStyleRules } from '../../../core/sheet/walk.ts'
import { selectorsOf } from '../../../core/edit/rules-naming.ts'
import { ColorField } from '../../controls/color-field.tsx'
import { LongList } from '../../controls/long-list.tsx'
import { NameSelect } from '../../controls/name-select.tsx'
import { docOfSheet, lineIn, settledSheets, showInSheet, shownSheets } from '../../state/sheets.ts'
import type { WorkroomStore } from '../../state/store.ts'
import { count } from '../../words.ts'
import { carryOut } from '../../state/carry-out.ts'
import { askOnce, useAnswer } from '../../state/use-answer.ts'
import { useOutline } from '../../state/outline.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { Group } from '../../controls/parts.tsx'

/** The swatches: their values, where they are used, and new ones made of others. */
export function SwatchesView() {
  const shown = useRoom(shownSheets)
  const swatches = swatchesAmong(useRoom(settledSheets))
  const live = new Map(swatchesAmong(shown).map((swatch) => [swatch.name, swatch.value]))
  const taken = useMemo(() => swatches.map(({ name }) => name), [swatches])
  const [open, setOpen] = useState<string | null>(null)
  return (
    <>
      <Group title={count(swatches.length, 'swatch', 'swatches')}>
        {swatches.length === 0 && (
          <p className="text-quiet">
            No swatches yet. Add one, then use it anywhere a colour is asked for; or let Gather find the colours the
            sheet uses.
          </p>
        )}
        <LongList
          items={swatches}
          keyOf={({ name }) => name}
          rowHeight={38}
          row={(swatch) => (
            <SwatchRow
              swatch={swatch}
              value={live.get(swatch.name) ?? swatch.value}
              taken={taken}
              open={open === swatch.name}
              onOpen={setOpen}
            />
          )}
        />
        <NewSwatch taken={taken} />
      </Group>
      {swatches.length > 0 && <Derive names={taken} />}
    </>
  )
}

const SwatchRow = memo(function SwatchRow({
  swatch,
  value,
  taken,
  open,
  onOpen,
}: {
  swatch: SwatchAt
  value: string
  taken: readonly string[]
  open: boolean
  onOpen: (name: string | null) => void
}) {
  const workroom = useWorkroom()
  const { store } = workroom
  const notice = useNotice()
  const [name, setName] = useState<string | null>(null)
  const fault = name === null || name === swatch.name ? null : swatchNameFault(name, taken)
  const id = useId()
  const { path } = swatch.at
  const isElsewhere = useRoom((state) => state.sheetPath !== path)
  const doc = () => docOfSheet(store.getState(), path)

  const rename = async () => {
    if (name === null || fault) return
    setName(null)
    if (name === swatch.name) return
    const plan = await askOnce(workroom, 'renameProperty', { from: swatch.name, to: name })
    const label = `Renamed the swatch ${swatch.name} to ${name}`
    if (plan && carryOut(workroom, label, plan.change)) notice(`${label}; ${count(swatch.uses, 'use')} followed.`)
  }
  const remove = () => {
    const { sheet } = swatch.at
    const splices = topStyleRules(sheet)
      .filter((rule) => selectorsOf(rule).includes(':root'))
      .flatMap((rule) => declarationsOf(rule).filter((declaration) => declaration.property === swatch.name))
      .flatMap((declaration) => removeDeclaration(sheet, declaration))
    store.getState().edit({ label: `Removed the swatch ${swatch.name}`, texts: [{ doc: doc(), splices }] })
  }
  const recolour = (next: string) => setValue(swatch.declaration, next)

  return (
    <div className="pb-2">
      <div className="grid grid-cols-[30px_minmax(0,1fr)_auto] items-center gap-x-2" data-swatch={swatch.name}>
        <ColorField
          compact
          label={`Swatch ${swatch.name}`}
          value={value}
          offerSwatches={false}
          onPreview={(next) => store.getState().showPreview(next === null ? null : recolour(next), doc())}
          onCommit={(next) =>
            store
              .getState()
              .edit({ label: `${swatch.name}: ${next}`, texts: [{ doc: doc(), splices: recolour(next) }] })
          }
        />
        <div className="order-first col-start-2 row-start-1 min-w-0">
          <input
            aria-label={`Name of the swatch ${swatch.name}`}
            aria-invalid={fault !== null}
            aria-describedby={fault ? id : undefined}
            spellCheck={false}
            data-kept={name === null || undefined}
            className="field w-full border-transparent bg-transparent font-mono text-[12px] hover:border-line focus:bg-raised"
            value={name ?? swatch.name}
            onChange={(event) => setName(event.target.value)}
            onBlur={() => void rename()}
            onKeyDown={(event) => {
              if (event.key === 'Enter') void rename()
              if (event.key === 'Escape') setName(null)
            }}
          />
        </div>
        <div className="order-first col-start-3 row-start-1 flex items-center gap-2 text-right text-[12px] text-quiet">
          <span className="max-w-24 truncate font-mono" title={value}>
            {value}
          </span>
          {swatch.uses > 0 ? (
            <button
              type="button"
              aria-expanded={open}
              aria-label={`Where ${swatch.name} is used: ${count(swatch.uses, 'use')}`}
              className="flex w-14 items-center justify-end hover:text-ink"
              onClick={() => onOpen(open ? null : swatch.name)}
            >
              {count(swatch.uses, 'use')}
              <ChevronRight aria-hidden className={`size-3.5 ${open ? 'rotate-90' : ''}`} />
            </button>
          ) : (
            <button
              type="button"
              className="w-14 text-right underline decoration-edge underline-offset-2 hover:text-ink"
              aria-label={`Remove the unused swatch ${swatch.name}`}
              onClick={remove}
            >
              remove
            </button>
          )}
        </div>
      </div>
      {isElsewhere && <p className="truncate pl-[38px] font-mono text-[11px] text-quiet">{path}</p>}
      {fault && (
        <p id={id} className="mt-1 pl-[38px] text-[12px] text-alarm">
          {fault}
        </p>
      )}
      {open && swatch.uses > 0 && <Uses name={swatch.name} />}
    </div>
  )
})

/** A new swatch stands beside those that are there. */
function writeSwatch(store: WorkroomStore, name: string, value: string): void {
  const state = store.getState()
  const { path, splices } = addSwatchAmong(settledSheets(state), name, value)
  state.edit({ label: `Added the swatch ${name}`, texts: [{ doc: docOfSheet(state, path), splices }] })
}

const NewSwatch = memo(function NewSwatch({ taken }: { taken: readonly string[] }) {
  const { store } = useWorkroom()
  const [name, setName] = useState('')
  const [color, setColor] = useState('#3d8591')
  const [tried, setTried] = useState(false)
  const id = useId()
  const full = name.trim() === '' || name.startsWith('--') ? name.trim() : `--${name.trim()}`
  const fault =
    swatchNameFault(full, taken) ??
    (CSS.supports('color', color) ? null : `“${color}” is not a CSS colour. Try #3d8591.`)
  const settled = useRoom(settledSheets)
  const add = () => {
    if (fault) return setTried(true)
    writeSwatch(store, full, color)
    setName('')
    setTried(false)
  }
  return (
    <form
      className="mt-3 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        add()
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <span
          aria-hidden
          className="size-[30px] shrink-0 rounded-[3px] border border-edge"
          style={{ backgroundColor: resolveVarsAmong(settled, color) }}
        />
        <input
          aria-label="Name of a new swatch"
          aria-describedby={tried && fault ? id : undefined}
          className="field w-24 flex-1 font-mono text-[12px]"
          placeholder="--new-swatch"
          spellCheck={false}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <input
          aria-label="Colour of the new swatch"
          className="field w-20 font-mono text-[12px]"
          spellCheck={false}
          value={color}
          onChange={(event) => setColor(event.target.value)}
        />
        <button type="submit" className="btn">
          <Plus aria-hidden className="size-4" />
          Add
        </button>
      </div>
      {tried && fault && (
        <p id={id} role="alert" className="mt-1 text-[12px] text-alarm">
          {fault}
        </p>
      )}
    </form>
  )
})

/** Where a swatch is used: the declarations, and what they touch. */
function Uses({ name }: { name: string }) {
  const { store } = useWorkroom()
  const reach = useAnswer('swatchReach', { name })
  const sheets = useRoom(settledSheets)
  const outline = useOutline()
  if (!reach) return <p className="mt-1 pl-[38px] text-[12px] text-quiet">Looking …</p>
  const rules = [...new Map(reach.uses.map((use) => [`${use.selector} ${use.property}`, use])).values()]
  return (
    <div className="mt-1 border-l-2 border-edge pl-2 text-[12px]" aria-label={`Uses of ${name}`}>
      <p>
        {reach.elements === 0
          ? 'It touches no element yet.'
          : `It touches ${count(reach.elements, 'element')} on ${count(reach.pages.length, 'page')}: ${reach.pages
              .slice(0, 4)
              .map(({ page, count: on }) => `${page} ${on}`)
              .join(', ')}${reach.pages.length > 4 ? ' …' : ''}`}
      </p>
      <ul className="mt-1 flex flex-col gap-0.5">
        {rules.map((use) => (
          <li key={`${use.file} ${use.from}`} {...(use.property.startsWith('--') ? {} : outline(use.selector))}>
            <button
              type="button"
              className="w-full truncate text-left hover:underline"
              title={`${use.selector}: ${use.property}`}
              onClick={() => showInSheet(store.getState(), use.file, use)}
            >
              <span className="text-quiet">{lineIn(sheets, use.file, use.from)}</span>{' '}
              <code className="font-mono">
                {use.property.startsWith('--') ? use.property : use.selector.replace(/\s+/g, ' ')}
              </code>{' '}
              <span className="text-quiet">
                {use.property.startsWith('--') ? 'is made of it' : use.property}
                {use.through && `, through ${use.through}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Makes a swatch of another one: lighter, darker, or mixed with a third; it goes on following what it is made of. */
const Derive = memo(function Derive({ names }: { names: readonly string[] }) {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheets)
  const [kind, setKind] = useState<Derivation['kind']>('lighter')
  const [chosen, setFrom] = useState(names[0]!)
  const [other, setWith] = useState(names[1] ?? names[0]!)
  const [share, setShare] = useState(25)
  const from = names.includes(chosen) ? chosen : names[0]!
  const partner = names.includes(other) ? other : names[0]!
  const derivation: Derivation = kind === 'mixed' ? { kind, from, with: partner, share } : { kind, from, share }
  const value = derivedValue(derivation)
  const name = Array.from({ length: 20 }, (_, at) => derivedName(derivation) + (at === 0 ? '' : `-${at + 1}`)).find(
    (each) => !names.includes(each),
  )!
  const add = () => writeSwatch(store, name, value)
  return (
    <Group title="Make one of another">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          add()
        }}
      >
        <div className="flex items-center gap-2">
          <select
            aria-label="How it is made"
            className="field h-7 px-1"
            value={kind}
            onChange={(event) => setKind(event.target.value as Derivation['kind'])}
          >
            <option value="lighter">lighter</option>
            <option value="darker">darker</option>
            <option value="mixed">mixed</option>
          </select>
          <NameSelect label="Made of" names={names} value={from} onChange={setFrom} />
          {kind === 'mixed' && <NameSelect label="Mixed with" names={names} value={partner} onChange={setWith} />}
        </div>
        <div className="flex items-center gap-2">
          <input
            type="range"
            aria-label="How much"
            min={5}
            max={95}
            step={5}
            className="flex-1"
            value={share}
            onChange={(event) => setShare(Number(event.target.value))}
          />
          <span className="w-10 text-right">{share} %</span>
          <span
            aria-hidden
            className="size-[30px] rounded-[3px] border border-edge"
            style={{ backgroundColor: resolveVarsAmong(settled, value) }}
          />
          <button type="submit" className="btn">
            <Plus aria-hidden className="size-4" />
            Make it
          </button>
        </div>
        <p className="break-words font-mono text-[11px] text-quiet">
          {name}: {value};
        </p>
      </form>
    </Group>
  )
})
