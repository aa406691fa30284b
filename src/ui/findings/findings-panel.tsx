'use client'
import { askOnce } from '../state/use-answer.ts'
import { CircleAlert, Info, TriangleAlert, X } from 'lucide-react'
import { useMemo, useState } from 'react'
import {
  keyOf,
  PREVENTS,
  SEVERITIES,
  type Finding,
  type Prevents,
  type RuleWords,
  type Severity,
} from '../../core/fit/finding.ts'
import { placeOf } from '../../core/text/place.ts'
import { fileDoc, lookDoc } from '../../core/site/step.ts'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useInsights, useNotice, useRoom, useWorkroom, type Checked } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { showPlace } from './show-place.ts'

const ICONS: Readonly<Record<Severity, typeof Info>> = { error: CircleAlert, warning: TriangleAlert, note: Info }

/** All findings of the fit check, told by itself after each edit. */
export function useFindings(): readonly Finding[] {
  const fit = useInsights((insights) => insights.fit)
  return useMemo(() => [...fit.values()].flat(), [fit])
}

const isUnderWay = ({ done, total }: Checked) => done < total

/** How far the check is, or what it came to. */
function standOf(findings: number, checked: Checked | null): string {
  if (!checked) return 'Looking at the pages …'
  if (isUnderWay(checked)) return `${checked.done} of ${count(checked.total, 'page')} looked at …`
  if (findings === 0) return 'Every page wears the sheet, and nothing is amiss.'
  return 'What keeps the site from fitting. It follows every edit by itself.'
}

/** The findings of the fit check, grouped by what they prevent, with their places and fixes. */
export function FindingsPanel() {
  const set = useRoom((state) => state.set)
  const findings = useFindings()
  const checked = useInsights((insights) => insights.checked)
  const gone = useInsights((insights) => insights.gone !== null)
  const rules = useAnswer('rules', {}) ?? NO_RULES
  const [only, setOnly] = useState<Severity | null>(null)
  const shown = only === null ? findings : findings.filter(({ severity }) => severity === only)
  const groups = (Object.keys(PREVENTS) as Prevents[])
    .map((prevents) => ({
      prevents,
      kinds: rules
        .filter((rule) => rule.prevents === prevents)
        .map((rule) => ({ rule, found: shown.filter((finding) => finding.rule === rule.id) }))
        .filter(({ found }) => found.length > 0),
    }))
    .filter(({ kinds }) => kinds.length > 0)
  return (
    <div>
      <div className="border-b border-line px-4 py-3">
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
        <p className="mt-0.5 text-quiet">
          {gone
            ? 'The pages are not looked at any more. Reload the page to check them.'
            : standOf(findings.length, checked)}
        </p>
        {checked && isUnderWay(checked) && !gone && (
          <progress
            aria-label="Pages looked at"
            className="mt-1.5 h-1.5 w-full accent-(--accent)"
            max={checked.total}
            value={checked.done}
          />
        )}
        {findings.length > 0 && (
          <div role="group" aria-label="Show" className="mt-2 flex flex-wrap gap-1">
            {([null, ...SEVERITIES] as const).map((severity) => {
              const number =
                severity === null ? findings.length : findings.filter((finding) => finding.severity === severity).length
              return (
                <button
                  key={severity ?? 'all'}
                  type="button"
                  aria-pressed={only === severity}
                  disabled={number === 0}
                  onClick={() => setOnly(severity)}
                  className="btn btn-bare h-6 px-2 text-[12px] aria-pressed:border-accent aria-pressed:bg-accent-wash"
                >
                  {severity === null ? `All ${number}` : count(number, severity)}
                </button>
              )
            })}
          </div>
        )}
      </div>
      {groups.map(({ prevents, kinds }) => (
        <section key={prevents} aria-label={PREVENTS[prevents]}>
          <h3 className="sticky top-0 z-10 border-b border-line bg-sunken px-4 py-1.5 text-[12px] font-semibold">
            {PREVENTS[prevents]}
          </h3>
          {kinds.map(({ rule, found }) => (
            <RuleFindings key={rule.id} rule={rule} found={found} />
          ))}
        </section>
      ))}
    </div>
  )
}

const NO_RULES: readonly RuleWords[] = []

/** So many places of one kind are listed at once. */
const PLACES_AT_ONCE = 12

function RuleFindings({ rule, found }: { rule: RuleWords; found: readonly Finding[] }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const [most, setMost] = useState(PLACES_AT_ONCE)
  const Icon = ICONS[rule.severity]
  const fixable = found.filter((finding) => finding.fixable)
  const fix = async (findings: readonly Finding[]) => {
    const change = await askOnce(workroom, 'fix', { findings })
    if (!change) return
    const label =
      findings.length === 1
        ? `Fixed in ${findings[0]!.file}: ${rule.title.toLowerCase()}`
        : `Fixed ${count(findings.length, 'time')}: ${rule.title.toLowerCase()}`
    if (carryOut(workroom, label, change)) notice(`${label}. Undo takes it back.`)
    else notice('There was nothing to fix any more.')
  }
  const pages = [...new Set(found.map(({ file }) => file))]
  return (
    <div className="border-b border-line px-4 py-3">
      <div className="flex items-start gap-2">
        <Icon
          aria-label={rule.severity}
          className={`mt-0.5 size-4 shrink-0 ${rule.severity === 'error' ? 'text-alarm' : 'text-quiet'}`}
        />
        <div className="min-w-0 flex-1">
          <h4 className="font-semibold">
            {rule.title}{' '}
            <span className="font-normal text-quiet">
              {rule.severity}
              {found.length > 1 && `, ${found.length}`}
            </span>
          </h4>
          <p className="text-[12px] text-quiet">{rule.explanation}</p>
        </div>
      </div>
      <ul className="mt-1.5 flex flex-col gap-1.5 pl-6">
        {found.slice(0, most).map((finding) => (
          <Place key={keyOf(finding)} finding={finding} onFix={() => void fix([finding])} />
        ))}
      </ul>
      {found.length > most && (
        <button type="button" className="btn btn-bare ml-5 h-6 px-1 text-[12px]" onClick={() => setMost(most + 100)}>
          {found.length - most} more
        </button>
      )}
      <div className="ml-6 mt-1.5 flex flex-wrap gap-2 empty:hidden">
        {fixable.length > 1 && (
          <button type="button" className="btn h-7" onClick={() => void fix(fixable)}>
            Fix all {fixable.length}
          </button>
        )}
        {['embedded-styles', 'inline-style', 'sheet-overridden'].includes(rule.id) && (
          <button type="button" className="btn h-7" onClick={() => set({ asking: { kind: 'lift', pages } })}>
            Lift into the sheet …
          </button>
        )}
      </div>
    </div>
  )
}

function Place({ finding, onFix }: { finding: Finding; onFix: () => void }) {
  const { store } = useWorkroom()
  const text = useRoom((state) =>
    finding.file === state.sheetPath ? state.texts.get(lookDoc(state.lookId)) : state.texts.get(fileDoc(finding.file)),
  )
  const line = useMemo(() => (text === undefined ? null : placeOf(text, finding.from).line), [text, finding.from])
  return (
    <li className="flex items-start gap-2 border-l-2 border-edge pl-2 text-[12px]">
      <p className="min-w-0 flex-1 break-words">
        <button
          type="button"
          className="text-left font-semibold underline decoration-edge underline-offset-2 hover:decoration-ink"
          onClick={() => showPlace(store, finding)}
        >
          {finding.file}
          {line === null ? '' : `, line ${line}`}
        </button>{' '}
        {finding.message}
      </p>
      {finding.fixable && (
        <button type="button" className="btn h-6 px-2" aria-label={`Fix: ${finding.message}`} onClick={onFix}>
          Fix
        </button>
      )}
    </li>
  )
}
