import { z } from 'zod'
import { NOTES_FILE } from '../paths/paths.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { planNote } from '../model/notes.ts'
import { fingerprint } from '../text/fingerprint.ts'
import { causeFrom, causesOf, type Cause } from './causes.ts'
import type { Finding } from './finding.ts'

const setAsideSchema = z.looseObject({
  /** The cause's id. */
  cause: z.string(),
  /** What it was about, for those who read the file. */
  rule: z.string().default(''),
  finding: z.string().default(''),
  reason: z.string(),
  /** Fingerprints of what stood at its places; a place where something else stands comes back. All places, where left out. */
  texts: z.array(z.string()).optional(),
})
const notesSchema = z.looseObject({ setAside: z.array(setAsideSchema).default([]) })

/** A cause that somebody decided to leave as it is. */
export type SetAside = z.infer<typeof setAsideSchema>

/** The places of a cause that were set aside, and why. */
export interface Aside extends Cause {
  readonly reason: string
}

/** What a site's findings come to: causes that wait for somebody, and those set aside. */
export interface SortedOut {
  readonly causes: readonly Cause[]
  readonly aside: readonly Aside[]
  /** Why the file of set-aside causes cannot be read, in a sentence; null where it can, or there is none. */
  readonly fault: string | null
}

/** Reads what was set aside from the text of `attire.json`; '' for none. */
export function readSetAside(text: string): { readonly entries: readonly SetAside[]; readonly fault: string | null } {
  if (text.trim() === '') return { entries: [], fault: null }
  try {
    return { entries: notesSchema.parse(JSON.parse(text)).setAside, fault: null }
  } catch (error) {
    const why = error instanceof z.ZodError ? (error.issues[0]?.message ?? '') : (error as Error).message
    return {
      entries: [],
      fault: `${NOTES_FILE} cannot be read, so nothing is set aside: ${why}. Mend it or take it away.`,
    }
  }
}

/** Findings by their causes, without what a site's `attire.json` sets aside. */
export function sortOut(site: SiteSnapshot, findings: Iterable<Finding>): SortedOut {
  const { entries, fault } = readSetAside(site.text(NOTES_FILE))
  const causes = causesOf(findings)
  if (entries.length === 0) return { causes, aside: [], fault }
  const byCause = new Map(entries.map((entry) => [entry.cause, entry]))
  const aside: Aside[] = []
  const left = causes.flatMap((cause) => {
    const entry = byCause.get(cause.id)
    if (!entry) return [cause]
    const isAside = (place: Finding) => !entry.texts || entry.texts.includes(textAt(site, place))
    const put = cause.places.filter(isAside)
    if (put.length > 0) aside.push({ ...causeFrom(cause.id, put), reason: entry.reason })
    return put.length === 0
      ? [cause]
      : put.length < cause.places.length
        ? [
            causeFrom(
              cause.id,
              cause.places.filter((place) => !isAside(place)),
            ),
          ]
        : []
  })
  return { causes: left, aside, fault }
}

/** Longer places are told apart by their beginning. Characters. */
const LONGEST = 2000

/** A short name for what stands at a place: the text there, or what is said where there is none. */
function textAt(site: SiteSnapshot, { file, from, to, message }: Finding): string {
  const text = to > from ? site.text(file).slice(from, Math.min(to, from + LONGEST)) : ''
  return fingerprint(text === '' ? message : text.replace(/\s+/g, ' '))
}

/**
 * The change that sets causes aside: `attire.json` says so from then on, and all else in it stays, places that were set aside
 * before among it. Throws where that file cannot be read, for then nothing of it may be lost.
 */
export function planSetAside(site: SiteSnapshot, causes: readonly Cause[], reason: string): SiteChange {
  if (causes.length === 0) return NO_CHANGE
  return planNotes(site, (known) => {
    const entries = causes.map(({ id, rule, message, places }) => {
      const before = known.find(({ cause }) => cause === id)?.texts ?? []
      const texts = [...new Set([...before, ...places.map((place) => textAt(site, place))])].sort()
      return { cause: id, rule, finding: message, reason, texts }
    })
    return [...known.filter(({ cause }) => !entries.some((each) => each.cause === cause)), ...entries]
  })
}

/** The change that takes a cause up again. Throws where `attire.json` cannot be read. */
export function planTakeUp(site: SiteSnapshot, cause: string): SiteChange {
  return planNotes(site, (known) => known.filter((entry) => entry.cause !== cause))
}

function planNotes(site: SiteSnapshot, change: (known: readonly SetAside[]) => readonly SetAside[]): SiteChange {
  const { entries, fault } = readSetAside(site.text(NOTES_FILE))
  if (fault) throw new Error(fault)
  return planNote(site, 'setAside', change(entries))
}
