'use client'
import { hasVar, onlyVar } from '../../core/css/var.ts'
import { useAnswer } from '../state/use-answer.ts'
import { useId, useState } from 'react'
import { planChange } from '../../core/edit/change-here.ts'
import type { Inspection } from '../../core/trace/inspection.ts'
import type { PlacedRung, PlacedTrace } from '../../core/trace/placed.ts'
import type { Offer } from '../../core/edit/rule-offers.ts'
import { lostInWords, placeInWords } from '../../core/trace/words.ts'
import { isShorthand } from '../../core/properties/shorthands.ts'
import { swatchesAmong } from '../../core/color/swatches.ts'
import { fileDoc, lookDoc, pathOfDoc, type Doc } from '../../core/site/step.ts'
import { isSheet } from '../../core/paths/paths.ts'
import { planEdit } from '../../core/edit/decide.ts'
import type { Splice } from '../../core/text/splice.ts'
import { onEscape } from '../controls/on-escape.ts'
import { ColorField } from '../controls/color-field.tsx'
import { useDraft } from '../controls/use-draft.ts'
import { settledSheetText } from '../state/document.ts'
import { docOfSheet, settledSheets } from '../state/sheets.ts'
import { sheetOf } from '../state/texts.ts'
import { count } from '../words.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { useShowReach } from '../state/outline.ts'

/** Where a change goes: the winner's own place, its swatch, or a new rule under a selector. */
type Target =
  | { readonly kind: 'winner' }
  | { readonly kind: 'swatch'; readonly name: string }
  | { readonly kind: 'rule'; readonly selector: string }

const keyOf = (target: Target) =>
  target.kind === 'winner' ? 'winner' : target.kind === 'swatch' ? `swatch ${target.name}` : `rule ${target.selector}`

/** Changes a traced value: in the winning rule, in its swatch, or in a rule of its own. */
export function ChangeHere({ trace, found }: { trace: PlacedTrace; found: Inspection }) {
  const [open, setOpen] = useState(false)
  if (!open)
    return (
      <button type="button" className="btn h-7 self-start" onClick={() => setOpen(true)}>
        Change it here
      </button>
    )
  return <ChangeForm trace={trace} found={found} close={() => setOpen(false)} />
}

function ChangeForm({ trace, found, close }: { trace: PlacedTrace; found: Inspection; close: () => void }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const show = useShowReach()
  const name = useId()
  const settled = useRoom(settledSheetText)
  const sheets = useRoom(settledSheets)
  const offers = useOffers(found, trace)
  const winner = trace.rungs.find(({ lost }) => lost === null)
  const property = propertyToChange(trace, winner)
  const swatchName = winner && onlyVar(winner.value)
  const swatch = swatchName ? swatchesAmong(sheets).find((each) => each.name === swatchName) : undefined
  const changeable =
    winner !== undefined && (winner.kind === 'external' || winner.kind === 'embedded' || winner.kind === 'inline')
  const [chosen, setChosen] = useState<Target | null>(null)
  const first = offers?.find(({ lost }) => lost === null)
  const target: Target | null =
    chosen ?? (changeable ? { kind: 'winner' } : first ? { kind: 'rule', selector: first.selector } : null)

  const plan = (value: string): { doc: Doc; splices: Splice[] } | null => {
    const { lookId, sheetPath, texts } = store.getState()
    if (!target) return null
    if (target.kind === 'winner' && winner) {
      const path = winner.file || found.page
      const doc = path === sheetPath ? lookDoc(lookId) : fileDoc(path)
      return {
        doc,
        splices: planChange(path === sheetPath ? settled : (texts.get(doc) ?? ''), winner, property, value),
      }
    }
    if (target.kind === 'swatch') {
      const at = swatch?.at ?? sheets.at(-1)!
      const edit = { selector: ':root', property: target.name, value }
      return { doc: docOfSheet(store.getState(), at.path), splices: planEdit(at.sheet, edit) }
    }
    const selector = target.kind === 'rule' ? target.selector : ''
    return {
      doc: lookDoc(lookId),
      splices: planEdit(sheetOf(settled), { selector, property, value, scope: 'only' }),
    }
  }
  const commit = (value: string) => {
    const change = plan(value)
    if (!change) return
    const { edit } = store.getState()
    const where =
      !target || target.kind === 'winner'
        ? winner?.selector || found.page
        : target.kind === 'swatch'
          ? target.name
          : target.selector
    if (change.splices.length === 0)
      return notice('This cannot be written there. Choose another place, or edit the text itself.')
    edit({ label: `${property} of ${where}: ${value}`, texts: [change] })
  }
  const preview = (value: string | null) => {
    const change = value === null ? null : plan(value)
    // A page is shown changed once it is: its own text is nothing to drag in.
    const path = change && pathOfDoc(change.doc)
    store.getState().showPreview(path && !isSheet(path) ? null : (change?.splices ?? null), change?.doc)
  }
  const choice = (each: Target, label: React.ReactNode, selector = '') => (
    <label
      key={keyOf(each)}
      className="flex items-start gap-1.5"
      onMouseEnter={() => selector && show(selector)}
      onMouseLeave={() => selector && show('')}
    >
      <input
        type="radio"
        name={name}
        className="mt-0.5 accent-(--accent)"
        checked={target !== null && keyOf(target) === keyOf(each)}
        onChange={() => setChosen(each)}
      />
      <span className="min-w-0">{label}</span>
    </label>
  )
  return (
    <div
      className="flex flex-col gap-2.5 rounded-[3px] border border-line bg-sunken p-2.5 text-[12px]"
      onKeyDown={onEscape(() => {
        preview(null)
        show('')
        close()
      })}
    >
      {property.endsWith('color') ? (
        <ColorField
          label={property}
          compact={false}
          value={
            target?.kind === 'swatch'
              ? (swatch?.value ?? '')
              : winner?.property === property
                ? winner.value
                : trace.value
          }
          onPreview={preview}
          onCommit={commit}
        />
      ) : (
        <ValueField
          property={property}
          value={winner && winner.property === property ? winner.value : trace.value}
          onCommit={commit}
        />
      )}
      <fieldset className="flex flex-col gap-1.5">
        <legend className="mb-1 font-semibold">Where</legend>
        {changeable &&
          choice({ kind: 'winner' }, <>in the rule that wins, {winnerInWords(winner, found.page)}</>, winner.selector)}
        {swatch &&
          choice(
            { kind: 'swatch', name: swatch.name },
            <>
              in the swatch <code className="font-mono">{swatch.name}</code>, {count(swatch.uses, 'use')}
            </>,
          )}
        {offers === null && <p className="text-quiet">Trying selectors …</p>}
        {offers
          ?.filter(({ lost }) => lost === null)
          .map((offer) =>
            choice(
              { kind: 'rule', selector: offer.selector },
              <>
                in a rule <code className="font-mono">{offer.selector}</code>: {offerInWords(offer)}
              </>,
              offer.selector,
            ),
          )}
      </fieldset>
      {offers?.some(({ lost }) => lost !== null) && (
        <div>
          <p className="mb-1 font-semibold">These would not win</p>
          <ul className="flex flex-col gap-1 text-quiet">
            {offers
              .filter(({ lost }) => lost !== null)
              .map((offer) => (
                <li key={offer.selector} onMouseEnter={() => show(offer.selector)} onMouseLeave={() => show('')}>
                  <code className="font-mono text-ink">{offer.selector}</code>: {offerInWords(offer)}. It would lose
                  {offer.beatenBy && (
                    <>
                      {' '}
                      to <code className="font-mono">{offer.beatenBy}</code>
                    </>
                  )}
                  : {lostInWords(offer.lost!)}
                </li>
              ))}
          </ul>
        </div>
      )}
      <button
        type="button"
        className="btn h-7 self-start"
        onClick={() => {
          preview(null)
          show('')
          close()
        }}
      >
        Done
      </button>
    </div>
  )
}

/** What several longhands that are set alike are changed through: the shorthand that sets them, else the one that is named. */
function propertyToChange(trace: PlacedTrace, winner: PlacedRung | undefined): string {
  if (trace.properties.length === 1) return trace.properties[0]!
  if (winner && isShorthand(winner.property)) return winner.property
  return isShorthand(trace.name) ? trace.name : trace.properties[0]!
}

function winnerInWords(winner: PlacedRung, page: string): React.ReactNode {
  return (
    <>
      {winner.selector && (
        <>
          <code className="font-mono">{winner.selector}</code>,{' '}
        </>
      )}
      {placeInWords(winner, page, winner.line)}
    </>
  )
}

/** "3 on 2 pages". */
function offerInWords({ reach }: Offer): string {
  const total = reach.reduce((sum, each) => sum + each.count, 0)
  return `${total} on ${reach.length === 1 ? reach[0]!.page : count(reach.length, 'page')}`
}

/** A value in a plain field; what the property does not take is said and not written. */
function ValueField({
  property,
  value,
  onCommit,
}: {
  property: string
  value: string
  onCommit: (value: string) => void
}) {
  const id = useId()
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => !hasVar(text) && !CSS.supports(property, text),
    onCommit: (next) => next !== '' && next !== value && onCommit(next),
  })
  return (
    <div>
      <div className="flex items-center gap-2">
        <label htmlFor={`${id}-field`} className="w-[92px] shrink-0 break-words text-quiet">
          {property}
        </label>
        <input
          id={`${id}-field`}
          className="field w-full font-mono text-[12px]"
          aria-describedby={bad ? id : undefined}
          {...input}
        />
      </div>
      {bad && (
        <p id={id} className="mt-1 text-alarm">
          {property} does not take “{draft}”, so browsers would ignore it.
        </p>
      )}
    </div>
  )
}

/** Selectors for a rule of its own, tried out by the worker; null while it tries. */
function useOffers(found: Inspection, trace: PlacedTrace): Offer[] | null {
  const viewport = useRoom((state) => state.closeUpViewport)
  const { page, index, pseudo } = found
  const ask = { page, index, pseudo, property: trace.properties[0]!, value: trace.value, viewport }
  return useAnswer('offers', ask, { keep: true }) ?? null
}
