'use client'
import { useAsk } from '../state/use-answer.ts'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import { difference } from '../../core/color/difference.ts'
import type { ProofProgress } from '../../core/proof/proof.ts'
import type { CommonAlteration, Proof } from '../../core/proof/prove-change.ts'
import { isNothing, type SiteChange } from '../../core/site/change.ts'
import { DESK } from '../../core/values/media.ts'
import { count, listed } from '../words.ts'

/** How a proof goes, and how it ended. */
export function ProofLine({
  proof,
  progress,
  onStop,
  onAgain,
}: {
  proof: Proof | null
  progress: ProofProgress | 'begun' | null
  onStop: () => void
  onAgain: () => void
}) {
  if (progress !== null && proof === null) {
    const told = progress === 'begun' ? null : progress
    return (
      <div className="mt-3 flex items-center gap-3">
        <p className="shrink-0">
          Proving that nothing changes{told ? `: ${told.done} of ${count(told.total, 'page')}` : ''} …
        </p>
        <progress
          aria-label="Proof"
          className="h-2 flex-1 accent-(--accent)"
          max={told?.total ?? 1}
          value={told?.done ?? undefined}
        />
        <button type="button" className="btn h-7" onClick={onStop}>
          Stop
        </button>
      </div>
    )
  }
  if (proof === null)
    return (
      <p className="mt-3 flex items-center gap-3 text-quiet">
        Not proved.{' '}
        <button type="button" className="btn h-7 text-ink" onClick={onAgain}>
          Prove it
        </button>
      </p>
    )
  if (proof.altered.length === 0)
    return (
      <p className="mt-3 flex items-center gap-2">
        <CircleCheck aria-hidden className="size-4 text-accent" />
        Proved: all {count(proof.elements, 'element')} on {count(proof.total, 'page')} keep every value, at three
        widths, at rest and in every state.
      </p>
    )
  return <Altered proof={proof} />
}

/** Several properties of one element that change alike: what follows the text colour changes with it. */
interface AlteredTogether extends Omit<CommonAlteration, 'property'> {
  readonly properties: readonly string[]
}

function together(altered: readonly CommonAlteration[]): AlteredTogether[] {
  const groups = new Map<string, Omit<AlteredTogether, 'why'> & { why: string; properties: string[] }>()
  for (const { property, ...each } of altered) {
    const key = [
      each.page,
      each.pages.length,
      each.element,
      each.pseudo,
      each.before,
      each.after,
      each.state,
      each.viewport.width,
      each.count,
    ].join('\0')
    const known = groups.get(key)
    if (!known) groups.set(key, { ...each, properties: [property] })
    else {
      known.properties.push(property)
      // The text colour is what the others follow, so its reason is the one to tell.
      if (property === 'color') known.why = each.why
    }
  }
  return [...groups.values()].map((each) => ({
    ...each,
    properties: each.properties.includes('color')
      ? ['color', ...each.properties.filter((name) => name !== 'color')]
      : each.properties,
  }))
}

function Altered({ proof: { altered, following, unlisted } }: { proof: Proof }) {
  const pages = new Set(altered.flatMap((each) => each.pages)).size
  const values = altered.reduce((sum, each) => sum + each.count, 0)
  const shown = together(altered)
  return (
    <div className="mt-3">
      <p className="flex items-center gap-2 font-semibold text-alarm">
        <TriangleAlert aria-hidden className="size-4" />
        {count(values, 'value')} would change on {count(pages, 'page')}:
      </p>
      {following > 0 && (
        <p className="text-[12px] text-quiet">
          {count(following, 'further value')} {following === 1 ? 'follows' : 'follow'} them: inherited, or the same as
          the text colour.
        </p>
      )}
      <ul
        className="mt-1 max-h-40 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2 text-[12px]"
        tabIndex={0}
        aria-label="What would change"
      >
        {shown.slice(0, MOST).map((each) => (
          <li
            key={`${each.page} ${each.element} ${each.pseudo} ${each.properties.join()} ${each.before} ${each.after} ${each.state} ${each.viewport.width} ${each.count}`}
            className="py-0.5"
          >
            <span className="font-semibold" title={each.pages.slice(0, MOST_NAMED).join('\n')}>
              {each.pages.length === 1 ? each.page : `On ${count(each.pages.length, 'page')},`}
            </span>{' '}
            {each.count > 1 ? `${each.count} elements like ` : ''}
            <code className="font-mono">
              {each.element}
              {each.pseudo && `::${each.pseudo}`}
            </code>
            : <span title={each.properties.join(', ')}>{listed(each.properties, 2)}</span> from{' '}
            <code className="font-mono">{each.before}</code> to <code className="font-mono">{each.after}</code>
            {byHowMuch(each)}
            {each.state && ` ${each.state === 'visited' ? 'when visited' : each.state}`}
            {each.viewport.width !== DESK.width && ` at ${each.viewport.width} px`}.{' '}
            <span className="text-quiet">{each.why}</span>
          </li>
        ))}
        {shown.length > MOST && <li>and {shown.length - MOST} more.</li>}
        {unlisted > 0 && (
          <li>And {count(unlisted, 'further kind')} of change, on pages that change in more ways than are listed.</li>
        )}
      </ul>
    </div>
  )
}

/** Longer lists tell nothing new. */
const MOST = 200
/** So many pages are named. */
const MOST_NAMED = 20

/** How far two colours are apart; '' for what is no colour. */
function byHowMuch({ before, after }: Pick<CommonAlteration, 'before' | 'after'>): string {
  const away = difference(before, after)
  return Number.isNaN(away) ? '' : ` (${away.toFixed(3)} apart in OKLab)`
}

/** Proves each new change by itself; an older proof still under way is called off. */
export function useProof(change: SiteChange | undefined) {
  const { answer, ...asked } = useAsk('prove', change && !isNothing(change) ? { change } : null)
  return { ...asked, proof: answer ?? null }
}
