import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { placeOf } from '../text/place.ts'
import type { Viewport } from '../values/media.ts'
import { inspect, type Inspection } from './inspection.ts'

/** An element of a page, or a pseudo-element of it, seen at a viewport. */
export interface TraceAsk {
  readonly page: SitePath
  readonly index: number
  readonly pseudo: string
  readonly viewport: Viewport
}

export const traceQuestions = {
  /** Why an element looks as it does: sentences, ladders, and what is around it. Null when the page has no such element. */
  inspect: (site: SiteSnapshot, { page: path, index, viewport, pseudo }: TraceAsk): Inspection | null => {
    const element = site.page(path).elements[index]
    if (!element) return null
    const context = {
      page: path,
      lineOf: (file: string, offset: number) => placeOf(site.text(file || path), offset).line,
      inState: (states: Parameters<SiteSnapshot['stylesInState']>[1]) => site.stylesInState(path, states, viewport),
    }
    return inspect(site.stylesOf(path, viewport), element, context, pseudo)
  },
}
