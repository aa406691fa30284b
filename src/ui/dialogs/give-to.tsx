'use client'
import type { Applied } from '../../core/classes/apply.ts'
import { REACH_WORDS, type Reach } from '../../core/classes/reaches.ts'
import { count } from '../words.ts'
import type { PickedElements } from '../state/view.ts'

/** So many values are named. */
const MOST = 5

/** Whom a new class is given, and what that does to the first of them. */
export function GiveTo({
  picked,
  given,
  reach,
  onReach,
}: {
  picked: PickedElements
  given: Applied | null
  reach: Reach | null
  onReach: (reach: Reach | null) => void
}) {
  const reaches = given?.reaches ?? (['one'] as const)
  return (
    <div className="mt-3">
      <label htmlFor="give-to" className="block font-semibold">
        Give it to
      </label>
      <select
        id="give-to"
        className="field mt-1 w-full px-1"
        value={reach ?? ''}
        onChange={(event) => onReach((event.target.value || null) as Reach | null)}
      >
        <option value="">nothing yet</option>
        {reaches.map((each) => (
          <option key={each} value={each}>
            {each === 'one' && picked.indices.length > 1 ? `these ${picked.indices.length}` : REACH_WORDS[each]}
          </option>
        ))}
      </select>
      {given && (
        <div className="mt-1 text-[12px]">
          <p className="text-quiet">
            {count(given.count, 'element')} on {count(given.pages.length, 'page')}.
            {given.alters.length === 0 && ' The first of them looks as it does now.'}
          </p>
          <ul aria-label="What changes">
            {given.alters.slice(0, MOST).map(({ property, before, after }) => (
              <li key={property} className="break-words">
                <span className="text-quiet">{property}</span> <code className="font-mono">{before}</code> becomes{' '}
                <code className="font-mono">{after}</code>
              </li>
            ))}
            {given.alters.length > MOST && <li className="text-quiet">and {given.alters.length - MOST} more</li>}
          </ul>
        </div>
      )}
    </div>
  )
}
