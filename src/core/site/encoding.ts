import { z } from 'zod'

/**
 * How a text file's bytes and its text go together: by the names of the Encoding standard (section 4), and "bytes" for
 * what is broken in its own encoding: each byte is the character of the same number, so nothing is lost and ASCII can be
 * edited. A byte-order mark stays in the text as U+FEFF.
 */
const ENCODINGS = [
  ...['utf-8', 'bytes', 'utf-16le', 'utf-16be'],
  ...['ibm866', 'iso-8859-2', 'iso-8859-3', 'iso-8859-4', 'iso-8859-5', 'iso-8859-6', 'iso-8859-7', 'iso-8859-8'],
  ...['iso-8859-8-i', 'iso-8859-10', 'iso-8859-13', 'iso-8859-14', 'iso-8859-15', 'iso-8859-16', 'koi8-r', 'koi8-u'],
  ...['macintosh', 'windows-874', 'windows-1250', 'windows-1251', 'windows-1252', 'windows-1253', 'windows-1254'],
  ...['windows-1255', 'windows-1256', 'windows-1257', 'windows-1258', 'x-mac-cyrillic'],
  ...['gbk', 'gb18030', 'big5', 'euc-jp', 'shift_jis', 'euc-kr'],
] as const
export type TextEncodingName = (typeof ENCODINGS)[number]
export const encodingSchema = z.enum(ENCODINGS)

/** Whether a name of the Encoding standard is one that Attire reads and writes. */
export function isKnownEncoding(name: string): name is TextEncodingName {
  return (ENCODINGS as readonly string[]).includes(name)
}

/** Encodings that hold every character. gb18030 does, but what it needs four bytes for is left to character references. */
const UNBOUNDED: ReadonlySet<string> = new Set(['utf-8', 'utf-16le', 'utf-16be'])
const ASCII = /^[\0-\x7f]*$/

/** The first character of a text that cannot be written in an encoding; null when all can. */
export function unfitCharacter(text: string, encoding: TextEncodingName): string | null {
  if (UNBOUNDED.has(encoding) || ASCII.test(text)) return null
  const known = encoding === 'bytes' ? null : charactersOf(encoding)
  return [...text].find((char) => !ASCII.test(char) && !known?.has(char)) ?? null
}

/** Whether new text can be written in an encoding: into "bytes", whose real encoding is not known, only ASCII can. */
export function fitsEncoding(text: string, encoding: TextEncodingName): boolean {
  return unfitCharacter(text, encoding) === null
}

/** What to say when `char` cannot be written into the file at `path`, with the way to write it all the same. */
export function unfitSentence(path: string, char: string, encoding: TextEncodingName): string {
  if (encoding === 'bytes')
    return `“${char}” cannot be written into ${path}: it is not valid in any encoding it could have, so only plain ASCII letters can.`
  const code = char.codePointAt(0)!
  const instead = /\.css$/i.test(path) ? `\\${code.toString(16)}` : `&#${code};`
  return `“${char}” cannot be written into ${path}, which is stored as ${encoding}. Write ${instead} instead.`
}

interface Decoder {
  decode(bytes: Uint8Array): string
}
/** Every engine that Attire runs in has one; the core's types know no engine. */
const platform = globalThis as unknown as { TextDecoder: new (label: string) => Decoder }

const repertoires = new Map<TextEncodingName, ReadonlySet<string>>()

/** The characters beyond ASCII that one or two bytes of an encoding stand for: found by reading all of them. */
function charactersOf(encoding: TextEncodingName): ReadonlySet<string> {
  const known = repertoires.get(encoding)
  if (known) return known
  const decoder = new platform.TextDecoder(encoding)
  const found = new Set(Array.from({ length: 0x80 }, (_, at) => decoder.decode(Uint8Array.of(0x80 + at))))
  if (encoding === 'windows-1252') for (const char of WINDOWS_1252) found.add(char)
  for (let lead = 0x81; lead <= 0xfe && isMultiByte(encoding); lead++)
    if (!isReadOnly(encoding, lead)) for (const chars of rowOf(decoder, lead)) found.add(chars)
  found.delete('\ufffd')
  repertoires.set(encoding, found)
  return found
}

/** What windows-1252 has where ISO 8859-1 has controls. By heart, for Node reads the one as the other. */
const WINDOWS_1252 = '€‚ƒ„…†‡ˆ‰Š‹ŒŽ‘’“”•–—˜™š›œžŸ'

/** Whether pairs that begin so are only read, never written (Encoding standard, 12.1.2 for Big5, 12.3.2 for Shift_JIS). */
const isReadOnly = (encoding: TextEncodingName, lead: number) =>
  encoding === 'big5' ? lead < 0xa1 : encoding === 'shift_jis' && lead >= 0xf0 && lead <= 0xf9

/** Whether an encoding writes some characters in two bytes or more, beside ASCII in one. */
export function isMultiByte(encoding: TextEncodingName): boolean {
  return /^(?:gb|big5|euc|shift)/.test(encoding)
}

/** What the byte pairs that begin with `lead` stand for; line ends, which end no pair, keep them apart. */
function rowOf(decoder: Decoder, lead: number): string[] {
  const trails = Array.from({ length: 0xfe - 0x40 + 1 }, (_, at) => 0x40 + at)
  const text = decoder.decode(Uint8Array.from(trails.flatMap((trail) => [lead, trail, 0x0a])))
  return text.split('\n').filter((chars) => [...chars].length === 1)
}
