import { targetSchema, USUAL_TARGET, type Target } from '../browsers/target.ts'
import { NOTES_FILE } from '../paths/paths.ts'
import type { SiteChange } from '../site/change.ts'
import { memo } from '../text/memo.ts'
import { planNote, readNotes } from './notes.ts'
import type { SiteSnapshot } from './snapshot.ts'

/** For which browsers a site is made, as its `attire.json` says; the usual ones where it says nothing that can be read. */
export const madeFor = memo((site: SiteSnapshot): Target => {
  const found = targetSchema.safeParse(readNotes(site.text(NOTES_FILE)).says['browsers'])
  return found.success ? found.data : USUAL_TARGET
})

/** The change after which a site is made for these browsers. Throws where `attire.json` cannot be read. */
export const planMadeFor = (site: SiteSnapshot, target: Target): SiteChange => planNote(site, 'browsers', target)
