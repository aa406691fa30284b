import { LANDMARKS } from '../boxes/targets.ts'
import { decide } from '../edit/decide.ts'
import { rulesNaming } from '../edit/rules-naming.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import { normalSelector } from '../selectors/serialize.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import {
  boxesAmong,
  isBox,
  NO_VALUES,
  PLAN_ELEMENTS,
  PLAN_PROPERTIES,
  planSelector,
  type NamedBy,
  type PlanBox,
  type PlanElement,
  type PlanItem,
  type PlanValues,
  type Setting,
} from './plan.ts'

/** What the sheet says of a selector that a plan can say. */
export interface SaidOf {
  readonly values: PlanValues
  readonly setting: Setting
  readonly columns: string
  /** Whether it floats, and whether it says how it flexes. */
  readonly floats: boolean
  readonly flexes: boolean
}

/** A site's sheet as it is worn; an empty one where there is none. */
export const sheetIn = (site: SiteSnapshot): Sheet => site.sheet(site.sheetPath) ?? parseSheet('')

/** What the sheet says of a selector, in rules of its own. */
export function readSaid(sheet: Sheet, selector: string): SaidOf {
  const said = (property: string) => decide(sheet, selector, property)?.value ?? ''
  const display = said('display')
  const values = Object.fromEntries(PLAN_PROPERTIES.map((property) => [property, said(property)]))
  return {
    values: { ...NO_VALUES, ...values },
    setting: settingOf(display, said('flex-direction')),
    columns: said('grid-template-columns'),
    floats: /left|right|start|end/.test(said('float')),
    flexes: said('flex') !== '' || said('flex-grow') !== '',
  }
}

function settingOf(display: string, direction: string): Setting {
  if (/flex$/.test(display)) return direction.startsWith('column') ? 'stacked' : 'row'
  return /grid$/.test(display) ? 'columns' : 'stacked'
}

/** Boxes within boxes are read so deep; what lies deeper is content. */
const DEEPEST = 24

/** The plan that an element is, read from the page and the sheet; null where it has no name that a rule could use. */
export function readPlan(page: Page, sheet: Sheet, element: PageElement): PlanBox | null {
  return readBox(page, sheet, element, 0)
}

function readBox(page: Page, sheet: Sheet, element: PageElement, depth: number): PlanBox | null {
  const named = nameOf(sheet, element)
  const { place } = element
  // Only of the body browsers and people alike leave out the end.
  if (!named || !place || (!place.endTag && element.tag !== 'body')) return null
  if (!isPlanElement(element.tag) || depth > DEEPEST) return null
  const items = itemsIn(page, sheet, element, depth)
  const { values, setting, columns } = readSaid(sheet, planSelector(named))
  return {
    key: `e${element.index}`,
    element: element.tag,
    ...named,
    values,
    setting: setting === 'stacked' && areFloats(sheet, items) ? 'floats' : setting,
    columns,
    items,
    from: element.index,
  }
}

const isPlanElement = (tag: string): tag is PlanElement =>
  tag === 'body' || (PLAN_ELEMENTS as readonly string[]).includes(tag)

function areFloats(sheet: Sheet, items: readonly PlanItem[]): boolean {
  const boxes = boxesAmong(items)
  return boxes.length > 0 && boxes.every((box) => readSaid(sheet, planSelector(box)).floats)
}

/** What rules find an element by: what the sheet has a rule for, else its id, its first class, or a type of its own meaning. */
function nameOf(
  sheet: Sheet,
  { id, classes, tag, html }: PageElement,
): { readonly by: NamedBy; readonly name: string } | null {
  if (!html) return null
  const names: { readonly by: NamedBy; readonly name: string }[] = [
    ...(id === '' ? [] : [{ by: 'id' as const, name: id }]),
    ...classes.map((name) => ({ by: 'class' as const, name })),
    ...(LANDMARKS.includes(tag) ? [{ by: 'element' as const, name: tag }] : []),
  ]
  const hasRule = (named: (typeof names)[number]) => rulesNaming(sheet, normalSelector(planSelector(named))).length > 0
  return names.find(hasRule) ?? names[0] ?? null
}

/** What stands in an element: its boxes, and what lies between them in one piece each. */
function itemsIn(page: Page, sheet: Sheet, element: PageElement, depth: number): PlanItem[] {
  const { contentFrom, contentTo } = element.place!
  const items: PlanItem[] = []
  let done = contentFrom
  for (const child of element.children) {
    const { place } = child
    // Markup that is closed in the wrong order stays in one piece.
    if (!place || child.copyOf || place.from < done || place.to > contentTo) continue
    const box = readBox(page, sheet, child, depth + 1)
    if (!box) continue
    addContent(page, element, done, place.from, items)
    items.push(box)
    done = place.to
  }
  addContent(page, element, done, contentTo, items)
  return items
}

function addContent(page: Page, element: PageElement, from: number, to: number, items: PlanItem[]): void {
  const written = page.text.slice(from, to)
  const lead = written.length - written.trimStart().length
  const range = { from: from + lead, to: from + written.trimEnd().length }
  if (range.to <= range.from) return
  const first = element.children.find((child) => child.place && child.place.from >= from && child.place.from < to)
  const words = first ? wordsOf(page, first, 40) || `<${first.tag}>` : page.text.slice(range.from, range.to)
  items.push({ key: `c${range.from}`, content: range, words: words.slice(0, 40) })
}

/** The boxes of a plan that were read from a page, by the index of their element. */
export function boxesRead(items: readonly PlanItem[]): Map<number, PlanBox> {
  const found = new Map<number, PlanBox>()
  for (const item of items) {
    if (!isBox(item)) continue
    if (item.from !== null) found.set(item.from, item)
    for (const [index, box] of boxesRead(item.items)) found.set(index, box)
  }
  return found
}
