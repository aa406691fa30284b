import { entriesFor, placeOfEntry } from '../cascade/entries.ts'
import { idOfBox } from '../boxes/box-style.ts'
import { whatBreaks } from '../boxes/row-words.ts'
import { decide } from '../edit/decide.ts'
import { rulesNaming } from '../edit/rules-naming.ts'
import { reachOf } from '../selectors/reach.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { wearOf } from '../model/wear-summary.ts'
import type { SitePath } from '../paths/paths.ts'
import { normalSelector } from '../selectors/serialize.ts'
import type { Sheet } from '../sheet/parse.ts'
import { placeOf } from '../text/place.ts'
import type { Ground } from './drawing.ts'
import { allBoxes, planSelector, type PlanBox, type PlanItem } from './plan.ts'
import type { PlanNote } from './plan-faults.ts'
import { readSaid, sheetIn } from './read-plan.ts'
import type { PlanAsk } from './plan-ask.ts'

const warn = (key: string | null, says: string): PlanNote => ({ stops: false, key, says })

/** What is to be known of a plan before it is on its pages: names that clash, and whom else it touches. */
export function notesBefore(site: SiteSnapshot, ask: PlanAsk, pages: readonly SitePath[]): PlanNote[] {
  const boxes = allBoxes(ask.items)
  const known = pages.filter((page) => site.files.has(page))
  return [...idsTaken(site, boxes, known), ...mainsThere(site, boxes, known), ...othersTouched(site, boxes)]
}

function idsTaken(site: SiteSnapshot, boxes: readonly PlanBox[], pages: readonly SitePath[]): PlanNote[] {
  return boxes
    .filter(({ by, name, from }) => by === 'id' && name !== '' && from === null)
    .flatMap(({ key, name }) => {
      const page = pages.find((each) => site.page(each).elements.some(({ id }) => id === name))
      if (page === undefined) return []
      return [{ stops: true, key, says: `${page} has the id ${name} already, and an id is there once a page.` }]
    })
}

function mainsThere(site: SiteSnapshot, boxes: readonly PlanBox[], pages: readonly SitePath[]): PlanNote[] {
  const main = boxes.find(({ element, from }) => element === 'main' && from === null)
  const page = main && pages.find((each) => site.page(each).elements.some(({ tag }) => tag === 'main'))
  return page === undefined
    ? []
    : [{ stops: true, key: main!.key, says: `${page} has a main part already. Make this box a div.` }]
}

/** Selectors that the plan changes and that other elements of the site have too. */
function othersTouched(site: SiteSnapshot, boxes: readonly PlanBox[]): PlanNote[] {
  const sheet = sheetIn(site)
  const changed = new Map(boxes.filter((box) => changes(sheet, box)).map((box) => [planSelector(box), box]))
  return [...changed].flatMap(([selector, { key }]) => {
    const own = boxes.filter((box) => planSelector(box) === selector && box.from !== null).length
    const reach = site.pagePaths.map((path) => reachOf(site.page(path), selector).length)
    const elements = reach.reduce((sum, count) => sum + count, 0)
    if (elements <= own) return []
    const pages = reach.filter((count) => count > 0).length
    const others = elements - own
    const are = others === 1 ? 'element has' : 'elements have'
    return [
      warn(
        key,
        `${selector} is there: ${others} other ${are} it, on ${pages === 1 ? '1 page' : `${pages} pages`}. What changes here changes there.`,
      ),
    ]
  })
}

function changes(sheet: Sheet, box: PlanBox): boolean {
  if (box.name === '') return false
  const said = readSaid(sheet, planSelector(box))
  const isNew = rulesNaming(sheet, normalSelector(planSelector(box))).length === 0
  return (
    isNew || Object.entries(box.values).some(([name, value]) => said.values[name as keyof typeof said.values] !== value)
  )
}

/** What is to be known of a plan as it would come to stand on a page. */
export function notesAfter(
  after: SiteSnapshot,
  items: readonly PlanItem[],
  path: SitePath,
  ground: Ground,
): PlanNote[] {
  const boxes = allBoxes(items)
  return [...unworn(after, path), ...rowsBroken(ground), ...boxes.flatMap((box) => beaten(after, path, box, ground))]
}

function unworn(after: SiteSnapshot, path: SitePath): PlanNote[] {
  if (wearOf(after, path).wears) return []
  return [warn(null, `${path} does not wear the sheet, so its boxes would have no size there. Link the sheet first.`)]
}

function rowsBroken({ rows, indexOf, styles: { page } }: Ground): PlanNote[] {
  const keys = new Map([...indexOf].map(([key, index]) => [index, key]))
  return rows
    .filter((row) => !row.holds && (keys.has(row.container) || row.members.some(({ index }) => keys.has(index))))
    .map((row) => warn(keys.get(row.members.at(-1)!.index) ?? null, `${sentence(whatBreaks(page, row))}.`))
}

const sentence = (words: string) => `At this width ${words}`

/** What else decides the width, height or ground of a box that the plan tells. */
function beaten(after: SiteSnapshot, path: SitePath, box: PlanBox, { styles, indexOf }: Ground): PlanNote[] {
  const index = indexOf.get(box.key)
  if (index === undefined || box.name === '') return []
  const selector = planSelector(box)
  const sheet = sheetIn(after)
  const element = styles.page.elements[index]!
  return (['width', 'height'] as const).flatMap((property) => {
    const own = decide(sheet, selector, property)
    const [entry] = entriesFor(styles.of(element), idOfBox(property))
    if (box.values[property] === '' || !own || !entry) return []
    const { file, offset } = placeOfEntry(styles.cascade, entry, element)
    if (file === after.sheetPath && offset === own.declaration.from) return []
    const where = file === '' ? path : file
    const { line } = placeOf(after.text(where), offset)
    return [warn(box.key, `${where} line ${line} decides the ${property} of ${selector}, not this plan.`)]
  })
}
