import { siteReach } from '../model/reach.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { TraceAsk } from '../trace/questions.ts'
import { rivalsOf } from './rivals.ts'
import { offersFor, type Offer } from './rule-offers.ts'

interface OffersAsk extends TraceAsk {
  readonly property: string
  readonly value: string
}

interface RivalsAsk {
  readonly selector: string
  readonly properties: readonly string[]
}

export const editQuestions = {
  /** Selectors for a rule of the sheet that would give an element a property, with their reach and whether they would win. */
  offers: (site: SiteSnapshot, { page, index, property, value, viewport, pseudo }: OffersAsk): Offer[] => {
    const element = site.page(page).elements[index]
    if (!element) return []
    const context = {
      sheetText: site.text(site.sheetPath),
      sheetPath: site.sheetPath,
      reach: (selector: string) => siteReach(site, selector),
      stylesIf: (text: string) => site.stylesIf(page, text, viewport),
    }
    return offersFor(element, property, value, context, pseudo)
  },
  /** What else decides these properties for the elements a selector reaches. */
  rivals: (site: SiteSnapshot, { selector, properties }: RivalsAsk) => rivalsOf(site, selector, properties),
}
