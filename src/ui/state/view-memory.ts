import * as z from 'zod/mini'
import { isPage } from '../../core/paths/paths.ts'
import type { SiteState } from '../../protocol/site-state.ts'
import type { WorkroomStore } from './store.ts'
import type { View } from './view.ts'

/** What of the view a window keeps while it is loaded anew. */
const keptViewSchema = z.object({
  facet: z.string(),
  views: z.record(z.string(), z.string()),
  findings: z.boolean(),
  closeUp: z.nullable(z.string()),
  sheetOpen: z.boolean(),
  source: z.nullable(z.string()),
})
type KeptView = z.infer<typeof keptViewSchema>

const keptUnder = (siteId: string) => `attire-view-${siteId}`

/** What this window showed of a site before it was loaded anew; nothing in a new window. Files that are gone are left out. */
export function recalledView({ id, files }: SiteState): Partial<View> {
  try {
    const { closeUp, source, ...rest } = keptViewSchema.parse(JSON.parse(sessionStorage.getItem(keptUnder(id)) ?? ''))
    const still = (path: string | null, fits: (path: string) => boolean = () => true) =>
      path !== null && fits(path) && files.some((file) => file.path === path && file.encoding !== null) ? path : null
    return { ...rest, closeUp: still(closeUp, isPage), source: still(source) }
  } catch {
    // Nothing is remembered, or the browser may remember nothing.
    return {}
  }
}

/** Has the window remember what it shows; gives what ends it. */
export function rememberView(store: WorkroomStore): () => void {
  const keep = ({ facet, views, findings, closeUp, sheetOpen, source }: KeptView) =>
    JSON.stringify({ facet, views, findings, closeUp, sheetOpen, source })
  return store.subscribe((state, before) => {
    const now = keep(state)
    if (now === keep(before)) return
    try {
      sessionStorage.setItem(keptUnder(state.siteId), now)
    } catch {
      // A browser that keeps nothing shows the first view again.
    }
  })
}
