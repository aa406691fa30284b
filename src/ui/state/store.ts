import { create, type StoreApi, type UseBoundStore } from 'zustand'
import type { SiteState } from '../../protocol/site-state.ts'
import { createDocument, type DocumentServer, type DocumentState } from './document.ts'
import { showsLive } from './live.ts'
import { createLinks, type LinksState } from './links.ts'
import { createMotion, type MotionState } from './motion.ts'
import { createPlan, type PlanState } from './plan.ts'
import { createView, type ViewState } from './view.ts'

/** Everything the workroom holds of one opened site: the document, and what is shown of it. */
export type WorkroomState = DocumentState & ViewState & MotionState & PlanState & LinksState

export type WorkroomStore = UseBoundStore<StoreApi<WorkroomState>>

/** The store of one opened site. */
export function createWorkroom(site: SiteState, server?: DocumentServer): WorkroomStore {
  const document = createDocument(site, showsLive, server)
  return create<WorkroomState>()((set, get, store) => ({
    ...document(set, get, store),
    ...createView(set, get, store),
    ...createMotion(set, get, store),
    ...createPlan(site.id)(set, get, store),
    ...createLinks(site.id)(set, get, store),
  }))
}
