'use client'
import { useState } from 'react'
import type { ToldCause } from '../../core/fit/told.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { count } from '../words.ts'

/** What was set aside, why, and the way to take it up again. */
export function AsideList({ aside }: { aside: readonly ToldCause[] }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const [open, setOpen] = useState(false)
  const takeUp = async ({ id, message }: ToldCause) => {
    const change = await askOnce(workroom, 'takeUp', { cause: id })
    if (change && carryOut(workroom, `Taken up again: ${message}`, change)) notice('It is among the findings again.')
  }
  return (
    <section aria-label="Set aside" className="border-b border-line">
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full items-baseline gap-2 bg-sunken px-4 py-2 text-left font-semibold"
        onClick={() => setOpen(!open)}
      >
        {count(aside.length, 'finding')} set aside
        <span className="ml-auto text-[12px] font-normal text-quiet">{open ? 'Fold' : 'Show'}</span>
      </button>
      {open && (
        <ul className="flex flex-col gap-2.5 px-4 py-3 text-[12px]">
          {aside.map((cause) => (
            <li key={cause.id} className="border-l-2 border-edge pl-2">
              <p className="break-words">
                {cause.message} <span className="text-quiet">{count(cause.places, 'place')}.</span>
              </p>
              <p className="break-words text-quiet">Because: {cause.reason}</p>
              <button
                type="button"
                className="btn mt-1 h-6 px-2"
                aria-label={`Take up again: ${cause.message}`}
                onClick={() => void takeUp(cause)}
              >
                Take up again
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
