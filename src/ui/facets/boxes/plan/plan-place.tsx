'use client'
import { RadioGroup, Radio } from '@headlessui/react'
import { useState } from 'react'
import type { PlannedPage } from '../../../../core/plan/pages-with-plan.ts'
import type { PlanPlace } from '../../../../core/plan/plan-ask.ts'
import { WHERES } from '../../../../core/plan/where.ts'
import { plainName } from '../../../../core/paths/file-names.ts'
import { isPage } from '../../../../core/paths/paths.ts'
import { Choice } from '../../../controls/choice.tsx'
import { Group } from '../../../controls/parts.tsx'
import { pagePaths } from '../../../state/document.ts'
import { useNotice, useRoom, useWorkroom } from '../../../state/context.tsx'
import { askOnce, useAnswer } from '../../../state/use-answer.ts'
import { readAgain } from '../../../state/plan-actions.ts'
import { AlsoOn } from './also-on.tsx'

type Kind = PlanPlace['kind']

const KINDS: readonly { readonly kind: Kind; readonly label: string }[] = [
  { kind: 'put', label: 'On a page' },
  { kind: 'new', label: 'On a new page' },
  { kind: 'again', label: 'What is there' },
]
const WHERE_WORDS = { before: 'before', after: 'after', first: 'first in', last: 'last in' } as const

/** Where the plan goes. Choosing a place begins a plan; another place keeps the boxes. */
export function PlanPlaceGroup({ pages }: { pages: readonly PlannedPage[] }) {
  const plan = useRoom((state) => state.plan)
  const begin = useBegin()
  const kind = plan?.place.kind ?? null
  return (
    <Group title="Where">
      <RadioGroup<'div', Kind | null>
        aria-label="Where the plan goes"
        value={kind}
        onChange={(next) => next && void begin(next)}
        className="flex rounded-[3px] border border-edge p-0.5"
      >
        {KINDS.map((each) => (
          <Radio
            key={each.kind}
            value={each.kind}
            className="flex-1 cursor-pointer rounded-[2px] px-1.5 py-1 text-center text-[12px] data-checked:bg-accent data-checked:font-semibold data-checked:text-accent-ink focus-visible:outline-2"
          >
            {each.label}
          </Radio>
        ))}
      </RadioGroup>
      {!plan && (
        <p className="text-quiet">
          Lay out boxes before there is content. They are drawn here with their sums first, and become markup and rules
          in one step.
        </p>
      )}
      {plan?.place.kind === 'new' && <NewPage place={plan.place} />}
      {plan && plan.place.kind !== 'new' && <OnPage place={plan.place} pages={pages} />}
    </Group>
  )
}

/** Begins a plan of a kind, or moves the one there is. */
function useBegin() {
  const workroom = useWorkroom()
  const { store } = workroom
  const notice = useNotice()
  return async (kind: Kind) => {
    const { plan, beginPlan, setPlan, files, closeUp } = store.getState()
    const pages = pagePaths(files)
    const page = closeUp ?? (plan && plan.place.kind !== 'new' ? plan.place.page : undefined) ?? pages[0]
    const keeps = plan !== null && plan.place.kind !== 'again' && kind !== 'again'
    if (kind === 'new') {
      const place: PlanPlace = { kind, path: '', title: '', frame: pages[0] ?? '' }
      return keeps ? setPlan({ place }) : beginPlan(place)
    }
    if (page === undefined) return notice('The site has no page yet. Plan on a new one.')
    const places = await askOnce(workroom, 'planPlaces', { page })
    const at = (places?.find(({ name }) => name.startsWith('main')) ?? places?.[0])?.at
    if (at === undefined) return notice(`${page} has no body to plan in.`)
    if (kind === 'again') return void readAgain(workroom, page, at)
    const place: PlanPlace = { kind, page, at, where: 'last', also: [] }
    if (keeps) setPlan({ place })
    else beginPlan(place)
  }
}

function OnPage({ place, pages }: { place: PlanPlace & { kind: 'put' | 'again' }; pages: readonly PlannedPage[] }) {
  const workroom = useWorkroom()
  const files = useRoom((state) => state.files)
  const closeUp = useRoom((state) => state.closeUp)
  const setPlan = useRoom((state) => state.setPlan)
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const places = useAnswer('planPlaces', { page: place.page }, { keep: true }) ?? []
  const known = places.some(({ at }) => at === place.at)
  const options = [
    ...(known ? [] : [{ value: place.at, label: place.at.split(' > ').at(-1)! }]),
    ...places.map(({ at, name, depth }) => ({ value: at, label: '\u2003'.repeat(depth) + name })),
  ]
  const choose = (page: string, at: string) => {
    if (place.kind === 'again') void readAgain(workroom, page, at)
    else setPlan({ place: { ...place, page, at, also: page === place.page ? place.also : [] } })
  }
  const toPage = async (page: string) => {
    const found = await askOnce(workroom, 'planPlaces', { page })
    const at = (found?.find(({ at: path }) => path === place.at) ?? found?.[0])?.at
    if (at !== undefined) choose(page, at)
  }
  return (
    <>
      <Row label="Page">
        <Choice
          label="Page of the plan"
          mono
          className="min-w-0 flex-1"
          value={place.page}
          options={pagePaths(files).map((each) => ({ value: each, label: each }))}
          onChange={(page) => void toPage(page)}
        />
      </Row>
      {place.kind === 'put' && (
        <Row label="Place">
          <Choice
            label="Place of the plan"
            className="min-w-0 flex-1"
            value={place.where}
            options={WHERES.map((where) => ({ value: where, label: WHERE_WORDS[where] }))}
            onChange={(where) => setPlan({ place: { ...place, where: where as (typeof WHERES)[number] } })}
          />
        </Row>
      )}
      <Row label="Element">
        <Choice
          label="Element of the plan"
          mono
          className="min-w-0 flex-1"
          value={place.at}
          options={options}
          onChange={(at) => choose(place.page, at)}
        />
      </Row>
      <p className="text-[12px] text-quiet">
        {closeUp === null ? (
          <>
            Or{' '}
            <button
              type="button"
              className="text-ink underline decoration-edge underline-offset-2"
              onClick={() => openCloseUp(place.page)}
            >
              click it on the page
            </button>
            .
          </>
        ) : (
          'A click in the close-up chooses an element there.'
        )}
      </p>
      <AlsoOn place={place} pages={pages} />
    </>
  )
}

function NewPage({ place }: { place: PlanPlace & { kind: 'new' } }) {
  const files = useRoom((state) => state.files)
  const setPlan = useRoom((state) => state.setPlan)
  const [own, setOwn] = useState(false)
  const pages = pagePaths(files)
  const title = (next: string) => {
    const path = next.trim() === '' ? '' : `${plainName(next.trim()) || 'page'}.html`
    setPlan({ place: { ...place, title: next, path: own ? place.path : path } })
  }
  const file = (next: string) => {
    setOwn(true)
    setPlan({ place: { ...place, path: next.trim() === '' || isPage(next.trim()) ? next.trim() : next } })
  }
  // A name without an ending gets one when it is left.
  const finish = () =>
    place.path !== '' && !isPage(place.path) && setPlan({ place: { ...place, path: `${place.path.trim()}.html` } })
  return (
    <>
      <Row label="Title">
        <input
          aria-label="Title of the new page"
          className="field min-w-0 flex-1"
          value={place.title}
          onChange={(event) => title(event.target.value)}
        />
      </Row>
      <Row label="File">
        <input
          aria-label="File of the new page"
          className="field min-w-0 flex-1 font-mono text-[12px]"
          spellCheck={false}
          value={place.path}
          onChange={(event) => file(event.target.value)}
          onBlur={finish}
        />
      </Row>
      {pages.length > 0 && (
        <Row label="In the frame of">
          <Choice
            label="In the frame of"
            mono
            className="min-w-0 flex-1"
            value={place.frame}
            options={[
              ...pages.map((each) => ({ value: each, label: each })),
              { value: '', label: 'none: an empty page' },
            ]}
            onChange={(frame) => setPlan({ place: { ...place, frame } })}
          />
        </Row>
      )}
    </>
  )
}

/** A control with its label before it. */
export function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className="flex items-center gap-2">
      <span className="w-[92px] shrink-0 text-quiet">{label}</span>
      {children}
    </div>
  )
}
