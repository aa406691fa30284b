'use client'
import { useState } from 'react'
import { moveShare, writeShares, type Shares as SharesOf } from '../../../core/boxes/write-shares.ts'
import { lookDoc } from '../../../core/site/step.ts'
import { useDrag } from '../../controls/drag.ts'
import { Group } from '../../controls/parts.tsx'
import { settledSheetText } from '../../state/document.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { sheetOf } from '../../state/texts.ts'
import { useAnswer } from '../../state/use-answer.ts'
import { useViewport } from '../../state/viewport.ts'
import { ShareStrip } from './share-strip.tsx'

/** What the boxes of a row, or of a stack, share out: one strip each, which always sums to the whole. */
export function Shares({ selector }: { selector: string }) {
  const { width } = useViewport()
  const page = useRoom((state) => state.closeUp)
  const found = useAnswer('shares', { selector, page, width }, { keep: true })
  const stack = useAnswer('measureStack', { selector, page, width }, { keep: true })
  const says = stack && 'says' in stack && stack.members.length > 1 ? stack.says : ''
  if (!found || (!found.row && !found.stack && says === '')) return null
  return (
    <Group title="Shares">
      {found.row && <Strip key={`row ${selector}`} shares={found.row} />}
      {says !== '' && <p className={says.includes('too many') ? 'text-alarm' : ''}>{says}</p>}
      {found.stack && <Strip key={`stack ${selector}`} shares={found.stack} />}
    </Group>
  )
}

function Strip({ shares }: { shares: SharesOf }) {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheetText)
  const [dragged, setDragged] = useState<readonly number[] | null>(null)
  const now = shares.members.map(({ share }) => share)
  const write = (values: readonly number[]) => writeShares(sheetOf(settled), shares, values)
  const read = (text: string) => text.split(' ').map(Number)
  const drag = useDrag(
    (text) => store.getState().showPreview(write(read(text))),
    (text) => {
      const { edit, lookId } = store.getState()
      const label = `Shares of ${shares.of}`
      edit({ label, texts: [{ doc: lookDoc(lookId), splices: write(read(text)) }] })
      setDragged(null)
    },
  )
  return (
    <ShareStrip
      label={`Shares of ${shares.of}`}
      names={shares.members.map(({ name }) => name)}
      shares={dragged ?? now}
      onMove={(from, at, by) => {
        const next = moveShare(from, at, by)
        setDragged(next)
        drag.move(next.join(' '))
      }}
      onEnd={drag.end}
    />
  )
}
