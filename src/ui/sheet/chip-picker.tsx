'use client'
import { useEffect, useRef } from 'react'
import type { Range } from '../../core/text/splice.ts'
import { PickerPanel } from '../controls/color-field.tsx'
import { resolveVarsAmong } from '../../core/edit/variables.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { lookDoc } from '../../core/site/step.ts'
import { shownSheets } from '../state/sheets.ts'

/** A colour of the sheet's text that is being picked anew, and where on the screen it stands. */
export interface Picked extends Range {
  readonly value: string
  readonly left: number
  readonly top: number
}

const WIDTH = 300
const HEIGHT = 490

/** The picker for a colour in the sheet's text: all pages follow while it is turned; what is chosen is one step. */
export function ChipPicker({
  picked,
  onMove,
  onClose,
}: {
  picked: Picked
  onMove: (next: Picked) => void
  onClose: () => void
}) {
  const { store } = useWorkroom()
  const sheets = useRoom(shownSheets)
  const panel = useRef<HTMLDivElement>(null)
  const { from, to, value } = picked
  const splice = (next: string) => [{ from, to, insert: next }]
  const doc = () => lookDoc(store.getState().lookId)
  useEffect(() => {
    panel.current?.querySelector<HTMLElement>('button, input')?.focus()
    const away = (event: PointerEvent) => {
      if (event.target instanceof Node && !panel.current?.contains(event.target)) onClose()
    }
    document.addEventListener('pointerdown', away, true)
    return () => document.removeEventListener('pointerdown', away, true)
  }, [onClose])
  return (
    <div
      ref={panel}
      role="dialog"
      aria-label={`Colour ${value}`}
      className="fixed z-40 overflow-auto rounded-[3px] border border-edge bg-panel p-2 pt-0 shadow-lg"
      style={{
        width: WIDTH,
        maxHeight: HEIGHT,
        left: Math.max(8, Math.min(picked.left, window.innerWidth - WIDTH - 8)),
        top: Math.max(8, Math.min(picked.top, window.innerHeight - HEIGHT - 8)),
      }}
    >
      <PickerPanel
        id="chip-picker"
        label="The colour in the text"
        value={value}
        solid={resolveVarsAmong(sheets, value)}
        compact
        onPreview={(next) => store.getState().showPreview(next === null ? null : splice(next))}
        onCommit={(next) => {
          store.getState().edit({ label: `${value} became ${next}`, texts: [{ doc: doc(), splices: splice(next) }] })
          onMove({ ...picked, to: from + next.length, value: next })
        }}
        close={() => {
          store.getState().showPreview(null)
          onClose()
        }}
      />
    </div>
  )
}
