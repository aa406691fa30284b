import { z } from 'zod'
import { escapeIdent } from '../css/ident.ts'

/** The elements that suit a planned box. */
export const PLAN_ELEMENTS = [
  'div',
  'header',
  'nav',
  'main',
  'section',
  'article',
  'aside',
  'footer',
  'figure',
] as const
/** What a box of a plan can be; a page's body is one where it is edited again. */
const planElementSchema = z.enum([...PLAN_ELEMENTS, 'body'])
export type PlanElement = z.infer<typeof planElementSchema>

/** How a box sets those in it: one under another, in a row by flex, in columns by grid, or beside each other as floats. */
export const SETTINGS = ['stacked', 'row', 'columns', 'floats'] as const
export type Setting = (typeof SETTINGS)[number]

/** What a plan says of a box, by the property that says it in the sheet. */
export const PLAN_PROPERTIES = ['width', 'height', 'padding', 'margin', 'background-color', 'gap'] as const
export type PlanProperty = (typeof PLAN_PROPERTIES)[number]
/** Each as CSS writes it; '' where nothing is said. */
const planValuesSchema = z.record(z.enum(PLAN_PROPERTIES), z.string())
export type PlanValues = Readonly<z.infer<typeof planValuesSchema>>

export const NO_VALUES: PlanValues = {
  width: '',
  height: '',
  padding: '',
  margin: '',
  'background-color': '',
  gap: '',
}

/** By what a rule of the sheet finds a box. */
const namedBySchema = z.enum(['class', 'id', 'element'])
export type NamedBy = z.infer<typeof namedBySchema>

/** A box of a plan. */
export interface PlanBox {
  /** Tells it from the others of its plan. */
  readonly key: string
  readonly element: PlanElement
  readonly by: NamedBy
  /** The class or id; the element's own name where it is found by that. */
  readonly name: string
  readonly values: PlanValues
  readonly setting: Setting
  /** The columns it sets its boxes in, as `grid-template-columns` says them. */
  readonly columns: string
  readonly items: readonly PlanItem[]
  /** The element it was read from, by its index on the page; null for a box that is not there yet. */
  readonly from: number | null
}

/** What stands in a box already and is no box of the plan: it is kept as it is, and moves with the box. */
const planContentSchema = z.object({
  key: z.string(),
  content: z.object({ from: z.number(), to: z.number() }),
  /** Its first words, or what it is. */
  words: z.string(),
})
export type PlanContent = Readonly<z.infer<typeof planContentSchema>>

export type PlanItem = PlanBox | PlanContent

const planBoxSchema: z.ZodType<PlanBox> = z.object({
  key: z.string(),
  element: planElementSchema,
  by: namedBySchema,
  name: z.string(),
  values: planValuesSchema,
  setting: z.enum(SETTINGS),
  columns: z.string(),
  get items() {
    return z.array(planItemSchema)
  },
  from: z.number().nullable(),
})
export const planItemSchema: z.ZodType<PlanItem> = z.union([planContentSchema, planBoxSchema])

export const isBox = (item: PlanItem): item is PlanBox => !('content' in item)

/** The boxes among some items. */
export const boxesAmong = (items: readonly PlanItem[]): PlanBox[] => items.filter(isBox)

/** Every box of a plan, each before those in it. */
export function allBoxes(items: readonly PlanItem[]): PlanBox[] {
  return boxesAmong(items).flatMap((box) => [box, ...allBoxes(box.items)])
}

/** What finds a box in the sheet: `#name`, `.name` or `name`. */
export function planSelector({ by, name }: Pick<PlanBox, 'by' | 'name'>): string {
  if (by === 'element') return name
  return `${by === 'id' ? '#' : '.'}${escapeIdent(name)}`
}

/** Columns of equal width. */
export function equalColumns(count: number): string {
  return count > 1 ? `repeat(${count}, 1fr)` : '1fr'
}
