import { z } from 'zod'
import { WHERES } from './where.ts'
import { planItemSchema, type PlanItem } from './plan.ts'

/** Where a plan goes. Further pages (`also`) get it at the same place. `at` is the element's path, as `elementPath` writes it. */
export const planPlaceSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('put'),
    page: z.string(),
    at: z.string(),
    where: z.enum(WHERES),
    also: z.array(z.string()),
  }),
  /** It is there, and edited again; `read` is the fingerprint of the page it was read from. */
  z.object({
    kind: z.literal('again'),
    page: z.string(),
    at: z.string(),
    read: z.string(),
    also: z.array(z.string()),
  }),
  /** On a page to come, in the frame of another one; an empty page where `frame` names none. */
  z.object({ kind: z.literal('new'), path: z.string(), title: z.string(), frame: z.string() }),
])
export type PlanPlace = z.infer<typeof planPlaceSchema>

/** What is kept of a plan while it is drawn. */
export const planSketchSchema = z.object({
  items: z.array(planItemSchema),
  place: planPlaceSchema,
  chosen: z.string().nullable(),
})

export interface PlanAsk {
  readonly items: readonly PlanItem[]
  readonly place: PlanPlace
  readonly siteName: string
  /** Of the viewport, px. */
  readonly width: number
}
