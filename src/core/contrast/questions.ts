import type { SiteSnapshot } from '../model/snapshot.ts'
import type { Viewport } from '../values/media.ts'
import { contrastOffer } from './offer.ts'
import { contrastPairs, type ContrastPair } from './pairs.ts'

interface OfferAsk {
  readonly pair: Pick<ContrastPair, 'kind' | 'text' | 'background' | 'needs' | 'state' | 'sample'>
  readonly viewport: Viewport
}

export const contrastQuestions = {
  /** Every pairing of colours on the pages. */
  contrast: (site: SiteSnapshot, { viewport }: { viewport: Viewport }) => contrastPairs(site, viewport),
  /** What can be done for a pair that does not pass. */
  contrastOffer: (site: SiteSnapshot, { pair, viewport }: OfferAsk) => contrastOffer(site, pair, viewport),
}
