import type { Wanted } from '../edit/write-wanted.ts'
import type { Sheet } from '../sheet/parse.ts'
import { boxesAmong, PLAN_PROPERTIES, planSelector, type PlanBox, type PlanItem, type Setting } from './plan.ts'
import { boxesRead, readSaid, type SaidOf } from './read-plan.ts'

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
