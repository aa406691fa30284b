import { accepts } from '../properties/grammar.ts'
import {
  allBoxes,
  boxesAmong,
  isBox,
  PLAN_PROPERTIES,
  planSelector,
  type PlanBox,
  type PlanItem,
  type PlanProperty,
} from './plan.ts'

/** Something about a plan that is to be known before it is made. */
export interface PlanNote {
  /** Whether it must be put right first. */
  readonly stops: boolean
  /** The box it is about; null for the whole plan. */
  readonly key: string | null
  readonly says: string
}

/** What a property is called in a sentence. */
const CALLED: Readonly<Record<PlanProperty, string>> = {
  width: 'width',
  height: 'height',
  padding: 'padding',
  margin: 'margin',
  'background-color': 'background',
  gap: 'gap',
}

/** What is wrong with a plan whatever page it goes to. */
export function planFaults(items: readonly PlanItem[]): PlanNote[] {
  const boxes = allBoxes(items)
  if (boxes.length === 0) return [{ stops: true, key: null, says: 'Add a box to begin with.' }]
  return [...boxes.flatMap((box) => [...nameFaults(box), ...valueFaults(box)]), ...idsTwice(boxes), ...moreMains(boxes)]
}

const stop = (key: string | null, says: string): PlanNote => ({ stops: true, key, says })

function nameFaults({ key, by, name }: PlanBox): PlanNote[] {
  if (by === 'element') return []
  const what = by === 'id' ? 'an id' : 'a class'
  if (name.trim() === '') return [stop(key, `A box has no name yet. Give it ${what}.`)]
  if (/\s/.test(name))
    return [stop(key, `“${name}” has a space in it, so browsers would take it for two. Write ${plain(name)}.`)]
  if (/^[.#]/.test(name)) return [stop(key, `${name}: write the name without ${name[0] === '.' ? 'dot' : 'hash'}.`)]
  return []
}

const plain = (name: string) => name.trim().replace(/\s+/g, '-')

function valueFaults({ key, values, setting, columns, ...box }: PlanBox): PlanNote[] {
  const wrong = PLAN_PROPERTIES.filter((property) => values[property] !== '' && !accepts(property, values[property]))
  const faults = wrong.map((property) =>
    stop(key, `“${values[property]}” is no ${CALLED[property]} of ${planSelector(box)}. ${exampleOf(property)}`),
  )
  if (setting === 'columns' && !accepts('grid-template-columns', columns))
    faults.push(stop(key, `“${columns}” are no columns of ${planSelector(box)}. Write, say, 200px 1fr.`))
  return faults
}

function exampleOf(property: PlanProperty): string {
  if (property === 'background-color') return 'Write a colour, such as #e8eef2.'
  return property === 'margin' ? 'Write, say, 20px or 0 auto.' : 'Write, say, 200px, 25% or 15vh.'
}

function idsTwice(boxes: readonly PlanBox[]): PlanNote[] {
  const ids = boxes.filter(({ by, name }) => by === 'id' && name !== '')
  return ids
    .filter(({ name }, at) => ids.findIndex((other) => other.name === name) < at)
    .map(({ key, name }) => stop(key, `Two boxes have the id ${name}. An id is there once a page: use a class.`))
}

function moreMains(boxes: readonly PlanBox[]): PlanNote[] {
  const mains = boxes.filter(({ element }) => element === 'main')
  return mains.slice(1).map(({ key }) => stop(key, 'Two boxes are main. A page has one main part.'))
}

/** Whether a box lies in another of a kind that cannot hold it: headers and footers within each other, main within a section. */
export function nestingFaults(items: readonly PlanItem[], around: readonly string[] = []): PlanNote[] {
  return items.filter(isBox).flatMap((box) => {
    const { element, key } = box
    const holder =
      element === 'main'
        ? around.find((tag) => /^(?:article|aside|footer|header|nav|section)$/.test(tag))
        : /^(?:header|footer)$/.test(element)
          ? around.find((tag) => /^(?:header|footer)$/.test(tag))
          : undefined
    const own = holder ? [stop(key, `<${element}> cannot stand in <${holder}>. Make one of them a div.`)] : []
    return [...own, ...nestingFaults(boxesAmong(box.items), [...around, element])]
  })
}
