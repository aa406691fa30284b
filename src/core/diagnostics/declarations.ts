import { PROPERTY_NAMES, supportOf } from '../browsers/support.ts'
import { CALLED } from '../browsers/browsers.ts'
import type { Declaration } from '../sheet/parse.ts'
import { brief, mendBy, type Diagnosis } from './diagnosis.ts'
import { missingSemicolon } from './missing-semicolon.ts'
import { quirkOf } from '../properties/shorthands.ts'
import { withPiece } from './pieces.ts'
import { nearestWord, nearestWords } from './nearest-word.ts'
import type { ValueFault } from './value/look.ts'
import { hasCurlyQuotes, straightened } from './value/written.ts'
import { faultInWords, valueFault } from './value-fault.ts'
import { isKnown, verdictOf } from './verdict.ts'

/** What is wrong with a declaration of a style rule by itself; empty for one that browsers take as it is meant. */
export function declarationDiagnoses(declaration: Declaration): Diagnosis[] {
  const { property, value } = declaration
  if (property.startsWith('--')) return []
  const lost = missingSemicolon(declaration)
  if (lost) return [lost]
  const verdict = verdictOf(property, value)
  if (verdict === 'taken') return quotesInNames(declaration)
  if (verdict === 'unknown-property') return [unknown(declaration)]
  // What is meant for another browser is no mistake.
  if (verdict === 'property-elsewhere' || VENDOR_WORD.test(value)) return []
  return verdict === 'invalid-value' ? [invalid(declaration)] : [elsewhere(declaration)]
}

/** A word or function of one browser in a value: those that begin with a hyphen are kept for these (CSS 2.2, 4.1.2.1). */
const VENDOR_WORD = /(?:^|[\s,(])-[a-z]/i

/** Names whose quotation marks are letters: browsers look for a font that is called so. */
function quotesInNames({ value, valueRange, property }: Declaration): Diagnosis[] {
  if (!/^(?:font|font-family)$/.test(property) || !hasCurlyQuotes(value)) return []
  return [
    {
      rule: 'value-invalid',
      severity: 'error',
      ...valueRange,
      message:
        'Typographic quotation marks are letters to CSS, not quotes, so browsers look for a font that has them in its name. Write straight ones, " or \'.',
      mend: mendBy('Write straight quotation marks', valueRange.from, valueRange.to, straightened(value)),
    },
  ]
}

function unknown({ property, value, propertyRange }: Declaration): Diagnosis {
  const prefix = /^-[a-z]+-/.exec(property)?.[0]
  if (prefix) return unknownPrefixed(property, prefix, propertyRange)
  const near = nearestProperty(property, value)
  const fits = near !== null && verdictOf(near, value) === 'taken'
  return {
    rule: 'property-unknown',
    severity: 'error',
    ...propertyRange,
    message: `There is no property “${property}”, so browsers skip the declaration.${near ? ` The nearest is ${near}.` : ' A property of your own begins with two hyphens.'}`,
    mend: fits ? mendBy(`Write ${near}`, propertyRange.from, propertyRange.to, near) : null,
  }
}

/** A name with a vendor prefix that no browser has under it: it does no harm, and nothing else. */
function unknownPrefixed(property: string, prefix: string, place: { from: number; to: number }): Diagnosis {
  const plain = property.slice(prefix.length)
  return {
    rule: 'prefix-unneeded',
    severity: 'note',
    ...place,
    message: `No browser in use knows ${property}.${isKnown(plain) ? ` ${plain} without a prefix is what they read.` : ''}`,
    cause: `No browser in use knows properties that begin with ${prefix} and are not theirs any more.`,
    mend: null,
  }
}

/** Names written in other ways than CSS has them, and what they mean (common practice). */
const OTHER_NAMES: Readonly<Record<string, string>> = {
  colour: 'color',
  'background-colour': 'background-color',
  'border-colour': 'border-color',
  'font-color': 'color',
  'font-colour': 'color',
  'text-color': 'color',
  'text-colour': 'color',
  bgcolor: 'background-color',
  'background-img': 'background-image',
  'font-face': 'font-family',
  'text-size': 'font-size',
  'text-style': 'font-style',
  'text-weight': 'font-weight',
  'line-spacing': 'line-height',
  'box-shadows': 'box-shadow',
  align: 'text-align',
  valign: 'vertical-align',
}

/** The property most like a name, those first that take the value. */
export function nearestProperty(name: string, value: string): string | null {
  const meant = OTHER_NAMES[name]
  if (meant) return meant
  const plain = PROPERTY_NAMES.filter((each) => !each.startsWith('-') && isKnown(each))
  const near = nearestWords(name, plain)
  return near.find((each) => verdictOf(each, value) === 'taken') ?? near[0] ?? nearestWord(name, plain)
}

function invalid({ property, value, valueRange }: Declaration): Diagnosis {
  const fault = valueFault(property, value)
  const { mend } = fault
  const at = valueRange.from
  const quirk = isQuirk(property, value, fault)
  return {
    rule: 'value-invalid',
    severity: 'error',
    from: at + fault.from,
    to: at + Math.max(fault.to, fault.from),
    message: `${faultInWords(property, fault)} Browsers skip the declaration.`,
    ...(quirk ? { quirk } : {}),
    mend: mend ? mendBy(`Write ${brief(mend.insert, 30) || 'it so'}`, at + mend.from, at + mend.to, mend.insert) : null,
  }
}

/** Whether pages in quirks mode take it: lengths without a unit, colours without #. Not with `calc()`, nor in most shorthands. */
function isQuirk(property: string, value: string, { mend }: ValueFault): boolean {
  const quirk = quirkOf(property)
  if (!quirk || !mend || value.includes('(')) return false
  const mended = withPiece(value, mend, mend.insert)
  return quirk === 'unitless'
    ? mended.replaceAll('px', '') === value.replaceAll('px', '')
    : mended.replace('#', '') === value
}

/** The browsers of desks: phones have the same. */
const DESKS = ['chrome', 'edge', 'firefox', 'safari'] as const

/** A value that stands in a specification, or that another browser takes. */
function elsewhere({ property, value, valueRange }: Declaration): Diagnosis {
  const since = supportOf(`properties.${property}.${value.toLowerCase()}`)?.since
  const takers = DESKS.filter((browser) => since?.[browser])
  const who =
    takers.length > 0
      ? `${takers.map((browser) => CALLED[browser]).join(' and ')} take it; others skip the declaration.`
      : 'It stands in a specification that Chromium does not follow yet, so it skips the declaration.'
  return {
    rule: 'value-invalid',
    severity: 'note',
    ...valueRange,
    message: `“${brief(value)}” for ${property} is not taken everywhere. ${who} Write a value before it that all take.`,
    mend: null,
  }
}
