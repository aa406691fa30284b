'use client'
import { X } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { LinkKind } from '../../../core/links/kinds.ts'
import { PROOF_STATES, type ProofState } from '../../../core/links/link-states.ts'
import type { ProvedState } from '../../../core/links/state-proof.ts'
import { ViewportBar } from '../../lineup/viewport-bar.tsx'
import { useRoom } from '../../state/context.tsx'
import { useShowReach } from '../../state/outline.ts'
import { count } from '../../words.ts'
import { nameOf } from './kind-choice.tsx'
import { Looking } from './looking.tsx'
import { besideWords, Contrast, isLostInText, Lost, StateSample, WHEN } from './state-sample.tsx'
import { chosenKind, useKinds } from './use-kinds.ts'

/** The state proof: every kind of link in every state, in the lineup's place. */
export function ProofTable() {
  const asked = useKinds()
  const kinds = asked.answer
  const setLinks = useRoom((state) => state.setLinks)
  const section = useRef<HTMLElement>(null)
  useEffect(() => {
    section.current?.focus({ preventScroll: true })
    // Wherever the focus is, but for what Escape closes first: a list, a dialog, a field.
    const leave = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented && !document.querySelector('[role=dialog], [role=listbox]'))
        setLinks({ proofTable: false })
    }
    window.addEventListener('keydown', leave)
    return () => window.removeEventListener('keydown', leave)
  }, [setLinks])
  return (
    <section ref={section} tabIndex={-1} aria-label="State proof" className="flex min-h-0 flex-1 flex-col outline-none">
      <ViewportBar>
        <span className="font-semibold">State proof</span>
        {kinds && <span className="text-quiet">{count(kinds.length, 'kind')} of links</span>}
        <button type="button" className="btn h-7" onClick={() => setLinks({ proofTable: false })}>
          <X aria-hidden className="size-4" />
          Back to the pages
        </button>
      </ViewportBar>
      <div className="min-h-0 flex-1 overflow-auto">
        {kinds === undefined ? (
          <Looking asked={asked} />
        ) : kinds.length === 0 ? (
          <p className="p-4 text-quiet">No page has a link yet.</p>
        ) : (
          <Table kinds={kinds} />
        )}
      </div>
    </section>
  )
}

function Table({ kinds }: { kinds: readonly LinkKind[] }) {
  const chosen = useRoom((state) => state.linkKind)
  const linkState = useRoom((state) => state.linkState)
  const kind = chosenKind(kinds, chosen)
  return (
    <table className="w-full min-w-[820px] table-fixed border-separate border-spacing-0 text-left">
      <thead>
        <tr>
          <th scope="col" className="sticky left-0 top-0 z-20 w-[150px] border-b border-line bg-panel px-3 py-2">
            <span className="sr-only">Kind of link</span>
          </th>
          {PROOF_STATES.map((state) => (
            <th key={state} scope="col" className="sticky top-0 z-10 border-b border-l border-line bg-panel px-2 py-2">
              <span className={`block text-[12px] font-semibold ${state === 'current' ? '' : 'font-mono'}`}>
                {state === 'current' ? 'current page' : `:${state}`}
              </span>
              <span className="block text-[11px] font-normal text-quiet">{WHEN[state]}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {kinds.map((each) => (
          <Row key={each.key} kinds={kinds} kind={each} state={each.key === kind?.key ? linkState : null} />
        ))}
      </tbody>
    </table>
  )
}

function Row({ kinds, kind, state }: { kinds: readonly LinkKind[]; kind: LinkKind; state: ProofState | null }) {
  const show = useShowReach()
  return (
    <tr>
      <th
        scope="row"
        className="sticky left-0 z-10 border-b border-line bg-panel px-3 py-2 align-top font-normal"
        onMouseEnter={() => show(kind.selector)}
        onMouseLeave={() => show('')}
      >
        <span className="block break-words font-semibold">{nameOf(kind, kinds)}</span>
        <code className="block break-words font-mono text-[11px] text-quiet">{kind.selector}</code>
        <span className="block text-[11px] text-quiet">
          {kind.count} on {count(kind.pages.length, 'page')}
        </span>
      </th>
      {PROOF_STATES.map((each) => {
        const proved = kind.states.find((one) => one.state === each)
        return (
          <td key={each} className="h-px border-b border-l border-line bg-panel p-0 align-top">
            {proved ? (
              <Cell kind={kind} proved={proved} chosen={state === each} />
            ) : (
              <span className="block px-2 py-2 text-[11px] text-quiet">none</span>
            )}
          </td>
        )
      })}
    </tr>
  )
}

function Cell({ kind, proved, chosen }: { kind: LinkKind; proved: ProvedState; chosen: boolean }) {
  const chooseKind = useRoom((room) => room.chooseKind)
  const showFacet = useRoom((room) => room.showFacet)
  const { state, beside, differs } = proved
  const label = `${kind.name}, ${state === 'current' ? 'current page' : state}: change it`
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={chosen}
      className="flex h-full w-full flex-col bg-panel text-left aria-pressed:outline-2 aria-pressed:-outline-offset-2 aria-pressed:outline-accent focus-visible:-outline-offset-2"
      onClick={() => {
        chooseKind(kind, state)
        showFacet('links', 'states')
      }}
    >
      <StateSample proved={proved} words={kind.sample.words} className="min-h-12 w-full px-2 py-1.5" />
      <span className="block w-full px-2 py-1 text-[11px] text-quiet">
        <Contrast contrast={proved.contrast} />
        {state !== 'link' && !differs && proved.unreachable.length === 0 && ', as at rest'}
        {beside && <span className={isLostInText(beside) ? 'block text-alarm' : 'block'}>{besideWords(beside)}</span>}
        <Lost proved={proved} />
      </span>
    </button>
  )
}
