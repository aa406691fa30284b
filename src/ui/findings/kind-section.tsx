'use client'
import { ChevronDown, ChevronRight, CircleAlert, Info, TriangleAlert } from 'lucide-react'
import type { RuleWords, Severity } from '../../core/fit/finding.ts'
import type { ToldKind } from '../../core/fit/told.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { CauseRow } from './cause-row.tsx'

const ICONS: Readonly<Record<Severity, typeof Info>> = { error: CircleAlert, warning: TriangleAlert, note: Info }

/** Findings of one kind: what it means, its causes, and what is left unsaid. */
export function KindSection({
  kind,
  rule,
  open,
  onTurn,
  onAll,
}: {
  kind: ToldKind
  rule: RuleWords | undefined
  open: boolean
  onTurn: () => void
  /** Asks for more causes of this kind. */
  onAll: () => void
}) {
  const { severity, causes, total, places } = kind
  const Icon = ICONS[severity]
  const Turn = open ? ChevronDown : ChevronRight
  return (
    <section aria-label={rule?.title} className="border-b border-line">
      <h3>
        <button
          type="button"
          aria-expanded={open}
          className="flex w-full items-start gap-2 px-4 pb-1.5 pt-2.5 text-left hover:bg-sunken"
          onClick={onTurn}
        >
          <Icon
            aria-label={severity}
            className={`mt-0.5 size-4 shrink-0 ${severity === 'error' ? 'text-alarm' : 'text-quiet'}`}
          />
          <span className="min-w-0 flex-1">
            <span className="font-semibold">{rule?.title ?? kind.rule}</span>{' '}
            <span className="whitespace-nowrap text-quiet">{places > 1 && placesWords(total, places)}</span>
          </span>
          <Turn aria-hidden className="mt-0.5 size-4 shrink-0 text-quiet" />
        </button>
      </h3>
      {open && (
        <div className="pb-3 pl-10 pr-3">
          <p className="text-[12px] text-quiet">{rule?.explanation}</p>
          {LIFTED.includes(kind.rule) && <Lift rule={kind.rule} />}
          <ul className="mt-1.5 flex flex-col gap-2">
            {causes.map((cause) => (
              <CauseRow key={cause.id} cause={cause} title={rule?.title ?? kind.rule} />
            ))}
          </ul>
          {total > causes.length && (
            <button type="button" className="btn btn-bare -ml-2 mt-1 h-6 px-2 text-[12px]" onClick={onAll}>
              {causes.length < MOST ? `${total - causes.length} more of this kind` : ''}
            </button>
          )}
          {total > causes.length && causes.length >= MOST && (
            <p className="mt-1 text-[12px] text-quiet">
              and {total - causes.length} more; they come up as these are mended or set aside.
            </p>
          )}
        </div>
      )}
    </section>
  )
}

/** Rules whose findings are lifted into the sheet. */
const LIFTED: readonly string[] = ['embedded-styles', 'inline-style', 'sheet-overridden']

function Lift({ rule }: { rule: string }) {
  const workroom = useWorkroom()
  const set = useRoom((state) => state.set)
  const lift = async () => {
    const pages = await askOnce(workroom, 'pagesOfRule', { rule })
    if (pages) set({ asking: { kind: 'lift', pages } })
  }
  return (
    <button type="button" className="btn mt-1.5 h-6 px-2 text-[12px]" onClick={() => void lift()}>
      Lift into the sheet …
    </button>
  )
}

/** A list longer than that helps nobody. */
const MOST = 100

const placesWords = (total: number, places: number) =>
  total > 1 ? `${total} causes, ${count(places, 'place')}` : count(places, 'place')
