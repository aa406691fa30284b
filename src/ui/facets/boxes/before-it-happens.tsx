'use client'
import { pathOfDoc } from '../../../core/site/step.ts'
import { useRoom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import type { Answer } from '../../../workers/questions.ts'
import { count } from '../../words.ts'

/** What is named at once; of more it is said how many there are. */
const MOST = 4

/** `break 2 rows`, `make 1 page scroll sideways`, or both. */
function whatComes(broken: Answer<'newlyBroken'>): string {
  const rows = broken.filter(({ what }) => what === 'row').length
  const pages = broken.length - rows
  const told = [rows > 0 && `break ${count(rows, 'row')}`, pages > 0 && `make ${count(pages, 'page')} scroll sideways`]
  return told.filter((part) => part !== false).join(' and ')
}

/** While a size is dragged: the pages, also those out of view, on which a row would no longer hold or that would scroll sideways. */
export function BeforeItHappens({ selector, width, dragged }: { selector: string; width: number; dragged: number }) {
  const doc = useRoom((state) => state.preview?.doc ?? null)
  const settled = useRoom((state) => (doc === null ? '' : (state.texts.get(doc) ?? '')))
  const sheetPath = useRoom((state) => state.sheetPath)
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const ask = doc === null ? null : { selector, page: null, width, file: pathOfDoc(doc) ?? sheetPath, settled, dragged }
  const broken = useAnswer('newlyBroken', ask, { keep: true })
  if (doc === null || !broken || broken.length === 0) return null
  return (
    <div role="status" className="rounded-[3px] border border-alarm bg-alarm-wash px-2.5 py-2 text-[12px]">
      <p className="font-semibold text-alarm">This would {whatComes(broken)}:</p>
      <ul className="mt-0.5">
        {broken.slice(0, MOST).map(({ page, what, index, says }) => (
          <li key={`${page} ${what} ${index}`}>
            {page}: {says}.{' '}
            <button
              type="button"
              className="underline decoration-edge underline-offset-2"
              onClick={() => openCloseUp(page)}
            >
              look
            </button>
          </li>
        ))}
      </ul>
      {broken.length > MOST && <p>and {broken.length - MOST} more.</p>}
    </div>
  )
}
