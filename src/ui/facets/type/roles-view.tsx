'use client'
import { useState } from 'react'
import type { RoleSpecimen } from '../../../core/type/roles.ts'
import { ROLES } from '../../../core/type/text-roles.ts'
import { resolveVarsAmong } from '../../../core/edit/variables.ts'
import { ColorField } from '../../controls/color-field.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { Where } from '../../controls/where.tsx'
import { heightFor, useViewport } from '../../state/viewport.ts'
import { shownSheets } from '../../state/sheets.ts'
import { count } from '../../words.ts'
import { useRoom } from '../../state/context.tsx'
import { useOutline } from '../../state/outline.ts'
import { useAnswer } from '../../state/use-answer.ts'
import { Group, Rivals } from '../../controls/parts.tsx'
import { useComputed, useField, useRivals, type Field } from '../../controls/use-field.ts'
import { useSheetFaces, useShippedFaces } from './bench-fonts.ts'
import { FamilyField } from './family-field.tsx'
import { Measure } from './measure.tsx'
import { Missed } from './missed.tsx'
import { SizeUnits } from './size-units.tsx'
import { TakeOut } from '../../controls/take-out.tsx'

const PROPERTIES =
  'font-family font-size font-weight font-style line-height letter-spacing word-spacing text-transform font-variant-caps text-align color'
/** Specimens larger than this are shown smaller, so that all roles can be seen beside each other. */
const MOST_PX = 26

/** Every role as a specimen in the site's own words; the chosen one below, to be set. */
export function RolesView() {
  const [selector, setSelector] = useState<string>('body')
  const { width } = useViewport()
  const specimens = useAnswer('specimens', { viewport: { width, height: heightFor(width) } }, { keep: true })
  useShippedFaces()
  useSheetFaces()
  return (
    <>
      <Specimens
        specimens={specimens ?? []}
        looking={specimens === undefined}
        chosen={selector}
        onChoose={setSelector}
      />
      <Role key={selector} selector={selector} name={ROLES.find((role) => role.selector === selector)!.name} />
    </>
  )
}

function Specimens({
  specimens,
  looking,
  chosen,
  onChoose,
}: {
  specimens: readonly RoleSpecimen[]
  /** Whether the pages are still being looked at: nothing can be said of them yet. */
  looking: boolean
  chosen: string
  onChoose: (selector: string) => void
}) {
  const outline = useOutline()
  const sheets = useRoom(shownSheets)
  const ground = useField('body', 'background-color', 'background')
  return (
    <div
      role="radiogroup"
      aria-label="Role"
      data-proof
      tabIndex={-1}
      className="max-h-[270px] overflow-y-auto border-b border-line"
      style={{ background: resolveVarsAmong(sheets, ground.value) || '#fff' }}
    >
      {ROLES.map((role) => {
        const specimen = specimens.find((each) => each.selector === role.selector)
        const values = specimen?.values
        const size = parseFloat(values?.['font-size'] ?? '16')
        const text = specimen?.text || role.example
        return (
          <label
            key={role.selector}
            {...outline(role.selector)}
            className="flex cursor-pointer items-center gap-3 border-l-[3px] border-transparent py-1 pl-[13px] pr-4 has-checked:border-accent has-focus-visible:outline-2 has-focus-visible:outline-accent has-focus-visible:-outline-offset-2"
          >
            <input
              type="radio"
              name="role"
              className="sr-only"
              aria-label={`${role.name}, ${role.selector}`}
              checked={chosen === role.selector}
              onChange={() => onChoose(role.selector)}
            />
            <span
              aria-hidden
              className={`w-[86px] shrink-0 rounded-sm px-1 py-0.5 text-[11px] leading-tight ${chosen === role.selector ? 'bg-accent text-accent-ink' : 'bg-panel text-ink'}`}
            >
              <span className="block font-semibold">{role.name}</span>
              <span className="block">
                <span className="font-mono">{role.selector}</span>
                {values ? ` ${Math.round(size * 10) / 10} px` : ''}
              </span>
            </span>
            <span
              aria-hidden
              className={`min-w-0 truncate ${values ? 'flex-1' : 'rounded-sm bg-panel px-1.5 text-[12px] text-quiet'}`}
              style={
                values
                  ? {
                      fontFamily: values['font-family'],
                      fontSize: Math.min(MOST_PX, size),
                      fontWeight: values['font-weight'] as never,
                      fontStyle: values['font-style'],
                      letterSpacing: values['letter-spacing'],
                      textTransform: values['text-transform'] as never,
                      fontVariantCaps: values['font-variant-caps'] as never,
                      color: values['color'],
                      lineHeight: 1.3,
                    }
                  : {}
              }
            >
              {values ? text : looking ? 'looking …' : 'not on any page'}
            </span>
          </label>
        )
      })}
    </div>
  )
}

const STYLES = ['normal', 'italic', 'oblique']
const CASES = ['none', 'uppercase', 'lowercase', 'capitalize']
const CAPS = ['normal', 'small-caps', 'all-small-caps', 'titling-caps']
const ALIGNS = ['start', 'left', 'center', 'right', 'justify']
/** Roles that hold running text, so that their lines can be too long. */
const RUNNING = new Set(['body', 'p', 'small', 'blockquote', 'figcaption'])

function Role({ selector, name }: { selector: string; name: string }) {
  const computed = useComputed(selector, PROPERTIES)
  const rivals = useRivals(selector, PROPERTIES)
  const family = useField(selector, 'font-family', 'font family')
  const size = useField(selector, 'font-size', 'font size')
  const weight = useField(selector, 'font-weight', 'font weight')
  const leading = useField(selector, 'line-height', 'line height')
  const color = useField(selector, 'color', 'colour')
  const letters = useField(selector, 'letter-spacing', 'letter spacing')
  const words = useField(selector, 'word-spacing', 'word spacing')
  const style = useField(selector, 'font-style', 'font style')
  const cases = useField(selector, 'text-transform', 'case')
  const caps = useField(selector, 'font-variant-caps', 'small caps')
  const align = useField(selector, 'text-align', 'alignment')
  const seen = computed.values
  const { width } = useViewport()
  const sizes = useAnswer('sizes', { selector, viewport: { width, height: heightFor(width) } })
  return (
    <>
      <Group title={`${name}, set in ${selector}`}>
        <p className="-mt-2 text-[12px] text-quiet">
          {computed.count > 0
            ? `${count(computed.count, 'element')} on the pages shown.`
            : 'No element on the pages shown.'}
        </p>
        <Row>
          <FamilyField field={family} computed={seen['font-family']} />
          <Where field={family} />
        </Row>
        <Row>
          <SizeField
            label="Size"
            property="font-size"
            unit="px"
            least={8}
            most={96}
            example="18px, 1.2rem or 120%"
            value={size.value}
            computed={seen['font-size']}
            onPreview={size.preview}
            onCommit={size.commit}
            onClear={size.clear}
          />
          <div>
            <SizeUnits field={size} computed={seen['font-size']} outcome={sizes?.[0]} />
            <Where field={size} />
          </div>
        </Row>
        {sizes && sizes.length > 1 && (
          <div className="border-l-2 border-edge pl-2 text-[12px]">
            <p>It comes out as {count(sizes.length, 'size')} on the pages:</p>
            <ul>
              {sizes.slice(0, 6).map((each) => (
                <li key={each.size} className="text-quiet">
                  <b className="font-semibold text-ink">{Math.round(parseFloat(each.size) * 100) / 100} px</b>{' '}
                  {count(each.count, 'element')}, {count(each.pages.length, 'page')}:{' '}
                  <span className="font-mono text-[11px]">{each.chain}</span>
                </li>
              ))}
            </ul>
          </div>
        )}
        <Row>
          <SizeField
            label="Weight"
            property="font-weight"
            unit=""
            least={100}
            most={900}
            example="400, 650 or bold"
            value={weight.value}
            computed={seen['font-weight']}
            onPreview={(value) => weight.preview(whole(value))}
            onCommit={(value) => weight.commit(whole(value))}
            onClear={weight.clear}
          />
          <Where field={weight} />
        </Row>
        <Row>
          <SizeField
            label="Line height"
            property="line-height"
            unit=""
            least={0.9}
            most={2.2}
            example="1.5 or 28px"
            value={leading.value}
            computed={ratio(seen['line-height'], seen['font-size'])}
            onPreview={leading.preview}
            onCommit={leading.commit}
            onClear={leading.clear}
          />
          <Where field={leading} />
        </Row>
        <Row>
          <ColorField
            label="Colour"
            value={color.value}
            computed={seen['color']}
            onPreview={color.preview}
            onCommit={color.commit}
            onClear={color.clear}
          />
          <Where field={color} />
        </Row>
        <Row>
          <SizeField
            label="Letters apart"
            property="letter-spacing"
            unit="em"
            least={-1.5}
            most={6}
            example="0.02em or 1px"
            value={letters.value}
            computed={plain(seen['letter-spacing'])}
            onPreview={letters.preview}
            onCommit={letters.commit}
            onClear={letters.clear}
          />
          {letters.decision && <Where field={letters} />}
        </Row>
        <Row>
          <SizeField
            label="Words apart"
            property="word-spacing"
            unit="em"
            least={-3}
            most={12}
            example="0.1em or 2px"
            value={words.value}
            computed={plain(seen['word-spacing'])}
            onPreview={words.preview}
            onCommit={words.commit}
            onClear={words.clear}
          />
          {words.decision && <Where field={words} />}
        </Row>
        <OneOf label="Style" field={style} computed={seen['font-style']} values={STYLES} />
        <OneOf
          label="Case"
          field={cases}
          computed={seen['text-transform']}
          values={CASES}
          says={{ none: 'as written', uppercase: 'CAPITALS', lowercase: 'lower case', capitalize: 'First Letters' }}
        />
        <OneOf
          label="Small caps"
          field={caps}
          computed={seen['font-variant-caps']}
          values={CAPS}
          says={{
            normal: 'none',
            'small-caps': 'small caps',
            'all-small-caps': 'all small caps',
            'titling-caps': 'titling capitals',
          }}
        />
        <OneOf
          label="Alignment"
          field={align}
          computed={seen['text-align']}
          values={ALIGNS}
          says={{ start: 'start of the line', center: 'centred', justify: 'both sides' }}
        />
      </Group>
      {RUNNING.has(selector) && <Measure selector={selector === 'body' ? 'p' : selector} />}
      <Missed selector={selector} />
      <Rivals rivals={rivals} />
    </>
  )
}

function OneOf({
  label,
  field,
  computed,
  values,
  says = {},
}: {
  label: string
  field: Field
  computed: string | undefined
  values: readonly string[]
  says?: Readonly<Record<string, string>>
}) {
  const current = field.value || computed || values[0]!
  return (
    <Row>
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">{label}</span>
        <select
          aria-label={label}
          className="field min-w-0 flex-1 px-1"
          value={current}
          onChange={(event) => field.commit(event.target.value)}
        >
          {[...new Set([...values, current])].map((value) => (
            <option key={value} value={value}>
              {says[value] ?? value}
            </option>
          ))}
        </select>
        <TakeOut label={label} onClear={field.clear} />
      </div>
      {field.decision && <Where field={field} />}
    </Row>
  )
}

/** A computed line height as the plain number people write. */
function ratio(height: string | undefined, size: string | undefined): string | undefined {
  const number = parseFloat(height ?? '') / parseFloat(size ?? '')
  return Number.isFinite(number) ? String(Math.round(number * 100) / 100) : height
}

/** No extra space, as a number. */
function plain(spacing: string | undefined): string | undefined {
  return spacing === 'normal' || spacing === '0px' ? '0em' : spacing
}

/** Weights are whole numbers. */
function whole(value: string): string {
  return /^[\d.]+$/.test(value) ? String(Math.round(Number(value))) : value
}

function Row({ children }: { children: React.ReactNode }) {
  return <div className="flex flex-col gap-1 [&>:nth-child(2)]:pl-[100px]">{children}</div>
}
