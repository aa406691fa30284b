'use client'
import { Plus } from 'lucide-react'
import { useId, useState } from 'react'
import { addSwatch, renameInPage, renameInSheet, swatchesOf, swatchNameFault, type Swatch } from '../../../core/color/swatches.ts'
import { isPage } from '../../../core/site/paths.ts'
import { fileDoc, lookDoc, pathOfDoc } from '../../../core/site/step.ts'
import { removeDeclaration, setValue } from '../../../core/sheet/edit.ts'
import { resolveVars } from '../../../core/sheet/variables.ts'
import { declarationsOf, topStyleRules } from '../../../core/sheet/walk.ts'
import { selectorsOf } from '../../../core/sheet/decide.ts'
import { ColorField } from '../../controls/color-field.tsx'
import { Where } from '../../controls/where.tsx'
import { settledSheetText, sheetText } from '../../state/store.ts'
import { sheetOf } from '../../state/texts.ts'
import { count } from '../../words.ts'
import { useNotice, useRoom, useWorkroom } from '../../workroom/context.tsx'
import { FacetHead, Group } from '../parts.tsx'
import { useComputed, useField } from '../use-field.ts'

/** Swatches, and the two colours everything stands on. */
export function ColourFacet() {
  const shown = useRoom(sheetText)
  const settled = useRoom(settledSheetText)
  const swatches = swatchesOf(sheetOf(settled))
  const live = new Map(swatchesOf(sheetOf(shown)).map((swatch) => [swatch.name, swatch.value]))
  return (
    <>
      <FacetHead title="Colour">A swatch is a named colour. Change it, and everything that uses it follows on every page.</FacetHead>
      <Group title={count(swatches.length, 'swatch', 'swatches')}>
        {swatches.length === 0 && <p className="text-quiet">No swatches yet. Add one, then use it anywhere a colour is asked for.</p>}
        <ul className="flex flex-col gap-2">
          {swatches.map((swatch) => <SwatchRow key={swatch.name} swatch={swatch} value={live.get(swatch.name) ?? swatch.value} taken={swatches.map(({ name }) => name)} />)}
        </ul>
        <NewSwatch taken={swatches.map(({ name }) => name)} />
      </Group>
      <Group title="Ground and text">
        <GroundField property="background-color" label="Background" />
        <GroundField property="color" label="Text" />
      </Group>
    </>
  )
}

function GroundField({ property, label }: { property: string; label: string }) {
  const field = useField('body', property, label.toLowerCase())
  const computed = useComputed('body', property)
  return (
    <div className="flex flex-col gap-1">
      <ColorField label={label} value={field.value} computed={computed.values[property]} onPreview={field.preview} onCommit={field.commit} onClear={field.clear} />
      <div className="pl-[100px]"><Where field={field} /></div>
    </div>
  )
}

function SwatchRow({ swatch, value, taken }: { swatch: Swatch; value: string; taken: readonly string[] }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [name, setName] = useState<string | null>(null)
  const fault = name === null || name === swatch.name ? null : swatchNameFault(name, taken)
  const id = useId()
  const doc = () => lookDoc(store.getState().lookId)

  const rename = () => {
    if (name === null || fault) return
    setName(null)
    if (name === swatch.name) return
    const { texts, edit } = store.getState()
    const others = [...texts].flatMap(([each, text]) => {
      const path = pathOfDoc(each)
      if (path === null) return []
      const splices = isPage(path) ? renameInPage(text, swatch.name, name) : renameInSheet(text, swatch.name, name)
      return splices.length > 0 ? [{ doc: fileDoc(path), splices }] : []
    })
    const label = `Renamed the swatch ${swatch.name} to ${name}`
    edit({ label, texts: [{ doc: doc(), splices: renameInSheet(texts.get(doc())!, swatch.name, name) }, ...others] })
    notice(`${label}; ${count(swatch.uses, 'use')} followed.`)
  }
  const remove = () => {
    const sheet = sheetOf(settledSheetText(store.getState()))
    const splices = topStyleRules(sheet)
      .filter((rule) => selectorsOf(rule).includes(':root'))
      .flatMap((rule) => declarationsOf(rule).filter((declaration) => declaration.property === swatch.name))
      .flatMap((declaration) => removeDeclaration(sheet, declaration))
    store.getState().edit({ label: `Removed the swatch ${swatch.name}`, texts: [{ doc: doc(), splices }] })
  }
  const recolour = (next: string) => setValue(swatch.declaration, next)

  return (
    <li>
      <div className="grid grid-cols-[30px_minmax(0,1fr)_auto] items-center gap-x-2" data-swatch={swatch.name}>
        <ColorField compact label={`Swatch ${swatch.name}`} value={value} offerSwatches={false}
          onPreview={(next) => store.getState().showPreview(next === null ? null : recolour(next))}
          onCommit={(next) => store.getState().edit({ label: `${swatch.name}: ${next}`, texts: [{ doc: doc(), splices: recolour(next) }] })} />
        <div className="order-first col-start-2 row-start-1 min-w-0">
          <input aria-label={`Name of the swatch ${swatch.name}`} aria-invalid={fault !== null} aria-describedby={fault ? id : undefined} spellCheck={false} data-kept={name === null || undefined}
            className="field w-full border-transparent bg-transparent font-mono text-[12px] hover:border-line focus:bg-raised" value={name ?? swatch.name}
            onChange={(event) => setName(event.target.value)} onBlur={rename}
            onKeyDown={(event) => {
              if (event.key === 'Enter') rename()
              if (event.key === 'Escape') setName(null)
            }} />
        </div>
        <div className="order-first col-start-3 row-start-1 flex items-center gap-2 text-right text-[12px] text-quiet">
          <span className="max-w-24 truncate font-mono" title={value}>{value}</span>
          {swatch.uses > 0
            ? <span className="w-12">{count(swatch.uses, 'use')}</span>
            : <button type="button" className="w-12 text-right underline decoration-edge underline-offset-2 hover:text-ink" aria-label={`Remove the unused swatch ${swatch.name}`} onClick={remove}>remove</button>}
        </div>
      </div>
      {fault && <p id={id} className="mt-1 pl-[38px] text-[12px] text-alarm">{fault}</p>}
    </li>
  )
}

function NewSwatch({ taken }: { taken: readonly string[] }) {
  const { store } = useWorkroom()
  const [name, setName] = useState('')
  const [color, setColor] = useState('#3d8591')
  const [tried, setTried] = useState(false)
  const id = useId()
  const full = name.trim() === '' || name.startsWith('--') ? name.trim() : `--${name.trim()}`
  const fault = swatchNameFault(full, taken) ?? (CSS.supports('color', color) ? null : `“${color}” is not a CSS colour. Try #3d8591.`)
  const settled = useRoom(settledSheetText)
  const add = () => {
    if (fault) return setTried(true)
    const { lookId, edit } = store.getState()
    edit({ label: `Added the swatch ${full}`, texts: [{ doc: lookDoc(lookId), splices: addSwatch(sheetOf(settled), full, color) }] })
    setName('')
    setTried(false)
  }
  return (
    <form className="mt-3 border-t border-line pt-3" onSubmit={(event) => { event.preventDefault(); add() }}>
      <div className="flex items-center gap-2">
        <span aria-hidden className="size-[30px] shrink-0 rounded-[3px] border border-edge" style={{ backgroundColor: resolveVars(sheetOf(settled), color) }} />
        <input aria-label="Name of a new swatch" aria-describedby={tried && fault ? id : undefined} className="field min-w-0 flex-1 font-mono text-[12px]" placeholder="--new-swatch" spellCheck={false} value={name} onChange={(event) => setName(event.target.value)} />
        <input aria-label="Colour of the new swatch" className="field w-24 font-mono text-[12px]" spellCheck={false} value={color} onChange={(event) => setColor(event.target.value)} />
        <button type="submit" className="btn"><Plus aria-hidden className="size-4" />Add</button>
      </div>
      {tried && fault && <p id={id} role="alert" className="mt-1 text-[12px] text-alarm">{fault}</p>}
    </form>
  )
}
