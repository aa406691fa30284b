'use client'
import type { ToldPlace } from '../../core/fit/told.ts'
import { useWorkroom } from '../state/context.tsx'
import { showPlace } from './show-place.ts'

/** Where a finding is, as a way there, and what is said of it; a brief one keeps to a line. */
export function PlaceLine({ place, message, brief = false }: { place: ToldPlace; message: string; brief?: boolean }) {
  const { store } = useWorkroom()
  const where = `${place.file}${place.line === null ? '' : `, line ${place.line}`}`
  return (
    <p className={brief ? 'truncate text-quiet' : 'break-words'} title={brief ? `${where} ${message}` : undefined}>
      <button
        type="button"
        className={`text-left underline decoration-edge underline-offset-2 hover:decoration-ink ${brief ? 'max-w-full truncate align-bottom text-ink' : 'font-semibold'}`}
        onClick={() => showPlace(store, place)}
      >
        {where}
      </button>{' '}
      {message}
    </p>
  )
}
