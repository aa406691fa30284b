'use client'
import { targetHint, TargetChoice } from '../../controls/target-choice.tsx'
import { useState } from 'react'
import { MeasureLine } from './measure-line.tsx'
import { SIDES, writeSides, type Side } from '../../../core/values/sides.ts'
import { readBorder } from '../../../core/properties/value-through.ts'
import { Choice } from '../../controls/choice.tsx'
import { ColorField } from '../../controls/color-field.tsx'
import { ColorRow } from '../../controls/color-row.tsx'
import { SizeField, Slider } from '../../controls/size-field.tsx'
import { Where } from '../../controls/where.tsx'
import { useInsights, useRoom } from '../../state/context.tsx'
import { FacetHead, Group, Rivals } from '../../controls/parts.tsx'
import { useComputed, useField, useRivals } from '../../controls/use-field.ts'

const PROPERTIES =
  'width max-width padding-top padding-right padding-bottom padding-left margin-top margin-right margin-bottom margin-left border-top-width border-top-style border-top-color background-color'
const LINE_STYLES = ['none', 'solid', 'dashed', 'dotted', 'double']

/** Width, padding, margin, border and background of the boxes that pages are made of. */
export function BoxesFacet() {
  const targets = useInsights((insights) => insights.boxTargets)
  const wanted = useRoom((state) => state.box)
  const set = useRoom((state) => state.set)
  const setSelector = (box: string) => set({ box })
  const present = targets.filter((target) => target.count > 0)
  // A site without a main shows the first box that is there.
  const first = present.find((target) => target.selector === 'main') ?? present[0]
  const selector = wanted ?? first?.selector ?? 'body'
  const chosen = targets.find((target) => target.selector === selector)
  return (
    <>
      <FacetHead title="Boxes">Choose a box here, or click one in a close-up.</FacetHead>
      <TargetChoice
        label="Box"
        value={selector}
        onChange={setSelector}
        options={present.map((target) => ({
          value: target.selector,
          label: target.selector,
          hint: targetHint(target),
        }))}
      />
      {chosen && chosen.count === 0 ? (
        <p className="px-4 py-3.5 text-quiet">
          No page has a <code className="font-mono">{selector}</code>.
        </p>
      ) : (
        <>
          <MeasureLine selector={selector} onChoose={setSelector} />
          <Box key={selector} selector={selector} />
        </>
      )}
    </>
  )
}

function Box({ selector }: { selector: string }) {
  const computed = useComputed(selector, PROPERTIES)
  const rivals = useRivals(selector, 'width max-width padding margin border background-color')
  const width = useField(selector, 'width', 'width')
  const most = useField(selector, 'max-width', 'max-width')
  const background = useField(selector, 'background-color', 'background')
  const seen = computed.values
  const size = (field: typeof width, label: string, top: number) => (
    <div className="flex flex-col gap-1">
      <SizeField
        label={label}
        property={field.property}
        unit="px"
        least={0}
        most={top}
        example="960px, 60em or 85%"
        value={field.value}
        computed={seen[field.property]}
        onPreview={field.preview}
        onCommit={field.commit}
        onClear={field.clear}
      />
      <div className="pl-[100px]">
        <Where field={field} />
      </div>
    </div>
  )
  return (
    <>
      <Group title="Size">
        {size(width, 'Width', 1280)}
        {size(most, 'Max width', 1600)}
      </Group>
      <Sides selector={selector} property="padding" title="Padding, inside the edge" top={120} seen={seen} />
      <Sides selector={selector} property="margin" title="Margin, outside the edge" top={120} seen={seen} />
      <Border selector={selector} seen={seen} />
      <Group title="Background">
        <ColorRow label="Colour" field={background} computed={seen['background-color']} />
      </Group>
      <Rivals rivals={rivals} />
    </>
  )
}

type Seen = Readonly<Record<string, string>>

function Sides({
  selector,
  property,
  title,
  top,
  seen,
}: {
  selector: string
  property: 'padding' | 'margin'
  title: string
  top: number
  seen: Seen
}) {
  const all = useField(selector, property, property)
  const sides = {
    top: useField(selector, `${property}-top`, `top ${property}`),
    right: useField(selector, `${property}-right`, `right ${property}`),
    bottom: useField(selector, `${property}-bottom`, `bottom ${property}`),
    left: useField(selector, `${property}-left`, `left ${property}`),
  }
  const [active, setActive] = useState<Side | 'all'>('all')
  const whole = all.decision?.declaration.property === property ? all.value : ''
  const least = property === 'margin' ? -40 : 0
  const dragged = active === 'all' ? { field: all, value: whole } : { field: sides[active], value: sides[active].value }
  return (
    <Group title={title}>
      <div className="flex flex-col gap-1.5">
        <div className="flex items-center gap-2" onFocus={() => setActive('all')}>
          <span className="w-[92px] shrink-0 text-quiet">All sides</span>
          <div className="flex-1">
            <SizeField
              compact
              label={`${property} on all sides`}
              property={property}
              unit="px"
              least={least}
              most={top}
              example={`16px, 1rem 2rem${property === 'margin' ? ' or 0 auto' : ''}`}
              value={whole}
              computed={shortest(seen, property)}
              onPreview={all.preview}
              onCommit={all.commit}
            />
          </div>
          {all.clear && (
            <button type="button" className="btn btn-bare h-7 px-1.5 text-quiet" onClick={all.clear}>
              Take out
            </button>
          )}
        </div>
        <div className="grid grid-cols-4 gap-1.5">
          {SIDES.map((side) => (
            <div key={side} onFocus={() => setActive(side)}>
              <SizeField
                compact
                label={`${side} ${property}`}
                property={`${property}-${side}`}
                unit="px"
                least={least}
                most={top}
                example="16px or 1rem"
                value={sides[side].value}
                computed={seen[`${property}-${side}`]}
                onPreview={sides[side].preview}
                onCommit={sides[side].commit}
              />
              <span
                aria-hidden
                className={`block text-center text-[11px] ${active === side ? 'font-semibold' : 'text-quiet'}`}
              >
                {side}
              </span>
            </div>
          ))}
        </div>
        <Slider
          label={`${active === 'all' ? 'all sides' : active}, drag`}
          unit="px"
          least={least}
          most={top}
          value={dragged.value}
          computed={active === 'all' ? seen[`${property}-top`] : seen[`${property}-${active}`]}
          onPreview={dragged.field.preview}
          onCommit={dragged.field.commit}
        />
        <Where field={all} />
      </div>
    </Group>
  )
}

/** Four computed sides as the shortest shorthand, for a placeholder. */
function shortest(seen: Seen, property: string): string {
  const [top = '', right = '', bottom = '', left = ''] = SIDES.map((side) => seen[`${property}-${side}`])
  return top === '' ? '' : writeSides({ top, right, bottom, left })
}

function Border({ selector, seen }: { selector: string; seen: Seen }) {
  const field = useField(selector, 'border', 'border')
  // A border on one side only is set by another property; the control speaks of all four sides.
  const whole = field.decision?.declaration.property === 'border' ? field.value : ''
  const parts = readBorder(whole)
  const style = parts.style || 'none'
  const write = (next: Partial<typeof parts>) => {
    const now = {
      width: parts.width || '1px',
      style: style === 'none' ? 'solid' : style,
      color: parts.color || 'currentcolor',
      ...next,
    }
    return now.style === 'none' ? 'none' : `${now.width} ${now.style} ${now.color}`
  }
  return (
    <Group title="Border, all sides">
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">Line</span>
        <Choice
          label="Border line"
          className="w-[130px]"
          value={LINE_STYLES.includes(style) ? style : 'solid'}
          options={LINE_STYLES.map((value) => ({ value, label: value }))}
          onChange={(next) => field.commit(write({ style: next }))}
        />
        {field.clear && (
          <button type="button" className="btn btn-bare h-7 text-quiet" onClick={field.clear}>
            Take out
          </button>
        )}
      </div>
      {style !== 'none' && (
        <>
          <SizeField
            label="Thickness"
            property="border-top-width"
            unit="px"
            least={0}
            most={24}
            example="1px or 0.25rem"
            value={parts.width}
            computed={seen['border-top-width']}
            onPreview={(value) => field.preview(write({ width: value }))}
            onCommit={(value) => field.commit(write({ width: value }))}
          />
          <ColorField
            label="Colour"
            value={parts.color}
            computed={seen['border-top-color']}
            onPreview={(value) => field.preview(value === null ? null : write({ color: value }))}
            onCommit={(value) => field.commit(write({ color: value }))}
          />
        </>
      )}
      <div className="pl-[100px]">
        <Where field={field} />
      </div>
    </Group>
  )
}
