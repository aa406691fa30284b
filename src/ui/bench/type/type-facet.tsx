'use client'
import { useState } from 'react'
import { ColorField } from '../../controls/color-field.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { Where } from '../../controls/where.tsx'
import { resolveVars } from '../../../core/sheet/variables.ts'
import { sheetText } from '../../state/store.ts'
import { sheetOf } from '../../state/texts.ts'
import { count } from '../../words.ts'
import { useRoom } from '../../workroom/context.tsx'
import { useOutline } from '../../workroom/outline.ts'
import { FacetHead, Group, Rivals } from '../parts.tsx'
import { useComputed, useField, useRivals } from '../use-field.ts'
import { FamilyField } from './family-field.tsx'

const ROLES = [
  { selector: 'body', name: 'Base text' },
  { selector: 'h1', name: 'Heading 1' },
  { selector: 'h2', name: 'Heading 2' },
  { selector: 'h3', name: 'Heading 3' },
  { selector: 'p', name: 'Paragraph' },
] as const

const PROPERTIES = 'font-family font-size font-weight line-height color'

/** Family, size, weight, line height and colour of the roles text plays. */
export function TypeFacet() {
  const [selector, setSelector] = useState<string>('body')
  const outline = useOutline()
  return (
    <>
      <FacetHead title="Type">Choose what the text is, then how it is set. Hover a role to see what it touches.</FacetHead>
      <div role="radiogroup" aria-label="Role" className="grid grid-cols-5 border-b border-line">
        {ROLES.map((role) => (
          <label key={role.selector} title={role.name} {...outline(role.selector)}
            className="relative flex cursor-pointer flex-col items-center border-r border-line py-2 last:border-r-0 has-checked:bg-accent-wash has-focus-visible:outline-2 has-focus-visible:outline-accent has-focus-visible:-outline-offset-2">
            <input type="radio" name="role" className="sr-only" checked={selector === role.selector} onChange={() => setSelector(role.selector)} />
            <span className="font-mono text-[13px] font-semibold">{role.selector}</span>
            <span className="text-[11px] text-quiet">{role.name}</span>
          </label>
        ))}
      </div>
      <Role key={selector} selector={selector} />
    </>
  )
}

function Role({ selector }: { selector: string }) {
  const computed = useComputed(selector, PROPERTIES)
  const rivals = useRivals(selector, PROPERTIES)
  const family = useField(selector, 'font-family', 'font family')
  const size = useField(selector, 'font-size', 'font size')
  const weight = useField(selector, 'font-weight', 'font weight')
  const leading = useField(selector, 'line-height', 'line height')
  const color = useField(selector, 'color', 'colour')
  const seen = computed.values
  return (
    <>
      <Specimen values={{ family: family.value || seen['font-family'], weight: weight.value || seen['font-weight'], color: color.value || seen['color'] }} selector={selector} />
      <Group title={`Set in ${selector}`}>
        <p className="-mt-2 text-[12px] text-quiet">{computed.count > 0 ? `${count(computed.count, 'element')} on the pages shown.` : 'No element on the pages shown.'}</p>
        <Row><FamilyField field={family} computed={seen['font-family']} /><Where field={family} /></Row>
        <Row>
          <SizeField label="Size" property="font-size" unit="px" least={8} most={96} example="18px, 1.2rem or 120%" value={size.value} computed={seen['font-size']} onPreview={size.preview} onCommit={size.commit} onClear={size.clear} />
          <Where field={size} />
        </Row>
        <Row>
          <SizeField label="Weight" property="font-weight" unit="" least={100} most={900} example="400, 650 or bold" value={weight.value} computed={seen['font-weight']} onPreview={(value) => weight.preview(whole(value))} onCommit={(value) => weight.commit(whole(value))} onClear={weight.clear} />
          <Where field={weight} />
        </Row>
        <Row>
          <SizeField label="Line height" property="line-height" unit="" least={0.9} most={2.2} example="1.5 or 28px" value={leading.value} computed={ratio(seen['line-height'], seen['font-size'])} onPreview={leading.preview} onCommit={leading.commit} onClear={leading.clear} />
          <Where field={leading} />
        </Row>
        <Row>
          <ColorField label="Colour" value={color.value} computed={seen['color']} onPreview={color.preview} onCommit={color.commit} onClear={color.clear} />
          <Where field={color} />
        </Row>
      </Group>
      <Rivals rivals={rivals} />
    </>
  )
}

/** A computed line height as the plain number people write. */
function ratio(height: string | undefined, size: string | undefined): string | undefined {
  const number = parseFloat(height ?? '') / parseFloat(size ?? '')
  return Number.isFinite(number) ? String(Math.round(number * 100) / 100) : height
}

/** Weights are whole numbers. */
function whole(value: string): string {
  return /^[\d.]+$/.test(value) ? String(Math.round(Number(value))) : value
}

function Row({ children }: { children: React.ReactNode }) {
  return <div className="flex flex-col gap-1 [&>:nth-child(2)]:pl-[100px]">{children}</div>
}

function Specimen({ selector, values }: { selector: string; values: { family: string | undefined; weight: string | undefined; color: string | undefined } }) {
  const sheet = sheetOf(useRoom(sheetText))
  const ground = useField('body', 'background-color', 'background')
  const size = { body: 17, p: 17, h3: 20, h2: 26, h1: 34 }[selector]
  return (
    <div aria-hidden data-proof className="border-b border-line px-4 py-4" style={{
      background: resolveVars(sheet, ground.value) || '#fff', color: resolveVars(sheet, values.color ?? ''), fontFamily: resolveVars(sheet, values.family ?? ''),
      fontWeight: values.weight as never, fontSize: size, lineHeight: 1.25,
    }}>
      Five boats leave at noon
    </div>
  )
}
