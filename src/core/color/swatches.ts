import { leadingVar } from '../css/var.ts'
import { alone, type SheetAt } from '../edit/sheets.ts'
import type { Declaration, Sheet } from '../sheet/parse.ts'
import { Token, tokensOf } from '../css/tokens.ts'
import { rootProperties, rootValues } from '../edit/root-properties.ts'
import { memo, memoSaid, memoText } from '../text/memo.ts'
import type { Splice } from '../text/splice.ts'
import { isColor } from '../values/color-notation.ts'

/** A named colour of the sheet: a custom property on `:root`. */
export interface Swatch {
  /** With its two dashes: "--ink". */
  readonly name: string
  readonly value: string
  readonly declaration: Declaration
  /** How often `var(--name)` stands in the sheet. */
  readonly uses: number
}

/** A swatch, and the stylesheet that sets it. */
export interface SwatchAt extends Swatch {
  readonly at: SheetAt
}

/** The swatches in the order the sheet names them; of repeated names the one that decides. Worked out once for each sheet. */
export const swatchesOf = memo((sheet: Sheet): readonly Swatch[] => swatchesAmong(alone(sheet)))

/** The same, of stylesheets that apply one behind the other: uses in each of them count. */
export const swatchesAmong = memo((sheets: readonly SheetAt[]): readonly SwatchAt[] => {
  const deciding = new Map<string, SwatchAt>()
  for (const at of sheets)
    for (const declaration of rootProperties(at.sheet))
      deciding.set(declaration.property, new Decided(declaration, at, sheets))
  const colored = swatchNames(sheets)
  return [...deciding.values()].filter(({ name }) => colored.has(name))
})

class Decided implements SwatchAt {
  readonly name: string
  readonly value: string

  constructor(
    readonly declaration: Declaration,
    readonly at: SheetAt,
    private readonly sheets: readonly SheetAt[],
  ) {
    this.name = declaration.property
    this.value = declaration.value
  }

  get uses(): number {
    return this.sheets.reduce((sum, { sheet }) => sum + (usesIn(sheet).get(this.name) ?? 0), 0)
  }
}

/** The names of all swatches of stylesheets that apply one behind the other. */
export const swatchNames = (sheets: readonly SheetAt[]): ReadonlySet<string> => coloredAmong(rootValues(sheets))

/** The custom properties that are a colour in the end. Most edits change rules that set none. */
const coloredAmong = memoSaid((values): ReadonlySet<string> => {
  const known = new Map<string, boolean>()
  for (const name of values.keys()) follow(name, values, known)
  return new Set([...known].filter(([, isColored]) => isColored).map(([name]) => name))
})

/** Follows a swatch that is made of others to the end; what is found holds for all on the way. A ring has no colour. */
function follow(name: string, values: ReadonlyMap<string, string>, known: Map<string, boolean>): void {
  const way = new Set<string>()
  let at = name
  let found = known.get(at)
  while (found === undefined) {
    const value = values.get(at)
    const link = value === undefined || way.has(at) ? null : leadingVar(value)
    if (link === null) found = value !== undefined && !way.has(at) && makesColor(value)
    else found = known.get(link)
    way.add(at)
    at = link ?? at
  }
  for (const each of way) known.set(each, found)
}

const makesColor = (value: string) => isColor(value) || /^(?:color-mix|light-dark)\(/i.test(value)

/** Counting reads the whole text, so it is done when it is asked for: while a colour is dragged nobody does. */
const usesIn = memo(({ text, rules }: Sheet) => {
  const counts = new Map<string, number>()
  let next = -1
  for (const { from, to } of rules) {
    if (next < from) next = nextVar(text, from)
    // Most rules use none, and looking for the word costs little beside reading.
    if (next >= to) continue
    for (const [name, uses] of usesOf(text.slice(from, to))) counts.set(name, (counts.get(name) ?? 0) + uses)
  }
  return counts
})

/** Where `var(` stands next in a text, from a place on. */
function nextVar(text: string, from: number): number {
  const word = /var\(/gi
  word.lastIndex = from
  return word.exec(text)?.index ?? Infinity
}

/** Rules are the same from one edit to the next, but for those it touches. */
const usesOf = memoText((rule: string): ReadonlyMap<string, number> => countUses(rule))

/** How often a text uses each custom property in `var()`. */
export function countUses(text: string): Map<string, number> {
  const counts = new Map<string, number>()
  const names = HIDES.test(text) ? usesByToken(text) : Array.from(text.matchAll(USE), ([, name]) => name!)
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
  return counts
}

/** Strings, comments, urls, escapes and the marks of HTML comments: what stands in them is no token of its own. */
const HIDES = /["'\\\0]|\/\*|<!--|url\(/i
/** A name that `var(` begins with, where nothing is hidden: quicker than reading tokens. */
const USE =
  /(?<![\w\-@#]|[^\0-\x7f])var\([ \t\r\n\f]*((?!-->)(?:--|-?(?:[a-z_]|[^\0-\x7f]))(?:[\w-]|[^\0-\x7f])*)(?![\w\-(]|[^\0-\x7f])/gi

function usesByToken(text: string): string[] {
  const names: string[] = []
  let inVar = false
  for (const token of tokensOf(text)) {
    if (token.type === Token.WhiteSpace || token.type === Token.Comment) continue
    if (token.type === Token.Ident && inVar) names.push(text.slice(token.from, token.to))
    inVar = token.type === Token.Function && /^var\($/i.test(text.slice(token.from, token.to))
  }
  return names
}

/** The splices that rename a custom property everywhere in a stylesheet's text: where it is set and where it is used. */
export function renameInSheet(text: string, from: string, to: string): Splice[] {
  return namePlaces(text, from).map((place) => ({ from: place.from, to: place.to, insert: to }))
}

/** Why a text cannot be a swatch's name; null when it can. */
export function swatchNameFault(name: string, taken: readonly string[]): string | null {
  if (!/^--/.test(name)) return 'A swatch’s name begins with two dashes, such as --ink.'
  if (!/^--(?:[\w-]|[^\0-\x7f])+$/.test(name)) return 'Use letters, digits and hyphens only, such as --deep-sea.'
  if (taken.includes(name)) return `There is a swatch called ${name} already. Choose another name.`
  return null
}

function namePlaces(text: string, name: string): { from: number; to: number }[] {
  if (!text.includes(name)) return []
  const places: { from: number; to: number }[] = []
  let before = -1
  for (const token of tokensOf(text)) {
    if (token.type === Token.WhiteSpace || token.type === Token.Comment) continue
    const dotted = before >= 0 && text[before] === '.'
    if (token.type === Token.Ident && !dotted && text.slice(token.from, token.to) === name)
      places.push({ from: token.from, to: token.to })
    before = token.to - 1
  }
  return places
}
