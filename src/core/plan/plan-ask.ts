import type { SitePath } from '../paths/paths.ts'
import type { NewPageKind } from '../site/new-page.ts'
import type { Where } from './place-plan.ts'
import type { PlanItem } from './plan.ts'

/** Where a plan goes. Further pages get it at the same place. */
export type PlanPlace =
  | {
      readonly kind: 'put'
      readonly page: SitePath
      readonly index: number
      readonly where: Where
      readonly also: readonly SitePath[]
    }
  /** It is there, and edited again. */
  | { readonly kind: 'again'; readonly page: SitePath; readonly index: number; readonly also: readonly SitePath[] }
  | { readonly kind: 'new'; readonly path: SitePath; readonly title: string; readonly how: NewPageKind }

export interface PlanAsk {
  readonly items: readonly PlanItem[]
  readonly place: PlanPlace
  readonly siteName: string
  /** Of the viewport, px. */
  readonly width: number
}
