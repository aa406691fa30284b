'use client'
import { useEffect, useState } from 'react'
import type { MeasureLine } from '../../../core/boxes/measure.ts'
import { useRoom, useWorkroom, type Workroom } from '../../state/context.tsx'
import { askOnce } from '../../state/use-answer.ts'
import { useAtFrames } from '../../state/use-at-frames.ts'

/** Draws the measure line of a box's row over all pages on the screen, while it is wanted. */
export function useLinesOnPages(selector: string, width: number, wanted: boolean): void {
  const workroom = useWorkroom()
  const { frames } = workroom
  const texts = useRoom((state) => state.texts)
  // What is hidden has no boxes to draw on: it is told again once it is seen.
  const closeUp = useRoom((state) => state.closeUp)
  useAtFrames(
    async (isCurrent) => {
      if (!wanted) return
      const rows = await askOnce(workroom, 'rowsOnPages', { selector, pages: frames.pagesShown, width })
      if (isCurrent() && rows) frames.showLines(new Map(rows.map((row) => [row.page, row])))
    },
    [selector, width, wanted, texts, closeUp],
  )
  useEffect(() => {
    if (!wanted) return
    return () => frames.showLines(new Map())
  }, [frames, wanted])
}

/** The measure line of a row as the frames have laid it out, for rows whose widths only they know; null where no frame shows it. */
export function useLineAsLaid(
  selector: string,
  page: string | null,
  width: number,
  wanted: boolean,
): MeasureLine | null {
  const workroom = useWorkroom()
  const texts = useRoom((state) => state.texts)
  const [line, setLine] = useState<MeasureLine | null>(null)
  useAtFrames(
    async (isCurrent) => {
      const found = wanted ? await readLine(workroom, selector, page, width) : null
      if (isCurrent()) setLine(found)
    },
    [selector, page, width, wanted, texts],
  )
  return wanted ? line : null
}

async function readLine(
  workroom: Workroom,
  selector: string,
  page: string | null,
  width: number,
): Promise<MeasureLine | null> {
  const { frames } = workroom
  const shown = frames.pagesShown
  const pages = page !== null && shown.includes(page) ? [page] : shown
  const rows = await askOnce(workroom, 'rowsOnPages', { selector, pages, width })
  const row = rows?.[0]
  const laid = row && (await frames.boxesOf(row.page, [row.container, ...row.members]))
  return row && laid ? askOnce(workroom, 'lineAsLaid', { row, selector, width, laid }) : null
}
