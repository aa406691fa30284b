import { decide, planEdit, planRemoval, rulesNaming } from '../edit/decide.ts'
import { naturalPlace } from '../edit/natural-place.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { addRule } from '../sheet/edit.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { boxesAmong, PLAN_PROPERTIES, planSelector, type PlanBox, type PlanItem, type Setting } from './plan.ts'
import { boxesRead, readSaid, type SaidOf } from './read-plan.ts'

/** What the sheet is to say of a selector: properties with their values, '' for those that are to go. */
export type Wanted = ReadonlyMap<string, ReadonlyMap<string, string>>

/** What a plan asks of the sheet beside what it says already; `read` is what the plan was read as, where it was. */
export function wantedOf(sheet: Sheet, items: readonly PlanItem[], read: readonly PlanItem[]): Wanted {
  const wanted = new Map<string, Map<string, string>>()
  const known = { boxes: boxesRead(read), around: settingsAround(read) }
  const look = (box: PlanBox, around: Setting) => {
    const selector = planSelector(box)
    const there = wanted.get(selector) ?? new Map<string, string>()
    // A box without a name has no rule yet.
    if (box.name !== '') for (const [property, value] of wishes(sheet, box, around, known)) there.set(property, value)
    if (there.size > 0) wanted.set(selector, there)
    for (const inner of boxesAmong(box.items)) look(inner, box.setting)
  }
  for (const box of boxesAmong(items)) look(box, 'stacked')
  return wanted
}

interface Known {
  readonly boxes: ReadonlyMap<number, PlanBox>
  readonly around: ReadonlyMap<number, Setting>
}

/** How each box that was read is set by the one around it, by the index of its element. */
function settingsAround(items: readonly PlanItem[], around: Setting = 'stacked'): Map<number, Setting> {
  const found = new Map<number, Setting>()
  for (const box of boxesAmong(items)) {
    if (box.from !== null) found.set(box.from, around)
    for (const [index, setting] of settingsAround(box.items, box.setting)) found.set(index, setting)
  }
  return found
}

type Wish = readonly [string, string]

function wishes(sheet: Sheet, box: PlanBox, around: Setting, known: Known): Wish[] {
  const said = readSaid(sheet, planSelector(box))
  const was = box.from === null ? undefined : known.boxes.get(box.from)
  const before = was && planSelector(was) === planSelector(box) ? was : said
  const spaced = box.setting === 'row' || box.setting === 'columns'
  return [
    ...PLAN_PROPERTIES.filter(
      (property) => (property !== 'gap' || spaced) && box.values[property] !== before.values[property],
    ).map((property): Wish => [property, box.values[property]]),
    ...settingWishes(box, before),
    ...placeWishes(box, around, said, was === undefined ? null : known.around.get(was.from!)!),
  ]
}

/** How it sets the boxes in it. */
function settingWishes(box: PlanBox, before: { readonly setting: Setting; readonly columns: string }): Wish[] {
  const { setting, columns } = box
  const changes = setting !== before.setting
  const withColumns: Wish[] =
    setting === 'columns' && columns !== before.columns ? [['grid-template-columns', columns]] : []
  if (!changes) return withColumns
  const gone: Wish[] = before.setting === 'columns' ? [['grid-template-columns', '']] : []
  const display = { stacked: '', row: 'flex', columns: 'grid', floats: 'flow-root' }[setting]
  return [['display', display], ...gone, ...withColumns]
}

/** How it stands in the box around it; `was` is how that set it before, null for a box that is new. */
function placeWishes({ values }: PlanBox, around: Setting, said: SaidOf, was: Setting | null): Wish[] {
  const wishes: Wish[] = []
  if (around === 'floats' && !said.floats) wishes.push(['float', 'left'])
  if (around !== 'floats' && was === 'floats' && said.floats) wishes.push(['float', ''])
  // A box without a width would be as wide as its content, which is nothing yet.
  if (around === 'row' && values.width === '' && !said.flexes) wishes.push(['flex', '1'])
  if (around === 'row' && values.width !== '' && said.flexes && was === 'row') wishes.push(['flex', ''])
  return wishes
}

/** The sheet's text with what is wanted: new rules beside their kin, others changed where they stand. */
export function sheetWith(text: string, wanted: Wanted): string {
  let now = text
  for (const [selector, properties] of wanted) {
    const sheet = parseSheet(now)
    const isNew = rulesNaming(sheet, normalSelector(selector)).length === 0
    now = isNew ? withRule(now, sheet, selector, properties) : withChanges(now, selector, properties)
  }
  return now
}

function withRule(text: string, sheet: Sheet, selector: string, properties: ReadonlyMap<string, string>): string {
  const body = [...properties].filter(([, value]) => value !== '')
  if (body.length === 0) return text
  return applySplices(text, addRule(sheet, selector, body, naturalPlace(sheet, selector)))
}

function withChanges(text: string, selector: string, properties: ReadonlyMap<string, string>): string {
  return [...properties].reduce((now, [property, value]) => {
    const sheet = parseSheet(now)
    return applySplices(now, value === '' ? without(sheet, selector, property) : set(sheet, selector, property, value))
  }, text)
}

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
