'use client'
import type { Asked } from '../../state/use-answer.ts'
import { count } from '../../words.ts'

/** How far looking for kinds of link is; it can be stopped. */
export function Looking({ asked: { progress, stopped, stop, again } }: { asked: Asked<'linkKinds'> | Asked<'menus'> }) {
  const told = typeof progress === 'object' ? progress : null
  return (
    <div className="flex items-center gap-3 px-4 py-3.5">
      <p className="min-w-0 flex-1 text-quiet">
        {stopped ? 'Stopped.' : told ? `${told.done} of ${count(told.total, 'page')}` : 'Looking for links …'}
      </p>
      <button type="button" className="btn h-7" onClick={stopped ? again : stop}>
        {stopped ? 'Look again' : 'Stop'}
      </button>
    </div>
  )
}
