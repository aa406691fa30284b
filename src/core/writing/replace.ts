import { escapeRegExp } from '../text/escape-reg-exp.ts'
import type { Splice } from '../text/splice.ts'

/** What is looked for in a text, and what comes in its place. */
export interface Replacement {
  readonly find: string
  readonly insert: string
  /** Whether capitals and small letters differ. */
  readonly matchCase: boolean
  /** Whether only whole words and names are found. */
  readonly whole: boolean
  /** Whether `find` is a regular expression, and `$1` in `insert` what its first group found. */
  readonly pattern: boolean
}

/** More places than anybody looks through. */
const MOST = 20_000

/** The splices of a replacement, or why it cannot be made. */
export function planReplace(
  text: string,
  { find, insert, ...how }: Replacement,
): Splice[] | { readonly fault: string } {
  if (find === '') return []
  const expression = expressionOf(find, how)
  if (!expression)
    return { fault: 'This is no regular expression that can be read. Look for brackets that are not closed.' }
  const splices: Splice[] = []
  for (const match of text.matchAll(expression)) {
    if (match[0] === '') continue
    const { index } = match
    const to = index + match[0].length
    splices.push({ from: index, to, insert: how.pattern ? filled(insert, match) : insert })
    if (splices.length > MOST)
      return { fault: `This is found more than ${MOST.toLocaleString('en')} times. Look for something longer.` }
  }
  return splices
}

function expressionOf(
  find: string,
  { matchCase, whole, pattern }: Omit<Replacement, 'find' | 'insert'>,
): RegExp | null {
  const source = pattern ? find : escapeRegExp(find)
  // A hyphen is part of a name in CSS.
  const bounded = whole ? `(?<![\\w-])(?:${source})(?![\\w-])` : source
  try {
    return new RegExp(bounded, `gm${matchCase ? '' : 'i'}`)
  } catch {
    return null
  }
}

const filled = (insert: string, match: RegExpMatchArray) =>
  insert.replace(/\$(\d|&|\$)/g, (_, what: string) =>
    what === '$' ? '$' : (match[what === '&' ? 0 : Number(what)] ?? ''),
  )
