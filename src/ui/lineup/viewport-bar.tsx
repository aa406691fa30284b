'use client'
import { X } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { useRoom } from '../state/context.tsx'
import { useViewport, WIDTH_LIMITS, WIDTHS, ZOOMS, type Zoom } from '../state/viewport.ts'

interface Props {
  readonly children: ReactNode
  readonly trailing?: ReactNode
  /** Whether pages can be shown whole here. */
  readonly wholePages?: boolean
}

function zoomOf(value: string): Zoom {
  return value === 'fit' || value === 'whole' ? value : Number(value)
}

/** Viewport width and zoom, one click away, over lineup and close-up. */
export function ViewportBar({ children, trailing, wholePages = false }: Props) {
  const { width, zoom, setWidth, setZoom } = useViewport()
  return (
    <div className="@container flex min-h-11 shrink-0 flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-line px-4 py-1.5">
      {children}
      <div className="ml-auto flex flex-wrap items-center justify-end gap-x-3 gap-y-1.5">
        <Otherwise />
        {trailing}
        <fieldset className="flex items-center gap-1">
          <legend className="sr-only">Viewport width in px</legend>
          {WIDTHS.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={width === each}
              onClick={() => setWidth(each)}
              className="btn btn-bare h-7 px-2 tabular-nums aria-pressed:border-accent aria-pressed:bg-accent-wash"
            >
              {each}
            </button>
          ))}
          <OwnWidth key={width} width={width} onWidth={setWidth} />
          <span className="whitespace-nowrap text-quiet [@media(max-width:1100px)]:sr-only">px wide</span>
        </fieldset>
        <label className="flex items-center gap-1.5 text-quiet">
          Zoom
          <select
            className="field h-7 px-1 text-ink"
            value={zoom === 'whole' && !wholePages ? 'fit' : String(zoom)}
            onChange={(event) => setZoom(zoomOf(event.target.value))}
          >
            <option value="fit">fit</option>
            {wholePages && <option value="whole">whole pages</option>}
            {ZOOMS.map((each) => (
              <option key={each} value={each}>
                {Math.round(each * 100)} %
              </option>
            ))}
          </select>
        </label>
      </div>
    </div>
  )
}

/** Says when the pages are not shown as they are, wherever that was asked for, and takes it back. */
function Otherwise() {
  const vision = useRoom((state) => state.vision)
  const fontsArrive = useRoom((state) => state.fontsArrive)
  const scriptsRun = useRoom((state) => state.scriptsRun)
  const worn = useRoom((state) => state.worn)
  const set = useRoom((state) => state.set)
  const setLinks = useRoom((state) => state.setLinks)
  return (
    <>
      {worn && <Chip says={worn.says} undo="Take the worn state off" onUndo={() => setLinks({ worn: null })} />}
      {scriptsRun && (
        <Chip says="scripts run" undo="Switch the scripts of this site off" onUndo={() => set({ scriptsRun: false })} />
      )}
      {vision !== null && (
        <Chip
          says={vision === 'greyscale' ? 'in greyscale' : `seen in ${vision}`}
          undo="Show the pages as they are"
          onUndo={() => set({ vision: null })}
        />
      )}
      {!fontsArrive && (
        <Chip says="without fonts" undo="Let the fonts arrive" onUndo={() => set({ fontsArrive: true })} />
      )}
    </>
  )
}

function Chip({ says, undo, onUndo }: { says: string; undo: string; onUndo: () => void }) {
  return (
    <span className="flex h-7 items-center gap-1 whitespace-nowrap rounded-[3px] border border-accent bg-accent-wash pl-2 pr-0.5 text-[12px]">
      {says}
      <button type="button" className="btn btn-bare size-6 p-0" aria-label={undo} title={undo} onClick={onUndo}>
        <X aria-hidden className="size-3.5" />
      </button>
    </span>
  )
}

function OwnWidth({ width, onWidth }: { width: number; onWidth: (width: number) => void }) {
  const [text, setText] = useState(String(width))
  const apply = () => {
    const number = Number(text)
    if (Number.isFinite(number) && number > 0) onWidth(number)
    else setText(String(width))
  }
  return (
    <input
      aria-label={`Own viewport width, ${WIDTH_LIMITS.least} to ${WIDTH_LIMITS.most} px`}
      className="field h-7 w-14 text-right"
      inputMode="numeric"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={apply}
      onKeyDown={(event) => event.key === 'Enter' && apply()}
    />
  )
}
