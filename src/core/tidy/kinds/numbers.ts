import { addSwatch } from '../../color/add-swatch.ts'
import { Token, tokensOf } from '../../css/tokens.ts'
import type { Declaration, Sheet } from '../../sheet/parse.ts'
import { declarationsOf, styleRules, topStyleRules } from '../../sheet/walk.ts'
import type { Range } from '../../text/splice.ts'
import { namesTaken } from '../names.ts'
import type { Tidier } from '../proposal.ts'

/** Lengths that mean the same sort of thing, by the properties they stand in; the name is the beginning of the custom property's. */
const FAMILIES: readonly (readonly [string, RegExp])[] = [
  ['space', /^(?:margin|padding|gap$|row-gap|column-gap)/],
  ['radius', /^border-.*radius$/],
  ['size', /^font-size$/],
]

/** Fewer uses are not worth a name. */
const FEWEST = 3

interface Length {
  readonly family: string
  /** As it is written, in lower case. */
  readonly value: string
  readonly uses: readonly Range[]
}

/** Lengths that are written many times in one sort of property: each becomes a custom property. */
export const numbers: Tidier = (sheet, { site }) => {
  const own = rootProperties(sheet)
  const taken = new Set(namesTaken(site))
  return lengthsIn(sheet).map(({ family, value, uses }) => {
    const known = own.find((each) => each.property.startsWith(`--${family}-`) && each.value.toLowerCase() === value)
    const name = known?.property ?? freeName(family, taken)
    taken.add(name)
    return {
      says: `${value}, written ${uses.length} times for ${WORDS[family]}, is ${known ? 'said' : 'named'} ${name}.`,
      splices: [
        ...uses.map(({ from, to }) => ({ from, to, insert: `var(${name})` })),
        ...(known ? [] : addSwatch(sheet, name, value)),
      ],
      or: [],
    }
  })
}

const WORDS: Readonly<Record<string, string>> = { space: 'space', radius: 'corners', size: 'sizes of text' }

function freeName(family: string, taken: ReadonlySet<string>): string {
  let at = 1
  while (taken.has(`--${family}-${at}`)) at++
  return `--${family}-${at}`
}

const rootProperties = (sheet: Sheet): Declaration[] =>
  topStyleRules(sheet)
    .filter(({ selector }) => selector.trim() === ':root')
    .flatMap(declarationsOf)
    .filter(({ property }) => property.startsWith('--'))

/** Lengths by family and spelling, small ones first. */
function lengthsIn(sheet: Sheet): Length[] {
  const found = new Map<string, { family: string; value: string; uses: Range[] }>()
  for (const { rule } of styleRules(sheet))
    for (const declaration of declarationsOf(rule)) {
      const family = FAMILIES.find(([, fits]) => fits.test(declaration.property))?.[0]
      if (family === undefined) continue
      for (const { value, ...range } of lengthsOf(declaration)) {
        const key = `${family} ${value}`
        const known = found.get(key)
        if (known) known.uses.push(range)
        else found.set(key, { family, value, uses: [range] })
      }
    }
  return [...found.values()]
    .filter(({ uses }) => uses.length >= FEWEST)
    .sort((a, b) => sizeOf(a.value) - sizeOf(b.value))
}

/** Lengths above zero that stand in a value, wherever they do. */
function lengthsOf({ value, valueRange }: Declaration): (Range & { readonly value: string })[] {
  return tokensOf(value).flatMap(({ type, from, to }) => {
    const text = value.slice(from, to).toLowerCase()
    if (type !== Token.Dimension || !/^[\d.]+(?:px|rem|em|pt|cm|mm|ch|vw|vh)$/.test(text) || parseFloat(text) <= 0)
      return []
    return [{ value: text, from: valueRange.from + from, to: valueRange.from + to }]
  })
}

/** Roughly px, to put lengths in order only. */
const sizeOf = (value: string) => parseFloat(value) * (/r?em$/.test(value) ? 16 : 1)
