'use client'
import { useEffect, useRef } from 'react'
import type { Cure } from '../../../core/boxes/cures.ts'
import { lookDoc } from '../../../core/site/step.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAsk } from '../../state/use-answer.ts'

interface Props {
  readonly selector: string
  readonly page: string | null
  readonly width: number
  /** Hears whether one is being shown on the pages. */
  readonly onShow: (shown: boolean) => void
}

/** What makes a row hold: each is tried out, shown on the pages while it is pointed at, and made one step by a press. */
export function Cures({ onShow, ...ask }: Props) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const edit = useRoom((state) => state.edit)
  const lookId = useRoom((state) => state.lookId)
  const { answer } = useAsk('cures', { ...ask }, { pause: 200, exact: true })
  const shown = useRef(false)
  const show = (cure: Cure | null) => {
    shown.current = cure !== null
    onShow(shown.current)
    store.getState().showPreview(cure && cure.splices)
  }
  const take = ({ label, splices }: Cure) => {
    show(null)
    if (edit({ label, texts: [{ doc: lookDoc(lookId), splices }] })) notice(`${label}: done. Undo takes it back.`)
  }
  // Whoever leaves while one is shown leaves the pages as they are.
  useEffect(
    () => () => {
      if (shown.current) store.getState().showPreview(null)
    },
    [store],
  )
  if (!answer) return <p className="text-quiet">Looking for what helps …</p>
  if (answer.length === 0) return null
  return (
    <div>
      <h4 className="font-semibold">What would help</h4>
      <ul className="mt-1 flex flex-col gap-1.5">
        {answer.map((cure) => (
          <li key={cure.label}>
            <button
              type="button"
              className="w-full rounded-[3px] border border-line px-2 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
              onMouseEnter={() => show(cure)}
              onMouseLeave={() => show(null)}
              onFocus={() => show(cure)}
              onBlur={() => show(null)}
              onClick={() => take(cure)}
            >
              <span className="block font-semibold">{cure.label}</span>
              <span className="block text-[12px] text-quiet">{cure.says}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
