'use client'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { SEVERITIES, type RuleWords, type Severity } from '../../core/fit/finding.ts'
import { kindKey, type ToldKind } from '../../core/fit/told.ts'
import { useInsights, useRoom, type Checked } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { AsideList } from './aside-list.tsx'
import { FindingsProvider } from './findings-context.ts'
import { MadeFor } from './made-for.tsx'
import { KindSection } from './kind-section.tsx'
import { useFix } from './use-fix.ts'

const isUnderWay = ({ done, total }: Checked) => done < total

/** How far the check is, or what it came to. */
function standOf(findings: number, checked: Checked | null): string {
  if (!checked) return 'Looking at the pages …'
  if (isUnderWay(checked)) return `${checked.done} of ${count(checked.total, 'page')} looked at …`
  if (findings === 0) return 'Every page wears the sheet, and nothing is amiss.'
  return 'What keeps the site from fitting, the costliest first. It follows every edit by itself.'
}

/** So many kinds and causes are open when the panel is opened; what is below waits closed. */
const LINES = 30

/** Which kinds stand open at first: as many as fit into the lines, from the costliest on. Notes wait. */
function openAtFirst(kinds: readonly ToldKind[]): ReadonlySet<string> {
  const open = new Set<string>()
  let lines = kinds.length
  for (const kind of kinds) {
    lines += kind.causes.length
    if (lines > LINES && open.size > 0) break
    if (kind.severity !== 'note') open.add(kindKey(kind))
  }
  return open
}

/** The findings of the fit check by kind and cause, with their places and fixes; those of one page where that was asked for. */
export function FindingsPanel() {
  const page = useRoom((state) => state.findingsOf)
  const news = useInsights((insights) => insights.news)
  const checked = useInsights((insights) => insights.checked)
  const gone = useInsights((insights) => insights.gone !== null)
  const rules = useAnswer('rules', {}) ?? NO_RULES
  const byId = useMemo(() => new Map(rules.map((rule) => [rule.id, rule])), [rules])
  const [chosen, setOnly] = useState<Severity | null>(null)
  const [turned, setTurned] = useState<ReadonlyMap<string, boolean>>(new Map())
  const [opened, setOpened] = useState<readonly string[]>([])
  const [notesOpen, setNotesOpen] = useState(false)
  const ask = useMemo(() => ({ page, opened, news }), [page, opened, news])
  const told = useAnswer('findings', ask, { keep: true })
  // Once the last of them is mended, there is nothing left to narrow down to.
  const only = chosen !== null && told?.counts[chosen] === 0 ? null : chosen
  const fix = useFix()
  const kinds = told?.kinds ?? []
  const grave = kinds.filter(({ severity }) => severity !== 'note' && (only === null || severity === only))
  const notes = only === null || only === 'note' ? kinds.filter(({ severity }) => severity === 'note') : []
  const atFirst = openAtFirst(grave)
  const section = (kind: ToldKind) => {
    const key = kindKey(kind)
    const open = turned.get(key) ?? (only === 'note' || atFirst.has(key))
    return (
      <KindSection
        key={key}
        kind={kind}
        rule={byId.get(kind.rule)}
        open={open}
        onTurn={() => setTurned(new Map(turned).set(key, !open))}
        onAll={() => setOpened([...opened, key])}
      />
    )
  }
  const total = told ? SEVERITIES.reduce((sum, severity) => sum + told.counts[severity], 0) : 0
  return (
    <FindingsProvider value={{ page, news }}>
      <Head page={page} stand={gone ? GONE : standOf(total, checked)} checked={gone ? null : checked} />
      {told && total > 0 && (
        <div className="border-b border-line px-4 pb-3">
          <Filter counts={told.counts} only={only} onOnly={setOnly} />
          {told.plain.length > 0 && (
            <button
              type="button"
              className="btn mt-2 h-7"
              title="Attaches the sheet, leads links to the files that were meant, and mends what nobody sees. All else is asked for one kind at a time."
              onClick={() => void fix({ causes: told.plain }, 'what is plain')}
            >
              Fix what is plain: {count(told.plainPlaces, 'place')}
            </button>
          )}
        </div>
      )}
      {told?.fault && <p className="border-b border-line px-4 py-2 text-alarm">{told.fault}</p>}
      {grave.map(section)}
      {notes.length > 0 && only === null && (
        <button
          type="button"
          aria-expanded={notesOpen}
          className="flex w-full items-baseline gap-2 border-b border-line bg-sunken px-4 py-2 text-left font-semibold"
          onClick={() => setNotesOpen(!notesOpen)}
        >
          {count(told!.counts.note, 'note')}
          <span className="font-normal text-quiet">worth knowing</span>
          <span className="ml-auto text-[12px] font-normal text-quiet">{notesOpen ? 'Fold' : 'Show'}</span>
        </button>
      )}
      {(notesOpen || only === 'note') && notes.map(section)}
      {told && told.aside.length > 0 && <AsideList aside={told.aside} />}
      {page === null && <MadeFor />}
    </FindingsProvider>
  )
}

const NO_RULES: readonly RuleWords[] = []
const GONE = 'The pages are not looked at any more. Reload the page to check them.'

function Head({ page, stand, checked }: { page: string | null; stand: string; checked: Checked | null }) {
  const set = useRoom((state) => state.set)
  return (
    <div className="px-4 py-3">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-[15px] font-semibold">Fit check</h2>
        <button
          type="button"
          className="btn btn-bare -mr-2 h-6 px-2 text-quiet"
          onClick={() => set({ findings: false })}
        >
          <X aria-hidden className="size-4" />
          Close
        </button>
      </div>
      {page !== null && (
        <p className="mt-1 flex items-center gap-2">
          <span className="min-w-0 truncate font-semibold" title={page}>
            {page}
          </span>
          <button type="button" className="btn h-6 shrink-0 px-2 text-[12px]" onClick={() => set({ findingsOf: null })}>
            All pages
          </button>
        </p>
      )}
      <p className="mt-0.5 text-quiet">{stand}</p>
      {checked && isUnderWay(checked) && (
        <progress
          aria-label="Pages looked at"
          className="mt-1.5 h-1.5 w-full accent-(--accent)"
          max={checked.total}
          value={checked.done}
        />
      )}
    </div>
  )
}

/** Narrows the findings down to one severity. */
function Filter({
  counts,
  only,
  onOnly,
}: {
  counts: Readonly<Record<Severity, number>>
  only: Severity | null
  onOnly: (severity: Severity | null) => void
}) {
  return (
    <div role="group" aria-label="Show" className="flex flex-wrap gap-1">
      {([null, ...SEVERITIES] as const).map((severity) => (
        <button
          key={severity ?? 'all'}
          type="button"
          aria-pressed={only === severity}
          disabled={severity !== null && counts[severity] === 0}
          onClick={() => onOnly(severity)}
          className="btn btn-bare h-6 px-1.5 text-[12px] aria-pressed:border-accent aria-pressed:bg-accent-wash"
        >
          {severity === null ? 'All' : count(counts[severity], severity)}
        </button>
      ))}
    </div>
  )
}
