import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { stateProof, type StateProof } from './state-proof.ts'

interface ProofAsk {
  readonly base: string
  readonly page: SitePath | null
  /** While something is dragged: a new number for each state, so that it is asked again. */
  readonly dragged?: number
}

export const linksQuestions = {
  /** A kind of link in all its states. */
  stateProof: (site: SiteSnapshot, { base, page }: ProofAsk): StateProof | null => stateProof(site, base, page),
}
