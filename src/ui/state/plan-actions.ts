import type { Workroom } from './context.tsx'
import { askOnce } from './use-answer.ts'

type Asking = Pick<Workroom, 'store' | 'worker' | 'insights'>

/** Reads what an element of a page is as a plan, to be edited again; says why where it is none. */
export async function readAgain(workroom: Asking, page: string, at: string): Promise<void> {
  const { store, insights } = workroom
  const found = await askOnce(workroom, 'planOf', { page, at })
  if (!found) return
  if (found.plan) store.getState().beginPlan({ kind: 'again', page, at, read: found.read, also: [] }, [found.plan])
  else insights.setState({ notice: { text: found.why, at: Date.now() } })
}

/** A click on a page while boxes are planned: the plan goes there, or what is there is read as one. */
export async function pickForPlan(workroom: Asking, page: string, index: number): Promise<void> {
  const { plan, setPlan, beginPlan } = workroom.store.getState()
  const at = await askOnce(workroom, 'planAt', { page, index })
  if (at === null) return
  if (plan?.place.kind === 'again') return readAgain(workroom, page, at)
  const also = plan?.place.kind === 'put' && plan.place.page === page ? plan.place.also : []
  const place = { kind: 'put', page, at, where: plan?.place.kind === 'put' ? plan.place.where : 'last', also } as const
  if (plan) setPlan({ place: { ...place, also: [...also] } })
  else beginPlan({ ...place, also: [] })
}
