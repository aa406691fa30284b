import { selectorsOf } from '../edit/rules-naming.ts'
import { homeOf } from '../edit/decide-among.ts'
import { alone, type SheetAt } from '../edit/sheets.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Declaration, Sheet } from '../sheet/parse.ts'
import { topStyleRules } from '../sheet/walk.ts'
import type { Splice } from '../text/splice.ts'
import { difference } from './difference.ts'
import { literalsOf, type Literal } from './literals.ts'
import { swatchNames } from './swatch-names.ts'
import { toHex } from '../values/color-notation.ts'
import { swatchesAmong } from './swatches.ts'
import { addSwatch } from './add-swatch.ts'

/** Colours that mean the same, as far as the eye can tell. */
export interface Gathered {
  /** The one that stands for all: a swatch's value, or the colour used most. */
  readonly value: string
  readonly hex: string
  /** The swatch that has this colour already; null where there is none. */
  readonly swatch: string | null
  readonly members: readonly GatheredColor[]
  /** How often they are used, all together. */
  readonly uses: number
  /** Names for a swatch, the best first. */
  readonly names: readonly string[]
}

/** One colour as it is written, with everywhere it is. */
export interface GatheredColor {
  readonly value: string
  readonly hex: string
  /** From the one that stands for all, in OKLab; 0 when equal. */
  readonly difference: number
  /** The first of its places, and how many more there are. */
  readonly uses: readonly (Pick<Literal, 'from' | 'to' | 'property' | 'rule'> & { readonly file: SitePath })[]
  readonly more: number
}

/** Nobody goes through more places of one colour. */
const MOST_PLACES = 500

/** Colours written directly in a sheet, those nearer than `threshold` (OKLab) to each other together; swatches' own values are not among them. */
export const gather = (sheet: Sheet, threshold: number): Gathered[] => gatherAmong(alone(sheet), threshold)

/** The same, of stylesheets that apply one behind the other. */
export function gatherAmong(sheets: readonly SheetAt[], threshold: number): Gathered[] {
  const swatches = swatchesAmong(sheets)
  const written = sheets.flatMap((at) => writtenIn(at, new Set(swatches.map(({ name }) => name))))
  const byValue = new Map<string, Written[]>()
  for (const literal of written) {
    const key = literal.value.toLowerCase()
    const same = byValue.get(key)
    if (same) same.push(literal)
    else byValue.set(key, [literal])
  }
  const colors = [...byValue.values()]
    .map((uses) => ({ value: uses[0]!.value, hex: toHex(uses[0]!.value)!, uses }))
    .sort((a, b) => b.uses.length - a.uses.length)
  const leads: { value: string; swatch: string | null; colors: typeof colors }[] = swatches.flatMap(
    ({ name, value }) => (toHex(value) === null ? [] : [{ value, swatch: name, colors: [] }]),
  )
  for (const color of colors) {
    // Equal ones always belong together, whatever the threshold.
    const near = leads
      .map((lead) => ({ lead, away: difference(lead.value, color.value) }))
      .filter(({ away }) => away < Math.max(threshold, 1e-4))
      .sort((a, b) => a.away - b.away)[0]
    if (near) near.lead.colors.push(color)
    else leads.push({ value: color.value, swatch: null, colors: [color] })
  }
  // A name that is written anywhere means something already.
  const taken = sheets.flatMap(({ sheet }) => sheet.text.match(/--[\w-]+/g) ?? [])
  return leads
    .filter((lead) => lead.colors.length > 0)
    .map(({ value, swatch, colors: members }) => {
      const uses = members.flatMap((member) => member.uses)
      return {
        value,
        swatch,
        hex: toHex(value)!,
        uses: uses.length,
        names: swatch ? [swatch] : swatchNames(value, uses, taken),
        members: members.map((member) => ({
          value: member.value,
          hex: member.hex,
          difference: difference(value, member.value),
          uses: member.uses
            .slice(0, MOST_PLACES)
            .map(({ file, from, to, property, rule }) => ({ file, from, to, property, rule })),
          more: Math.max(0, member.uses.length - MOST_PLACES),
        })),
      }
    })
    .sort((a, b) => b.uses - a.uses)
}

/** A colour that is written, and the stylesheet it stands in. */
type Written = Literal & { readonly file: SitePath }

/** The colours written in a stylesheet, but for the values of swatches. */
function writtenIn({ path, sheet }: SheetAt, swatches: ReadonlySet<string>): Written[] {
  const own = new Set(
    topStyleRules(sheet)
      .filter((rule) => selectorsOf(rule).includes(':root'))
      .flatMap(({ items }) => items),
  )
  return literalsOf(sheet)
    .filter(({ declaration, property }) => !own.has(declaration) || !swatches.has(property))
    .map((literal) => ({ ...literal, file: path }))
}

/** What becomes a swatch: these written colours, under a name; where the name is new, with this value. */
export interface GatherPlan {
  readonly name: string
  readonly value: string
  /** As written. */
  readonly members: readonly string[]
}

/** The splices that put `var(--name)` in the place of colours, and write the swatches that are not there yet. */
export const planGather = (sheet: Sheet, plans: readonly GatherPlan[]): Splice[] =>
  planGatherAmong(alone(sheet), plans)[0]!.splices

/** The same for each of several stylesheets; new swatches stand beside those that are there. */
export function planGatherAmong(
  sheets: readonly SheetAt[],
  plans: readonly GatherPlan[],
): { readonly path: SitePath; readonly splices: Splice[] }[] {
  const swatches = swatchesAmong(sheets)
  const own = new Set(swatches.map(({ declaration }) => declaration))
  const fresh = plans.filter(({ name }) => !swatches.some((swatch) => swatch.name === name))
  const { at: home } = homeOf(sheets, ':root')
  return sheets.map(({ path, sheet }) => ({
    path,
    splices: [...putIn(sheet, plans, own), ...(path === home.path ? addAll(sheet, fresh) : [])],
  }))
}

/** The splices that put the names of swatches in the place of colours. */
function putIn(sheet: Sheet, plans: readonly GatherPlan[], own: ReadonlySet<Declaration>): Splice[] {
  const nameOf = new Map(plans.flatMap(({ name, members }) => members.map((member) => [member.toLowerCase(), name])))
  return literalsOf(sheet).flatMap(({ declaration, value, from, to }): Splice[] => {
    const name = own.has(declaration) ? undefined : nameOf.get(value.toLowerCase())
    return name === undefined ? [] : [{ from, to, insert: `var(${name})` }]
  })
}

/** The splices that write new swatches. */
function addAll(sheet: Sheet, fresh: readonly GatherPlan[]): Splice[] {
  if (fresh.length === 0) return []
  // Several insertions at one place become one: each is planned on the sheet as it is.
  const added = fresh.map(({ name, value }) => addSwatch(sheet, name, value)[0]!)
  const root = added[0]!
  const together = added
    .slice(1)
    .reduce((insert, next, at) => joinAdded(insert, next.insert, fresh[at + 1]!), root.insert)
  return [{ ...root, insert: together }]
}

/** Two additions behind the same declaration, or two new `:root` rules as one. */
function joinAdded(first: string, second: string, { name, value }: GatherPlan): string {
  if (!first.includes('{')) return first + second.replace(/^;/, '')
  const close = first.lastIndexOf('}')
  const line = /\r?\n([ \t]*)--/.exec(first)
  return `${first.slice(0, close)}${line?.[1] ?? '  '}${name}: ${value};${/\r\n/.test(first) ? '\r\n' : '\n'}${first.slice(close)}`
}
