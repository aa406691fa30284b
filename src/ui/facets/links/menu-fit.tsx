'use client'
import { useEffect, useRef, useState } from 'react'
import type { FitStretch, RowState } from '../../../core/boxes/fit-range.ts'
import { WIDEST } from '../../../core/boxes/widths.ts'
import type { ReadMenu } from '../../../core/menu/menu.ts'
import type { MenuPlace } from '../../../core/menu/menu-place.ts'
import type { SeenBox } from '../../../bridge/messages.ts'
import { AsideFrame } from '../../lineup/aside-frame.tsx'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import type { FrameChannel } from '../../state/frame-channel.ts'
import { findStretches } from './fit-search.ts'

/** At which viewport widths the items of a menu stand on one line, as a browser lays them out. */
export interface Fit {
  readonly page: string
  readonly stretches: readonly FitStretch[]
  /** The widest viewport in which they do not, px; null where they always do. */
  readonly breaksUpTo: number | null
  /** The white space between two items in a line, px. */
  readonly space: number | null
}

/** The sheet comes to rest before it is measured with. */
const AFTER_MS = 250
/** So long a frame may take to take on a width. */
const TRIES = 60
const PAUSE_MS = 8

/** Measures a menu in a frame of its own that nobody sees. */
export function MenuFit({
  menu: { page },
  read: { boxes, stretches },
  onFit,
}: {
  menu: MenuPlace
  read: ReadMenu
  onFit: (fit: Fit | null) => void
}) {
  const { frames } = useWorkroom()
  const texts = useRoom((state) => state.texts)
  const channel = useRef<FrameChannel | null>(null)
  const [width, setWidth] = useState(WIDEST)
  const [ready, setReady] = useState(0)
  const told = useRef(onFit)
  told.current = onFit
  const asked = JSON.stringify([boxes, stretches])

  useEffect(() => {
    let stale = false
    const at = async (wanted: number): Promise<readonly (SeenBox | null)[] | null> => {
      setWidth(wanted)
      for (let tries = 0; tries < TRIES && !stale; tries++) {
        const laid = channel.current?.isReady ? await frames.laidIn(channel.current, boxes) : null
        if (laid?.width === wanted) return laid.boxes
        await new Promise((settle) => setTimeout(settle, PAUSE_MS))
      }
      return null
    }
    const measure = async (): Promise<void> => {
      const widest = await at(WIDEST)
      const found = await findStretches(
        stretches,
        async (each) => stateOf(await at(each), each),
        () => stale,
      )
      const again = await at(WIDEST)
      if (stale || !found) return
      // Fonts may have arrived meanwhile, or the sheet been put on: what was measured before is of another page then.
      if (JSON.stringify(again) !== JSON.stringify(widest)) return measure()
      const breaks = found.filter(({ state }) => state === 'breaks')
      told.current({ page, stretches: found, breaksUpTo: breaks.at(-1)?.to ?? null, space: spaceIn(widest) })
    }
    const timer = setTimeout(() => void measure(), AFTER_MS)
    return () => {
      stale = true
      clearTimeout(timer)
    }
    // The boxes and stretches are told by their text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [frames, page, texts, asked, ready])

  return (
    <AsideFrame
      page={page}
      width={width}
      title={`${page}, to measure its menu`}
      listener={{
        onChannel: (opened) => {
          channel.current = opened
        },
        onReady: () => setReady((times) => times + 1),
      }}
    />
  )
}

/** An item whose words had to break is so much taller than the others. */
const TALLER = 1.5

/** Whether a list's items, as they are laid out, stand on one line: all beside one another, whole, within the list and the window. */
function stateOf(boxes: readonly (SeenBox | null)[] | null, width: number): RowState {
  const [list, ...all] = boxes ?? []
  const items = all.filter((box) => box !== null)
  if (!list || items.length < 2) return 'untold'
  const below = (at: number) => items[at]!.top >= items[at - 1]!.top + items[at - 1]!.height - 0.5
  const lower = items.filter((_, at) => at > 0 && below(at)).length
  if (lower === items.length - 1) return 'none'
  const least = Math.min(...items.map(({ height }) => height))
  const broken = items.some(({ height }) => height > least * TALLER)
  const right = Math.min(list.left + list.width, width) + 0.5
  const outside = items.some((box) => box.left + box.width > right || box.left < list.left - 0.5)
  return lower > 0 || broken || outside ? 'breaks' : 'holds'
}

/** What stands between two items in a line beside their margins. */
function spaceIn(boxes: readonly (SeenBox | null)[] | null): number | null {
  const [, first, second] = boxes ?? []
  if (!first || !second || second.left <= first.left) return null
  return Math.max(0, second.left - second.margin[0] - (first.left + first.width + first.margin[1]))
}
