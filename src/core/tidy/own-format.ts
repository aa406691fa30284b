import { planNote, readNotes } from '../model/notes.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { NOTES_FILE } from '../paths/paths.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { formatSchema, USUAL_FORMAT, type FormatSettings } from './formatted.ts'

const NOTE = 'format'

/** How a site's sheets are written, as its `attire.json` says; as usual where it says nothing that can be read. */
export function formatOf(site: SiteSnapshot): FormatSettings {
  const found = formatSchema.partial().safeParse(readNotes(site.text(NOTES_FILE)).says[NOTE])
  return { ...USUAL_FORMAT, ...(found.success ? found.data : {}) }
}

/** The change after which a site's sheets are written so; nothing where they are already, or `attire.json` cannot be read. */
export function planFormat(site: SiteSnapshot, format: FormatSettings): SiteChange {
  const isKnown = JSON.stringify(formatOf(site)) === JSON.stringify(formatSchema.parse(format))
  return isKnown || readNotes(site.text(NOTES_FILE)).fault !== null ? NO_CHANGE : planNote(site, NOTE, format)
}
