import { counterpart, wrapElement, wrapFault, type Wrapper } from '../markup/wrap.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Splice } from '../text/splice.ts'
import { NO_CHANGE, type SiteChange } from './change.ts'
import { fileDoc } from './step.ts'
import type { SiteView } from './view.ts'

/** An element to be wrapped, on one page or on all that have its like. */
export interface WrapAsk {
  readonly page: SitePath
  readonly index: number
  readonly wrapper: Wrapper
  readonly caption: string
  readonly all: boolean
}

/** What wrapping an element comes to. */
export interface WrapView {
  readonly fault: string
  readonly pages: readonly WrapOutcome[]
  readonly change: SiteChange
}

interface WrapOutcome {
  readonly page: SitePath
  readonly state: 'changed' | 'lacks' | 'skipped'
  readonly why: string
}

/** Plans to wrap an element, and its counterparts on other pages where wanted. */
export function planWrap(site: SiteView, { page: path, index, wrapper, caption, all }: WrapAsk): WrapView {
  const page = site.page(path)
  const element = page.elements[index]
  const fault = element ? wrapFault(page, element, wrapper) : 'There is no such element any more.'
  if (!element || fault !== '') return { fault, pages: [], change: NO_CHANGE }
  const wrapOn = (each: SitePath): WrapOutcome & { readonly splices: readonly Splice[] } => {
    const tree = site.page(each)
    const other = each === path ? element : counterpart(tree, element)
    if (!other) return { page: each, state: 'lacks', why: 'Nothing stands there in the same place.', splices: [] }
    const why = wrapFault(tree, other, wrapper)
    if (why !== '') return { page: each, state: 'skipped', why, splices: [] }
    return { page: each, state: 'changed', why, splices: wrapElement(tree, other, wrapper, caption) }
  }
  const outcomes = (all ? site.pagePaths : [path]).map(wrapOn)
  const texts = outcomes
    .filter(({ splices }) => splices.length > 0)
    .map(({ page: each, splices }) => ({ doc: fileDoc(each), splices }))
  return {
    fault,
    pages: outcomes.map(({ page: each, state, why }) => ({ page: each, state, why })),
    change: { ...NO_CHANGE, texts },
  }
}
