/**
 * A short name for a text, 12 hexadecimal digits: two runs of the FNV-1a hash by Fowler, Noll and Vo, 32 bits each, over its
 * UTF-16 units, the second from another start. For telling texts apart, not for keeping secrets.
 */
export function fingerprint(text: string): string {
  return (hex(fnv1a(text)) + hex(fnv1a(text, 0x01000193))).slice(0, 12)
}

/** The FNV-1a hash of a text whose characters are all below 256, as bytes; others count with both bytes of each unit. */
export function fnv1a(text: string, start = 0x811c9dc5): number {
  let hash = start
  for (let at = 0; at < text.length; at++) {
    const unit = text.charCodeAt(at)
    hash = Math.imul(hash ^ (unit & 0xff), 0x01000193)
    if (unit > 0xff) hash = Math.imul(hash ^ (unit >> 8), 0x01000193)
  }
  return hash >>> 0
}

const hex = (number: number) => number.toString(16).padStart(8, '0')
