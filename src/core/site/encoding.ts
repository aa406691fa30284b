/**
 * How a text file's bytes and its text go together. "utf-8" is UTF-8, a leading BOM kept as U+FEFF. "bytes" is for files
 * that are not valid UTF-8: each byte is the character of the same number, so nothing is lost and ASCII can be edited.
 */
export type TextEncodingName = 'utf-8' | 'bytes'

/** Whether new text can be written in an encoding: into "bytes", whose real encoding is not known, only ASCII can. */
export function fitsEncoding(insert: string, encoding: TextEncodingName): boolean {
  return encoding === 'utf-8' || /^[\0-\x7f]*$/.test(insert)
}
