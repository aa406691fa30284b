import { normalSelector } from '../selectors/serialize.ts'
import { addRule } from '../sheet/edit.ts'
import type { Sheet } from '../sheet/parse.ts'
import { reparseSheet } from '../sheet/reparse.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { decide, planEdit, planRemoval } from './decide.ts'
import { rulesNaming } from './rules-naming.ts'
import { naturalPlace } from './natural-place.ts'

/** What the sheet is to say of a selector: properties with their values, '' for those that are to go. */
export type Wanted = ReadonlyMap<string, ReadonlyMap<string, string>>

/** The sheet with what is wanted: new rules beside their kin, others changed where they stand. */
export function sheetWith(before: Sheet, wanted: Wanted): Sheet {
  let now = before
  for (const [selector, properties] of wanted) {
    const isNew = rulesNaming(now, normalSelector(selector)).length === 0
    now = isNew ? withRule(now, selector, properties) : withChanges(now, selector, properties)
  }
  return now
}

function withRule(sheet: Sheet, selector: string, properties: ReadonlyMap<string, string>): Sheet {
  const body = [...properties].filter(([, value]) => value !== '')
  if (body.length === 0) return sheet
  return withSplices(sheet, addRule(sheet, selector, body, naturalPlace(sheet, selector)))
}

function withChanges(before: Sheet, selector: string, properties: ReadonlyMap<string, string>): Sheet {
  return [...properties].reduce(
    (sheet, [property, value]) =>
      withSplices(sheet, value === '' ? without(sheet, selector, property) : set(sheet, selector, property, value)),
    before,
  )
}

const withSplices = (sheet: Sheet, splices: readonly Splice[]) =>
  splices.length === 0 ? sheet : reparseSheet(sheet, applySplices(sheet.text, splices))

function set(sheet: Sheet, selector: string, property: string, value: string): Splice[] {
  return planEdit(sheet, { selector, property, value, scope: 'only' })
}

/** What says nothing, where a rule that others share says something. */
const NEUTRAL: Readonly<Record<string, string>> = {
  width: 'auto',
  height: 'auto',
  padding: '0',
  margin: '0',
  'background-color': 'transparent',
  gap: 'normal',
  display: 'block',
  'grid-template-columns': 'none',
  float: 'none',
  flex: '0 1 auto',
}

function without(sheet: Sheet, selector: string, property: string): Splice[] {
  const decision = decide(sheet, selector, property)
  if (!decision) return []
  const alone = decision.group.length === 0 ? planRemoval(sheet, selector, property) : []
  return alone.length > 0 ? alone : set(sheet, selector, property, NEUTRAL[property]!)
}
