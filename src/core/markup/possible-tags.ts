import { decodeHTMLAttribute } from 'entities'

/** A start tag that stands somewhere in a text, whether a parser would ever come to see it or not. */
export interface PossibleTag {
  /** Lower case. */
  readonly name: string
  /** Where "<" stands. */
  readonly from: number
  /** Where the name ends. */
  readonly nameTo: number
  /** Null for a tag that is longer than anybody writes: it was not read to its end. */
  readonly attributes: readonly PossibleAttribute[] | null
}

export interface PossibleAttribute {
  /** Lower case. */
  readonly name: string
  readonly from: number
  /** What it says, references decoded; '' without a value. */
  readonly value: string
}

/** Letters of a tag that are read; where a page has very many tags, fewer, so that no page takes long. */
const LONGEST = 20_000
const MANY = 2000
const LONGEST_OF_MANY = 500

/**
 * Every start tag of these names that any browser could see in a text, however it reads what stands around: in comments,
 * scripts, templates and attribute values too. For what must not be missed a few too many do no harm, and a parser that
 * differs from the browser's in one rare case would. Read as the tokenizer does (HTML standard, 13.2.5.8 and 13.2.5.32 to .40).
 */
export function possibleTags(text: string, names: readonly string[]): PossibleTag[] {
  const found: PossibleTag[] = []
  for (const match of text.matchAll(new RegExp(`<(?:[\\w.-]+:)?(${names.join('|')})(?=[\\t\\n\\f\\r />])`, 'gi'))) {
    const nameTo = match.index + match[0].length
    const attributes = attributesAt(text, nameTo, found.length < MANY ? LONGEST : LONGEST_OF_MANY)
    found.push({ name: match[1]!.toLowerCase(), from: match.index, nameTo, attributes })
  }
  return found
}

/** White space and slashes, a name, and "=" with a value in quotes or without. */
const ATTRIBUTE =
  /([\t\n\f\r /]*)(=?[^\t\n\f\r />=]*)(?:[\t\n\f\r ]*=[\t\n\f\r ]*(?:"([^"]*)"|'([^']*)'|([^\t\n\f\r >]*)))?/y

function attributesAt(text: string, base: number, most: number): PossibleAttribute[] | null {
  const tag = text.slice(base, base + most)
  const found: PossibleAttribute[] = []
  let at = 0
  while (at < tag.length && tag[at] !== '>') {
    ATTRIBUTE.lastIndex = at
    const [all, space, name, double, single, bare] = ATTRIBUTE.exec(tag)!
    if (name !== '')
      found.push({
        name: name!.toLowerCase(),
        from: base + at + space!.length,
        value: decodeHTMLAttribute(double ?? single ?? bare ?? ''),
      })
    // Nothing fits a lone "=" behind a slash; it is passed over.
    at += Math.max(1, all!.length)
  }
  return at >= tag.length && base + most < text.length ? null : found
}
