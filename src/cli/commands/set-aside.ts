import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { lookThrough } from '../../core/fit/check.ts'
import { causesOf } from '../../core/fit/causes.ts'
import { planSetAside, planTakeUp, readSetAside } from '../../core/fit/set-aside.ts'
import { NOTES_FILE } from '../../core/paths/paths.ts'
import type { SiteChange } from '../../core/site/change.ts'
import type { FolderSite } from '../read-site.ts'
import { WrongUse } from '../wrong-use.ts'

/** Sets the cause of this id aside in a folder's `attire.json`, or takes it up again; says so. Throws {@link WrongUse}. */
export function setAside(site: FolderSite, folder: string, cause: string, reason: string | undefined): string {
  const { model } = site
  const { entries, fault } = readSetAside(model.text(NOTES_FILE))
  if (fault) throw new WrongUse(fault)
  if (reason === undefined) {
    const entry = entries.find((each) => each.cause === cause)
    if (!entry) throw new WrongUse(`${cause} is not set aside. To set it aside say why: --reason "…".`)
    write(folder, planTakeUp(model, cause))
    return `Taken up again: ${entry.finding || cause}`
  }
  if (reason.trim() === '') throw new WrongUse('Say why: --reason "…".')
  const found = causesOf(lookThrough(model).findings).find(({ id }) => id === cause)
  if (!found)
    throw new WrongUse(`Nothing in ${folder} has the cause ${cause}. check --json names the cause of each finding.`)
  write(folder, planSetAside(model, [found], reason.trim()))
  return `Set aside in ${NOTES_FILE}: ${found.message}`
}

function write(folder: string, { creates, texts }: SiteChange): void {
  const text = creates[0]?.text ?? texts[0]?.splices[0]?.insert
  if (text !== undefined) writeFileSync(path.join(folder, NOTES_FILE), text)
}
