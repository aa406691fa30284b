import { z } from 'zod'
import type { PackedTexts } from './packed-texts.ts'
import { siteStateSchema, type SiteState } from './site-state.ts'

/**
 * A whole site on its way: a line of JSON, and behind it the bytes of its texts, in UTF-8, one after another. JSON would have each
 * character looked at when it is written and again when it is read. Texts that UTF-8 cannot hold (half a surrogate pair, which broken
 * UTF-16 may have) stand in the line itself.
 */
const headSchema = siteStateSchema.extend({
  /** The texts in their order: how many bytes each takes, or null where it stands in `texts`. */
  packed: z.array(z.tuple([z.string(), z.number().int().nonnegative().nullable()])),
})

/** A site whose texts are as they are kept: bytes where these are UTF-8. */
export interface KeptSite {
  readonly site: Omit<SiteState, 'texts'>
  readonly texts: readonly (readonly [path: string, text: string | Uint8Array])[]
}

const LINE_END = 10

export function packSite({ site, texts }: KeptSite): Uint8Array<ArrayBuffer> {
  const encoder = new TextEncoder()
  const bytesOf = (text: string | Uint8Array) =>
    typeof text !== 'string' ? text : text.isWellFormed() ? encoder.encode(text) : null
  const parts = texts.map(([path, text]) => ({ path, text, bytes: bytesOf(text) }))
  const head: z.infer<typeof headSchema> = {
    ...site,
    texts: Object.fromEntries(parts.flatMap(({ path, text, bytes }) => (bytes ? [] : [[path, text as string]]))),
    packed: parts.map(({ path, bytes }) => [path, bytes?.length ?? null]),
  }
  // JSON has line ends in escapes alone, so the first is the end of the line.
  const line = encoder.encode(`${JSON.stringify(head)}\n`)
  const size = parts.reduce((sum, { bytes }) => sum + (bytes?.length ?? 0), line.length)
  const packed = new Uint8Array(size)
  packed.set(line)
  let at = line.length
  for (const { bytes } of parts) {
    if (!bytes) continue
    packed.set(bytes, at)
    at += bytes.length
  }
  return packed
}

/** A site without its texts, and these. */
export interface Unpacked {
  readonly site: SiteState
  readonly texts: PackedTexts
}

/** Null for what is no packed site, or was cut short. */
export function unpackSite(body: Uint8Array): Unpacked | null {
  const end = body.indexOf(LINE_END)
  const read = end < 0 ? null : headSchema.safeParse(parsed(new TextDecoder().decode(body.subarray(0, end))))
  if (!read?.success) return null
  const { packed, texts, ...site } = read.data
  const whole = packed.reduce((sum, [, length]) => sum + (length ?? 0), end + 1)
  if (whole !== body.length) return null
  return { site: { ...site, texts: {} }, texts: { body, begin: end + 1, packed, inHead: texts } }
}

function parsed(json: string): unknown {
  try {
    return JSON.parse(json)
  } catch {
    return null
  }
}
