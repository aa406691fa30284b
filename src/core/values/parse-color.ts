import { parse, type Color } from 'culori'

/** A plain colour of any CSS notation, capitals and white space around it allowed; undefined for what is none, however it is broken. */
export function parseColor(value: string): Color | undefined {
  try {
    return parse(value.trim().toLowerCase())
  } catch {
    // culori trips over some functions that are not closed.
    return undefined
  }
}
