import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import type { SitePath } from '../../core/paths/paths.ts'

/** How long a grant holds: a frame loads at once. */
const HOLDS_MS = 60_000

/** Known to this process alone; the parts of the server are bundled apart. */
const shared = globalThis as typeof globalThis & { attireScriptSecret?: Buffer }
const secret = (shared.attireScriptSecret ??= randomBytes(32))

const signature = (siteId: string, path: SitePath, until: string): Buffer =>
  createHmac('sha256', secret)
    .update(JSON.stringify([siteId, path, until]))
    .digest()

/** A token that lets the scripts of one page run in a frame that loads within a minute. Only the workroom is given one. */
export function grantScripts(siteId: string, path: SitePath, now = Date.now()): string {
  const until = String(now + HOLDS_MS)
  return `${until}.${signature(siteId, path, until).toString('base64url')}`
}

/** Whether a token was given for this very page and still holds. */
export function mayRunScripts(siteId: string, path: SitePath, token: string | null, now = Date.now()): boolean {
  const [until = '', signed = ''] = token?.split('.') ?? []
  if (!(now <= Number(until))) return false
  const given = Buffer.from(signed, 'base64url')
  const right = signature(siteId, path, until)
  return given.length === right.length && timingSafeEqual(given, right)
}
