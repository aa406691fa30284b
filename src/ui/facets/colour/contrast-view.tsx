'use client'
import { useAsk } from '../../state/use-answer.ts'
import { ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { writeColorLike } from '../../../core/values/color-notation.ts'
import { swatchesAmong } from '../../../core/color/swatches.ts'
import type { ContrastPair } from '../../../core/contrast/pairs.ts'
import { planAt } from '../../../core/edit/decide.ts'
import { setValue } from '../../../core/sheet/edit.ts'
import { declarationsOf, styleRules } from '../../../core/sheet/walk.ts'
import { heightFor, useViewport } from '../../state/viewport.ts'
import { docOfSheet, settledSheets, sheetAt } from '../../state/sheets.ts'
import { count, listed } from '../../words.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { lateAfter } from '../../controls/late.tsx'
import { Group } from '../../controls/parts.tsx'

/** Comes when it is looked at: what draws it is large. */
const ContrastChart = lateAfter(<div className="h-[170px]" />, () =>
  import('./contrast-chart.tsx').then((module) => module.ContrastChart),
)

/** Every pairing of colours on the pages, those that do not pass first. */
export function ContrastView() {
  const { pairs, progress, stop, stopped, again } = useContrast()
  const { width } = useViewport()
  if (pairs === null) {
    const told = progress === 'begun' ? null : progress
    return (
      <div className="flex items-center gap-3 px-4 py-3.5">
        {stopped ? (
          <>
            <p className="text-quiet">Stopped.</p>
            <button type="button" className="btn h-7" onClick={again}>
              Look again
            </button>
          </>
        ) : (
          <>
            <p className="shrink-0">{told ? `${told.done} of ${count(told.total, 'page')}` : 'Looking …'}</p>
            <progress
              aria-label="Pages looked at"
              className="h-2 min-w-0 flex-1 accent-(--accent)"
              max={told?.total ?? 1}
              value={told?.done}
            />
            <button type="button" className="btn h-7" onClick={stop}>
              Stop
            </button>
          </>
        )}
      </div>
    )
  }
  const failing = pairs.filter(({ passes }) => passes === false)
  const open = pairs.filter(({ passes }) => passes === null)
  const passing = pairs.filter(({ passes }) => passes === true)
  return (
    <>
      <Group
        title={
          failing.length === 0
            ? 'Everything that can be told passes'
            : `${count(failing.length, 'pairing')} ${failing.length === 1 ? 'does' : 'do'} not pass`
        }
      >
        <p className="-mt-2 text-[12px] text-quiet">
          WCAG 2.2, level AA, at {width} px: text 4.5, large text 3, edges of controls 3, links beside text 3. A link
          counts once in each state.
        </p>
        <ContrastChart pairs={pairs} />
      </Group>
      <PairList pairs={failing} />
      {open.length > 0 && <PairGroup title={`${count(open.length, 'pairing')} cannot be told`} pairs={open} />}
      {passing.length > 0 && (
        <PairGroup
          title={`${count(passing.length, 'pairing')} ${passing.length === 1 ? 'passes' : 'pass'}`}
          pairs={passing}
        />
      )}
    </>
  )
}

function PairGroup({ title, pairs }: { title: string; pairs: readonly ContrastPair[] }) {
  const [open, setOpen] = useState(false)
  return (
    <section>
      <h3>
        <button
          type="button"
          aria-expanded={open}
          className="flex w-full items-center gap-1 border-b border-line px-4 py-2.5 text-left font-semibold focus-visible:-outline-offset-2"
          onClick={() => setOpen(!open)}
        >
          <ChevronRight aria-hidden className={`size-4 ${open ? 'rotate-90' : ''}`} />
          {title}
        </button>
      </h3>
      {open && <PairList pairs={pairs} />}
    </section>
  )
}

/** On large sites a list of all would be endless. */
const MOST = 120

function PairList({ pairs }: { pairs: readonly ContrastPair[] }) {
  return (
    <>
      <ul>
        {pairs.slice(0, MOST).map((pair) => (
          <PairRow key={`${pair.kind} ${pair.text} ${pair.background} ${pair.needs} ${pair.state}`} pair={pair} />
        ))}
      </ul>
      {pairs.length > MOST && (
        <p className="border-b border-line px-4 py-2 text-[12px] text-quiet">and {pairs.length - MOST} more</p>
      )}
    </>
  )
}

const STATES: Readonly<Record<ContrastPair['state'], string>> = {
  none: '',
  visited: 'visited link',
  hover: 'hovered link',
  focus: 'focused link',
  active: 'pressed link',
}
const KINDS: Readonly<Record<ContrastPair['kind'], string>> = {
  text: '',
  control: 'edge of a control',
  'link-in-text': 'link beside text',
}
const WHY = { picture: 'a picture or gradient is behind it', effect: 'an effect changes what is painted' } as const

function PairRow({ pair }: { pair: ContrastPair }) {
  const [open, setOpen] = useState(false)
  const { kind, text, background, ratio, needs, passes, state, elements, pages, undecided } = pair
  const about = [KINDS[kind], kind === 'text' && needs < 4.5 ? 'large text' : '', STATES[state]]
    .filter((each) => each !== '')
    .join(', ')
  return (
    <li className="border-b border-line">
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full items-center gap-2.5 px-4 py-2 text-left hover:bg-sunken focus-visible:-outline-offset-2"
        onClick={() => setOpen(!open)}
      >
        <span
          aria-hidden
          data-proof
          className={`grid h-[34px] w-12 shrink-0 place-items-center rounded-[3px] border border-edge text-[15px] ${background === null ? 'weave' : ''}`}
          style={{ color: text, backgroundColor: background ?? undefined }}
        >
          {kind === 'control' ? <span className="h-4 w-7 border-2" style={{ borderColor: text }} /> : 'Aa'}
        </span>
        <span className="min-w-0 flex-1">
          <span className="block">
            <b className={`font-semibold ${passes === false ? 'text-alarm' : ''}`}>
              {ratio === null ? 'not told' : ratio.toFixed(2)}
            </b>{' '}
            <span className="text-quiet">{ratio === null ? WHY[undecided!] : `of ${needs} needed`}</span>
          </span>
          {about && <span className="block text-[12px] text-quiet">{about}</span>}
          <span className="block text-[12px] text-quiet [overflow-wrap:anywhere]">
            {count(elements, 'element')} on {pages.length === 1 ? pages[0] : count(pages.length, 'page')}
          </span>
        </span>
        <ChevronRight aria-hidden className={`size-4 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} />
      </button>
      {open && <PairDetail pair={pair} />}
    </li>
  )
}

function PairDetail({ pair }: { pair: ContrastPair }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const settled = useRoom(settledSheets)
  const sheetPath = useRoom((state) => state.sheetPath)
  const { width } = useViewport()
  const { kind, text, background, needs, state, sample } = pair
  const offer = useAnswer('contrastOffer', {
    pair: { kind, text, background, needs, state, sample },
    viewport: { width, height: heightFor(width) },
  })
  const look = () =>
    store.getState().set({ closeUp: sample.page, picked: { page: sample.page, index: sample.index, pseudo: '' } })
  const decider = offer?.decider ?? null
  const swatch = decider?.swatch ? swatchesAmong(settled).find(({ name }) => name === decider.swatch) : undefined
  const apply = (label: string, path: string, splices: ReturnType<typeof planAt>) => {
    const state = store.getState()
    if (state.edit({ label, texts: [{ doc: docOfSheet(state, path), splices }] })) notice(`${label}.`)
  }
  /** Gives the declaration that decides another value. */
  const write = (label: string, property: string, value: (written: string) => string) => {
    if (!decider) return
    const sheet = sheetAt(store.getState(), decider.file)
    const written = styleRules(sheet)
      .flatMap(({ rule }) => declarationsOf(rule))
      .find(({ from }) => from === decider.offset)
    apply(label, decider.file, planAt(sheet, decider.offset, property, value(written?.value ?? '')))
  }
  return (
    <div className="flex flex-col gap-2 bg-sunken px-4 py-2.5 text-[12px]">
      <p>
        <code className="font-mono">{text}</code>
        {background !== null && (
          <>
            {' '}
            {kind === 'link-in-text' ? 'beside text of' : 'on'} <code className="font-mono">{background}</code>
          </>
        )}
        ; {listed(pair.pages, 6)}.
      </p>
      {offer === undefined ? (
        <p className="text-quiet">Looking …</p>
      ) : (
        offer && (
          <>
            <p>
              {decider ? (
                <>
                  First in <code className="font-mono">{offer.element}</code>: {decider.property} is set by{' '}
                  {decider.file === sheetPath ? 'line' : `${decider.file}, line`} {decider.line}
                  {decider.selector && (
                    <>
                      , <code className="font-mono">{decider.selector}</code>
                    </>
                  )}
                  {decider.swatch && (
                    <>
                      , through <code className="font-mono">{decider.swatch}</code>
                    </>
                  )}
                  .
                </>
              ) : (
                <>
                  First in <code className="font-mono">{offer.element}</code>: nothing on the site sets it; it is the
                  browser’s own colour.
                </>
              )}
            </p>
            {pair.passes === false && offer.color !== null && decider?.inStylesheet && (
              <div className="flex flex-wrap items-center gap-2">
                <span
                  aria-hidden
                  data-proof
                  className="grid h-7 w-12 place-items-center rounded-[3px] border border-edge text-[14px]"
                  style={{ color: offer.color, backgroundColor: background ?? undefined }}
                >
                  Aa
                </span>
                <span>
                  Nearest that passes: <code className="font-mono">{offer.color}</code>
                </span>
                {swatch && (
                  <button
                    type="button"
                    className="btn h-7"
                    onClick={() =>
                      apply(
                        `${swatch.name}: ${offer.color}`,
                        swatch.at.path,
                        setValue(swatch.declaration, writeColorLike(swatch.value, offer.color!)),
                      )
                    }
                  >
                    Change {swatch.name} ({count(swatch.uses, 'use')})
                  </button>
                )}
                <button
                  type="button"
                  className="btn h-7"
                  onClick={() =>
                    write(`${decider.property} of ${decider.selector}: ${offer.color}`, decider.property, (written) =>
                      writeColorLike(written, offer.color!),
                    )
                  }
                >
                  {swatch ? 'Only here' : 'Use it'}
                </button>
                {kind === 'link-in-text' && (
                  <button
                    type="button"
                    className="btn h-7"
                    onClick={() => write(`Underlined ${decider.selector}`, 'text-decoration-line', () => 'underline')}
                  >
                    Underline them
                  </button>
                )}
              </div>
            )}
            {pair.passes === false && offer.color === null && <p className="text-quiet">{offer.why}</p>}
          </>
        )
      )}
      <div>
        <button type="button" className="btn h-7" onClick={look}>
          Look at the first
        </button>
      </div>
    </div>
  )
}

/** A pause after an edit before the pages are gone through again. */
const PAUSE_MS = 250

/** The pairings of all pages at the lineup's viewport; looked for again after each edit. What was found before stays until then. */
function useContrast() {
  const { width } = useViewport()
  const ask = { viewport: { width, height: heightFor(width) } }
  const { answer, ...asked } = useAsk('contrast', ask, { pause: PAUSE_MS, keep: true })
  return { ...asked, pairs: answer ?? null }
}
