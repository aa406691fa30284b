'use client'
import { useId, useState } from 'react'
import { hasVar, leadingVar } from '../../core/css/var.ts'
import { toHex } from '../../core/values/color-notation.ts'
import { swatchesAmong } from '../../core/color/swatches.ts'
import { resolveVarsAmong } from '../../core/edit/variables.ts'
import { settledSheets, shownSheets } from '../state/sheets.ts'
import { useRoom } from '../state/context.tsx'
import { onEscape } from './on-escape.ts'
import { useDraft } from './use-draft.ts'
import { Picker } from './picker/picker.tsx'

interface Props {
  readonly label: string
  /** As the sheet says it; '' when not set. */
  readonly value: string
  /** What the pages show when the sheet does not say. */
  readonly computed?: string | undefined
  /** Shows a value; null goes back to what is kept. */
  readonly onPreview: (value: string | null) => void
  readonly onCommit: (value: string) => void
  readonly onClear?: (() => void) | null
  /** Whether swatches may be chosen as the value. */
  readonly offerSwatches?: boolean
  /** Only the chip, for tables; the label is read out. */
  readonly compact?: boolean
  /** Chip and text without the label, for narrow rows; the label is read out. */
  readonly narrow?: boolean
}

/** How browsers write `transparent`. */
const CLEAR = 'rgba(0, 0, 0, 0)'

/** A colour: a chip that opens a picker, and a field that takes any CSS colour. */
export function ColorField(props: Props) {
  const [open, setOpen] = useState(false)
  const panel = useId()
  const shown = props.value || props.computed || ''
  // Only a value that stands on others follows the sheet.
  const sheets = useRoom((state) => (hasVar(shown) ? shownSheets(state) : null))
  const solid = sheets ? resolveVarsAmong(sheets, shown) : shown
  return (
    <div className={props.compact ? 'contents' : ''}>
      <div className="flex items-center gap-2">
        {!props.compact && !props.narrow && <span className="w-[92px] shrink-0 text-quiet">{props.label}</span>}
        <button
          type="button"
          aria-expanded={open}
          aria-controls={panel}
          aria-label={`${props.label}: ${shown || 'not set'}. Pick a colour`}
          title={shown || 'not set'}
          onClick={() => setOpen(!open)}
          className="weave relative size-[30px] shrink-0 overflow-hidden rounded-[3px] border border-edge"
        >
          <span className="absolute inset-0" style={{ backgroundColor: solid }} />
          {!props.value && (
            <span aria-hidden className="absolute inset-0 grid place-items-center text-[15px] text-quiet">
              {props.computed ? '' : '–'}
            </span>
          )}
        </button>
        {!props.compact && <ColorText {...props} />}
      </div>
      {open && <PickerPanel id={panel} {...props} solid={solid} close={() => setOpen(false)} />}
    </div>
  )
}

/** The picker with what goes with it: swatches, and the colour as text. */
export function PickerPanel({ id, solid, close, ...props }: Props & { id: string; solid: string; close: () => void }) {
  const sheets = useRoom(settledSheets)
  const swatches = swatchesAmong(sheets)
  const plain = toHex(solid) !== null || props.value === ''
  return (
    <div
      id={id}
      role="group"
      aria-label={`Picker for ${props.label}`}
      className={`mt-2 rounded-[3px] border border-line bg-sunken p-2.5 ${props.compact ? 'col-span-full' : ''}`}
      onKeyDown={onEscape(close)}
    >
      {props.offerSwatches !== false && swatches.length > 0 && (
        <div className="mb-2.5">
          <p className="mb-1 text-[12px] text-quiet">Swatches</p>
          <ul className="flex flex-wrap gap-1.5">
            {swatches.map(({ name, value }) => (
              <li key={name}>
                <button
                  type="button"
                  title={`${name}: ${value}`}
                  aria-label={`Use the swatch ${name}`}
                  aria-pressed={props.value === `var(${name})`}
                  onClick={() => props.onCommit(`var(${name})`)}
                  className="size-7 rounded-[3px] border border-edge aria-pressed:outline-2 aria-pressed:outline-offset-1 aria-pressed:outline-accent"
                  style={{ backgroundColor: resolveVarsAmong(sheets, value) }}
                />
              </li>
            ))}
          </ul>
        </div>
      )}
      <Picker
        label={props.label}
        written={leadingVar(props.value) !== null ? solid : props.value}
        solid={solid}
        onPreview={props.onPreview}
        onCommit={props.onCommit}
      />
      {!plain && (
        <p className="mt-2 text-[12px] text-quiet">
          “{props.value}” is worked out on the page. Picking a colour replaces it.
        </p>
      )}
      {props.compact && (
        <div className="mt-2">
          <ColorText {...props} />
        </div>
      )}
      {props.onClear && (
        <button
          type="button"
          className="btn mt-2 h-7"
          onClick={() => {
            props.onClear?.()
            close()
          }}
        >
          Take it out of the sheet
        </button>
      )}
    </div>
  )
}

function ColorText({ label, value, computed, onPreview, onCommit }: Props) {
  const id = useId()
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => !CSS.supports('color', text),
    onCommit: (next) => (next === '' ? onPreview(null) : onCommit(next)),
    onDrop: () => onPreview(null),
  })
  return (
    <div className="min-w-0 flex-1">
      <input
        aria-label={`${label}, any CSS colour`}
        aria-describedby={bad ? id : undefined}
        className="field w-full font-mono text-[12px]"
        placeholder={computed === CLEAR ? 'transparent' : computed || 'not set'}
        {...input}
        onChange={(event) => {
          input.onChange(event)
          if (CSS.supports('color', event.target.value.trim())) onPreview(event.target.value.trim())
        }}
      />
      {bad && (
        <p id={id} className="mt-1 text-[12px] text-alarm">
          “{draft}” is not a CSS colour. Try #14596b, rgb(20 89 107), hsl(192 69% 25%) or a name such as teal.
        </p>
      )}
    </div>
  )
}
