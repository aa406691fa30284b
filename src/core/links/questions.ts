import { SharedRuns } from '../model/shared-run.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Viewport } from '../values/media.ts'
import { linkKinds, type KindsProgress, type LinkKind, type LinkPlace } from './kinds.ts'
import { stylesInStates, type LinkOnPage } from './link-states.ts'
import { targetsOn, type Target } from './targets.ts'
import type { Wearable, WornOn, WornRule } from './wearable.ts'
import { wornOn } from './worn.ts'
import { proveStates, type ProvedState } from './state-proof.ts'

interface KindsAsk {
  readonly viewport: Viewport
  /** Selectors of somebody's own groups. */
  readonly groups: readonly string[]
}

interface WornAsk {
  readonly state: Wearable
  readonly subject: WornOn
  readonly pages: readonly { readonly page: SitePath; readonly viewport: Viewport }[]
}

interface WornAnswer {
  readonly page: SitePath
  readonly viewport: Viewport
  readonly rules: readonly WornRule[]
}

interface ProofAsk {
  readonly sample: LinkPlace
  readonly current: LinkPlace | null
  readonly viewport: Viewport
  /** While something is dragged: a new number for each state, so that it is asked again. */
  readonly dragged?: number
}

/** Bench and proof table ask for the same. */
const KINDS = new SharedRuns<KindsProgress, LinkKind[]>()

export const linksQuestions = {
  /** What is pressed on a page. */
  targets: (site: SiteSnapshot, { page }: { page: SitePath }): Target[] =>
    site.pagePaths.includes(page) ? targetsOn(site, page) : [],
  /** All kinds of link, each in all its states. */
  linkKinds: (site: SiteSnapshot, ask: KindsAsk) =>
    KINDS.of(site, JSON.stringify(ask), () => linkKinds(site, ask.viewport, ask.groups)),
  /** One link in all its states; null when it is not there any more. */
  stateProof: (site: SiteSnapshot, { sample, current, viewport }: ProofAsk): readonly ProvedState[] | null => {
    const at = linkAt(site, sample, viewport)
    return at && proveStates(site, at, current && linkAt(site, current, viewport))
  },
  /** What wearing a state changes on pages. */
  worn: (site: SiteSnapshot, { state, subject, pages }: WornAsk): WornAnswer[] =>
    pages
      .filter(({ page }) => site.pagePaths.includes(page))
      .map(({ page, viewport }) => ({ page, viewport, rules: wornOn(site, page, viewport, state, subject) })),
}

function linkAt(site: SiteSnapshot, { page, index }: LinkPlace, viewport: Viewport): LinkOnPage | null {
  if (!site.pagePaths.includes(page)) return null
  const link = site.page(page).elements[index]
  return link ? { path: page, link, styles: stylesInStates(site, page, viewport) } : null
}
