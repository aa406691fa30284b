import { NOTES_FILE } from '../paths/paths.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { fileDoc } from '../site/step.ts'
import type { SiteSnapshot } from './snapshot.ts'

/** What a site's `attire.json` says, as it was read; why it cannot be, in a sentence. */
export interface Notes {
  readonly says: Readonly<Record<string, unknown>>
  readonly fault: string | null
}

/** Reads the text of `attire.json`; '' for none. */
export function readNotes(text: string): Notes {
  if (text.trim() === '') return { says: {}, fault: null }
  try {
    const says: unknown = JSON.parse(text)
    if (typeof says === 'object' && says !== null && !Array.isArray(says))
      return { says: says as Record<string, unknown>, fault: null }
    return { says: {}, fault: `${NOTES_FILE} cannot be read: it holds no object. Mend it or take it away.` }
  } catch (error) {
    return { says: {}, fault: `${NOTES_FILE} cannot be read: ${(error as Error).message}. Mend it or take it away.` }
  }
}

/** The change that writes one thing into `attire.json`; all else in it stays. Throws where the file cannot be read. */
export function planNote(site: SiteSnapshot, name: string, value: unknown): SiteChange {
  const text = site.text(NOTES_FILE)
  const { says, fault } = readNotes(text)
  if (fault) throw new Error(fault)
  const written = `${JSON.stringify({ ...says, [name]: value }, null, 2)}\n`
  if (!site.files.has(NOTES_FILE)) return { ...NO_CHANGE, creates: [{ path: NOTES_FILE, text: written }] }
  return {
    ...NO_CHANGE,
    texts: [{ doc: fileDoc(NOTES_FILE), splices: [{ from: 0, to: text.length, insert: written }] }],
  }
}
