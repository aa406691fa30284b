import { eq } from 'drizzle-orm'
import { isFont, type SitePath } from '../../core/paths/paths.ts'
import type { KeptBlob } from '../../protocol/site-state.ts'
import type { FontFacts } from '../../core/type/facts.ts'
import { getBlob, putBlob } from '../db/blobs.ts'
import type { Database } from '../db/database.ts'
import { files } from '../db/schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from '../sites/load.ts'
import { readFont } from './read-font.ts'

/** Facts of fonts that were read, by hash; a font never changes under its hash. */
const known = new Map<string, FontFacts | null>()
const MOST_KNOWN = 500

/** What every font file of a site says of itself, by path; null for a file that is no font. */
export async function siteFonts(db: Database, siteId: string): Promise<Record<SitePath, FontFacts | null>> {
  await siteRow(db, siteId)
  const rows = await db.select({ path: files.path, hash: files.hash }).from(files).where(eq(files.siteId, siteId))
  const found: Record<SitePath, FontFacts | null> = {}
  for (const { path, hash } of rows) {
    if (!isFont(path)) continue
    let facts = known.get(hash)
    if (facts === undefined) {
      const bytes = await getBlob(db, hash)
      facts = bytes ? readFont(bytes) : null
      if (known.size >= MOST_KNOWN) known.clear()
      known.set(hash, facts)
    }
    found[path] = facts
  }
  return found
}

/** Reads a font and keeps its bytes. Throws {@link PublicError} when it is none. */
export async function keepFont(
  db: Database,
  name: string,
  bytes: Buffer,
): Promise<{ blob: KeptBlob; facts: FontFacts }> {
  const facts = readFont(bytes)
  if (!facts)
    throw new PublicError(
      'not-usable',
      `${name} is no font that browsers load. WOFF2, WOFF, TTF and OTF files are; a collection (TTC) must be taken apart first.`,
    )
  return { blob: { hash: await putBlob(db, bytes), size: bytes.length, pixels: null }, facts }
}
