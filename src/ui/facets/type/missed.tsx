'use client'
import type { Sheet } from '../../../core/sheet/parse.ts'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import { homeOf } from '../../../core/edit/decide-among.ts'
import { useEffect, useState } from 'react'
import { decide, ownRule } from '../../../core/edit/decide.ts'
import { selectorsOf } from '../../../core/edit/rules-naming.ts'
import { addRule } from '../../../core/sheet/edit.ts'
import { naturalPlace } from '../../../core/edit/natural-place.ts'
import { topStyleRules } from '../../../core/sheet/walk.ts'
import { grouped } from '../../../core/text/grouped.ts'
import type { MissedText } from '../../../core/type/roles.ts'
import { heightFor, useViewport } from '../../state/viewport.ts'
import { Sentence } from '../../trace/sentence.tsx'
import { count, listed } from '../../words.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { Group } from '../../controls/parts.tsx'

/** So many elements of a page are pointed at; more make the selector long and tell nothing new. */
const POINTED = 60

/** Text that plays the role but is not reached by its rule: counted, shown in the lineup, and taken in. */
export function Missed({ selector }: { selector: string }) {
  const { frames, store } = useWorkroom()
  const notice = useNotice()
  const settled = useRoom(settledSheets)
  const { path, sheet } =
    settled.findLast((each) => ruleFor(each.sheet, selector) !== null) ?? homeOf(settled, selector).at
  const { width } = useViewport()
  const rule = ruleFor(sheet, selector)
  const joined = rule ? selectorsOf(rule) : [selector]
  const missed = useAnswer('missed', { selector, joined: [...joined], viewport: { width, height: heightFor(width) } })
  const [shown, setShown] = useState<string | null>(null)
  useEffect(() => {
    const kind = missed?.find(({ what }) => what === shown)
    frames.point(kind ? pointers(kind) : null)
    return () => frames.point(null)
  }, [frames, missed, shown])
  if (!missed || missed.length === 0) return null
  const total = missed.reduce((sum, each) => sum + each.count, 0)
  const edit = (label: string, splices: ReturnType<typeof addRule>) => {
    const state = store.getState()
    if (state.edit({ label, texts: [{ doc: docOfSheet(state, path), splices }] })) notice(`${label}.`)
  }
  const join = (each: MissedText) =>
    rule &&
    edit(`${each.selector} joins ${rule.selector.replace(/\s+/g, ' ')}`, [
      { from: rule.selectorRange.to, to: rule.selectorRange.to, insert: `, ${each.selector}` },
    ])
  const tags = [...new Set(missed.map((each) => each.selector))]
  const inherit = () =>
    edit(
      `${listed(tags)} take the base font`,
      addRule(sheet, tags.join(', '), [['font', 'inherit']], naturalPlace(sheet, tags[0]!)),
    )
  return (
    <Group title={`${count(total, 'text')} the rule does not reach`}>
      <ul className="flex flex-col gap-2 text-[12px]">
        {missed.map((each) => {
          const pages = [...new Set(each.places.map(({ page }) => page))]
          return (
            <li key={each.what} className="flex items-start gap-2">
              <p className="min-w-0 flex-1">
                <b className="font-semibold">{each.count}</b> <Sentence text={each.what} />{' '}
                <span className="text-quiet">on {listed(pages)}</span>
              </p>
              <button
                type="button"
                className="btn h-6 px-2 text-[12px]"
                aria-pressed={shown === each.what}
                onClick={() => setShown(shown === each.what ? null : each.what)}
              >
                {shown === each.what ? 'Hide' : 'Show'}
              </button>
              {selector !== 'body' && each.selector !== '' && rule && (
                <button type="button" className="btn h-6 px-2 text-[12px]" onClick={() => join(each)}>
                  Join
                </button>
              )}
            </li>
          )
        })}
      </ul>
      {selector === 'body' && (
        <button type="button" className="btn h-7 self-start" onClick={inherit}>
          Let {listed(tags)} take the base font
        </button>
      )}
      {missed.some((each) => each.selector === '') && (
        <p className="text-[12px] text-quiet">
          What has no Join needs another element on the page; the fit check offers that where it is safe.
        </p>
      )}
    </Group>
  )
}

/** The rule that sets the role: its own, or the one it shares. */
function ruleFor(sheet: Sheet, selector: string) {
  return (
    ownRule(sheet, selector) ??
    decide(sheet, selector, 'font-size')?.rule ??
    decide(sheet, selector, 'font-family')?.rule ??
    topStyleRules(sheet).find((rule) => selectorsOf(rule).includes(selector)) ??
    null
  )
}

function pointers({ places }: MissedText): Map<string, string> {
  const byPage = grouped(places, ({ page }) => page)
  const listed = (some: MissedText['places']) =>
    some
      .slice(0, POINTED)
      .map(({ path }) => path)
      .join(', ')
  return new Map([...byPage].map(([page, some]) => [page, listed(some)]))
}
