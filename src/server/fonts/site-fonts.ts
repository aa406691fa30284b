import { isFont, type SitePath } from '../../core/paths/paths.ts'
import type { FontFacts } from '../../core/type/facts.ts'
import type { KeptBlob } from '../../protocol/site-state.ts'
import { PublicError } from '../http/errors.ts'
import type { Repository } from '../repository.ts'
import { factsOf } from '../media/media-thread.ts'

/** Facts of fonts that were read, by hash; a font never changes under its hash. */
const known = new Map<string, FontFacts | null>()
const MOST_KNOWN = 500
/** Fonts of one site that are not read by then wait for the next who asks: such ones are made to take long. */
const READ_WITHIN_MS = 30_000

/** What every font file of a site says of itself, by path; null for a file that is no font. */
export async function siteFonts(repository: Repository, siteId: string): Promise<Record<SitePath, FontFacts | null>> {
  const found: Record<SitePath, FontFacts | null> = {}
  const until = Date.now() + READ_WITHIN_MS
  for (const { path, hash } of await repository.listFiles(siteId)) {
    if (!isFont(path)) continue
    let facts = known.get(hash)
    if (facts === undefined && Date.now() > until) facts = null
    else if (facts === undefined) {
      const bytes = await repository.bytes(hash)
      facts = bytes ? await factsOf(bytes) : null
      if (known.size >= MOST_KNOWN) known.clear()
      known.set(hash, facts)
    }
    found[path] = facts
  }
  return found
}

/** Reads a font and keeps its bytes. Throws {@link PublicError} when it is none. */
export async function keepFont(
  repository: Repository,
  name: string,
  bytes: Buffer,
): Promise<{ blob: KeptBlob; facts: FontFacts }> {
  const facts = await factsOf(bytes)
  if (!facts)
    throw new PublicError(
      'not-usable',
      `${name} is no font that browsers load. WOFF2, WOFF, TTF and OTF files are; a collection (TTC) must be taken apart first.`,
    )
  return { blob: await repository.keep(name, bytes), facts }
}
