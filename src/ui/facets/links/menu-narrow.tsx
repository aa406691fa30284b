'use client'
import type { ReadMenu } from '../../../core/menu/menu.ts'
import { NARROW, type Narrow } from '../../../core/menu/menu-look.ts'
import { NARROWEST, WIDEST } from '../../../core/boxes/widths.ts'
import { Choice } from '../../controls/choice.tsx'
import { Group } from '../../controls/parts.tsx'
import { useDraft } from '../../controls/use-draft.ts'
import { FitStrip } from '../boxes/fit-strip.tsx'
import type { OnWish } from './on-wish.ts'
import type { Fit } from './menu-fit.tsx'

const NARROW_WORDS: Readonly<Record<Narrow, string>> = {
  wrap: 'go on in a second line',
  scroll: 'are scrolled sideways',
  stay: 'stay on one line',
}

/** What becomes of a bar that is too wide for the page, and from which width on it is not. */
export function MenuNarrow({ read, fit, onWish }: { read: ReadMenu; fit: Fit | null; onWish: OnWish }) {
  const { look } = read
  if (look.direction === 'column' && look.stackBelow === null) return null
  const turn = fit?.breaksUpTo ?? null
  return (
    <Group title="When it gets too narrow">
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">The items</span>
        <Choice
          label="The items, when it gets too narrow"
          className="min-w-0 flex-1"
          value={look.narrow}
          options={NARROW.filter((each) => look.means !== 'float' || each === 'wrap').map((value) => ({
            value,
            label: NARROW_WORDS[value],
          }))}
          onChange={(next) => onWish({ narrow: next as Narrow }, `When narrow, items ${NARROW_WORDS[next as Narrow]}`)}
        />
      </div>
      {look.means === 'float' && <p className="text-[12px] text-quiet">Floats always go on in a second line.</p>}
      <Stack read={read} turn={turn} onWish={onWish} />
      {fit ? (
        <>
          <FitStrip stretches={fit.stretches} says="Viewport widths at which the items stand on one line" />
          <p className="text-[12px] text-quiet">{fitWords(fit)}</p>
        </>
      ) : (
        <p className="text-[12px] text-quiet">Measuring at which widths the items stand on one line …</p>
      )}
    </Group>
  )
}

function fitWords({ breaksUpTo, page, stretches }: Fit): string {
  const on = `Measured on ${page} in a frame.`
  if (stretches.every(({ state }) => state === 'untold')) return 'The page has not answered; its widths are not known.'
  const column = stretches.filter(({ state }) => state === 'none').at(-1)?.to ?? null
  const first = column === null ? '' : `A column up to ${column} px. `
  if (breaksUpTo === null) return `${first}On one line at every ${first ? 'other ' : ''}width. ${on}`
  if (breaksUpTo >= WIDEST) return `${first}At no width on one line. ${on}`
  return `${first}On one line from ${Math.max(breaksUpTo, column ?? 0) + 1} px on. ${on}`
}

function Stack({ read, turn, onWish }: { read: ReadMenu; turn: number | null; onWish: OnWish }) {
  const { look, stackedBy } = read
  const below = look.stackBelow
  const { draft, bad, input } = useDraft({
    value: below === null ? '' : String(below),
    refuses: (text) => text.trim() !== '' && widthIn(text) === null,
    onCommit: (text) => {
      const stackBelow = text.trim() === '' ? null : widthIn(text)
      if (stackBelow !== below) onWish({ stackBelow }, stackWords(stackBelow))
    },
  })
  if (stackedBy)
    return (
      <p className="text-[12px] text-quiet">
        Up to {below} px they stand one below another.{' '}
        {stackedBy.line > 0 ? (
          <>
            Line {stackedBy.line} of the sheet, <code className="font-mono">@media {stackedBy.condition}</code>, decides
            it, among other things; change it there.
          </>
        ) : (
          'A rule outside the sheet decides it.'
        )}
      </p>
    )
  const offer = turn !== null && turn < WIDEST && turn !== below
  return (
    <div className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">A column up to</span>
        <input
          aria-label="A column up to this viewport width, px"
          inputMode="numeric"
          placeholder="never"
          className="field w-[72px] text-center font-mono text-[12px]"
          {...input}
        />
        <span className="text-quiet">px</span>
        {offer && (
          <button type="button" className="btn h-7" onClick={() => onWish({ stackBelow: turn }, stackWords(turn))}>
            Where it does not fit: {turn} px
          </button>
        )}
        {below !== null && (
          <button type="button" className="btn h-7" onClick={() => onWish({ stackBelow: null }, stackWords(null))}>
            Never
          </button>
        )}
      </div>
      {bad && (
        <p className="text-[12px] text-alarm">
          “{draft}” is no width. Give whole px from {NARROWEST} to {WIDEST}, or nothing for never.
        </p>
      )}
    </div>
  )
}

const stackWords = (below: number | null) =>
  below === null ? 'Menu never a column' : `Menu a column up to ${below} px`

function widthIn(text: string): number | null {
  const width = Number(text.trim().replace(/px$/, ''))
  return Number.isInteger(width) && width >= NARROWEST && width <= WIDEST ? width : null
}
