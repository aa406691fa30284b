import { editOf, isNothing, type SiteChange } from '../../core/site/change.ts'
import type { Workroom } from './context.tsx'

/** Makes one step of a planned change. Gives false when it changes nothing, or cannot be written. */
export function carryOut({ store }: Pick<Workroom, 'store'>, label: string, change: SiteChange): boolean {
  return !isNothing(change) && store.getState().edit(editOf(label, change))
}
