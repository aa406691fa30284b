'use client'
import { useAnswer } from '../state/use-answer.ts'
import { useEffect, useMemo, useState } from 'react'
import {
  conditionalRules,
  ruleInForce,
  type InForce,
  planEdit,
  planRemoval,
  type Decision,
} from '../../core/edit/decide.ts'
import { selectorsOf } from '../../core/edit/rules-naming.ts'
import { decideAmong, homeOf } from '../../core/edit/decide-among.ts'
import type { SheetAt } from '../../core/edit/sheets.ts'
import type { Rival } from '../../core/edit/rivals.ts'
import { swatchesAmong, type Swatch } from '../../core/color/swatches.ts'
import type { SitePath } from '../../core/paths/paths.ts'
import { placeOf } from '../../core/text/place.ts'
import type { Splice } from '../../core/text/splice.ts'
import { docOfSheet, settledSheets, showInSheet, shownSheets } from '../state/sheets.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { heightFor, useViewport } from '../state/viewport.ts'

/** Where an edit of a control goes. */
export type Scope = 'group' | 'only' | 'swatch'

/** One property of one selector, as a control of the bench shows and changes it. */
export interface Field {
  readonly selector: string
  readonly property: string
  /** As the sheet says it right now, drags included; '' when the sheet does not set it. */
  readonly value: string
  readonly decision: Decision | null
  /** The stylesheet a change of the rule goes to: the sheet, or one that it imports. */
  readonly at: SheetAt
  /** Its name, where it is not the sheet. */
  readonly file: SitePath | null
  readonly line: number | null
  /** Where nothing sets it: the line of the rule a change is added to, or null when a new rule is written. */
  readonly ownLine: number | null
  /** The swatch the value comes from. */
  readonly swatch: Swatch | null
  readonly scope: Scope
  readonly setScope: (scope: Scope) => void
  /** Shows a value while dragging; null goes back to what is kept. */
  readonly preview: (value: string | null) => void
  /** Makes it one step. */
  readonly commit: (value: string) => void
  /** Takes the declaration away; null when it cannot be taken away by itself. */
  readonly clear: (() => void) | null
  /** Goes to the deciding declaration in the sheet. */
  readonly show: (() => void) | null
  /** How many rules inside @media set it too. */
  readonly conditional: number
  /** What sets it instead at the width that pages are shown at; null where a change shows there. */
  readonly inForce:
    (Pick<InForce, 'condition'> & { readonly line: number; readonly width: number; readonly show: () => void }) | null
}

/** A control's view of one property: which rule decides it, and edits that go there. */
export function useField(selector: string, property: string, name: string): Field {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheets)
  const shown = useRoom(shownSheets)
  const [chosen, setScope] = useState<Scope>('group')
  const decided = useMemo(() => decideAmong(settled, selector, property), [settled, selector, property])
  const decision = decided?.decision ?? null
  const swatch = useMemo(
    () => (decision?.swatch ? (swatchesAmong(settled).find(({ name }) => name === decision.swatch) ?? null) : null),
    [settled, decision],
  )
  const scope = chosen === 'swatch' && !swatch ? 'group' : chosen
  const now = settled === shown ? decision : (decideAmong(shown, selector, property)?.decision ?? null)
  const home = useMemo(() => homeOf(settled, selector), [settled, selector])
  const conditional = useMemo(
    () => settled.reduce((sum, { sheet }) => sum + conditionalRules(sheet, selector, property).length, 0),
    [settled, selector, property],
  )
  const at = decided?.at ?? home.at
  const width = useViewport((state) => state.width)
  const inForce = useMemo(
    () =>
      decided &&
      ruleInForce(decided.at.sheet, decided.decision, {
        selector,
        property,
        viewport: { width, height: heightFor(width) },
      }),
    [decided, selector, property, width],
  )
  const { path, sheet } = at
  const target = scope === 'swatch' && swatch ? swatch.at : at

  const plan = (value: string): Splice[] =>
    scope === 'swatch' && swatch
      ? planEdit(target.sheet, { selector: ':root', property: swatch.name, value })
      : planEdit(sheet, { selector, property, value, scope: scope === 'only' ? 'only' : 'group' })
  const keep = (label: string, to: string, splices: Splice[]) => {
    const state = store.getState()
    state.edit({ label, texts: [{ doc: docOfSheet(state, to), splices }] })
  }
  const what =
    scope === 'swatch' && swatch
      ? swatch.name
      : `${name} of ${scope === 'group' && decision ? selectorsOf(decision.rule).join(', ') : selector}`
  const removable = decision && decision.group.length === 0 && decision.declaration.property === property
  return {
    selector,
    property,
    decision,
    swatch,
    scope,
    setScope,
    conditional,
    inForce: inForce && {
      condition: inForce.condition,
      line: placeOf(sheet.text, inForce.declaration.from).line,
      width,
      show: () => showInSheet(store.getState(), path, inForce.declaration),
    },
    value: now ? (now.value ?? now.declaration.value) : '',
    at: target,
    file: path === settled.at(-1)!.path ? null : path,
    line: decision ? placeOf(sheet.text, decision.declaration.from).line : null,
    ownLine: home.own ? placeOf(home.at.sheet.text, home.own.from).line : null,
    preview: (value) => {
      const state = store.getState()
      state.showPreview(value === null ? null : plan(value), docOfSheet(state, target.path))
    },
    commit: (value) => keep(`${what}: ${value}`, target.path, plan(value)),
    clear: removable ? () => keep(`Took away ${what}`, path, planRemoval(sheet, selector, property)) : null,
    show: decision ? () => showInSheet(store.getState(), path, decision.declaration) : null,
  }
}

/** Computed values from the pages, for what the sheet does not set. Read anew whenever frames change. */
export function useComputed(
  selector: string,
  properties: string,
): { values: Readonly<Record<string, string>>; count: number } {
  const { frames } = useWorkroom()
  const [found, setFound] = useState<{ key: string; values: Readonly<Record<string, string>>; count: number }>({
    key: '',
    values: {},
    count: 0,
  })
  const key = `${selector} ${properties}`
  useEffect(() => {
    let stale = false
    const look = async () => {
      const answers = await frames.read(selector, properties.split(' '))
      if (stale) return
      const first = answers.find((answer) => answer.count > 0)
      setFound({ key, values: first?.values ?? {}, count: answers.reduce((sum, answer) => sum + answer.count, 0) })
    }
    void look()
    const leave = frames.watch(() => void look())
    return () => {
      stale = true
      leave()
    }
  }, [frames, selector, properties, key])
  return found.key === key ? found : { values: {}, count: 0 }
}

/** What else decides these properties on the pages: embedded and inline styles, and other rules of the sheet. */
export function useRivals(selector: string, properties: string): Rival[] {
  const ask = { selector, properties: properties.split(' ') }
  return useAnswer('rivals', ask, { pause: RIVALS_AFTER_MS, keep: true }) ?? NO_RIVALS
}

const NO_RIVALS: Rival[] = []
/** Rivals are looked for once a control has come to rest. */
const RIVALS_AFTER_MS = 200
