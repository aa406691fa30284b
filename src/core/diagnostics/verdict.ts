import { supportOf } from '../browsers/support.ts'
import { aliasOf } from '../properties/aliases.ts'
import { accepts, withoutMath } from '../properties/grammar.ts'
import { isInGrammars, isOwnName, specificationLexer } from '../properties/grammars.ts'
import { isLogical, longhand } from '../properties/longhands.ts'
import { expand, isShorthand, wideKeyword } from '../properties/shorthands.ts'
import { memoText } from '../text/memo.ts'
import { isSubstituted, substitutionFault } from './substitution.ts'

/**
 * What browsers do with a declaration. Chromium is the one meant; the last two are taken by another, or stand in a specification.
 */
export type Verdict = 'taken' | 'unknown-property' | 'invalid-value' | 'property-elsewhere' | 'value-elsewhere'

/** Shorthands whose grammar has more ways to match than can be tried one after another: their longhands are asked. */
const WIDE = new Set(['font-variant'])

/** Whether a declaration is taken, and if not, why. Names in lower case; the value as written, without `!important`. */
export function verdictOf(property: string, value: string): Verdict {
  if (property.startsWith('--')) return 'taken'
  if (!isKnown(property)) return isElsewhere(property) ? 'property-elsewhere' : 'unknown-property'
  if (wideKeyword(value) !== null) return 'taken'
  if (isSubstituted(value)) return substitutionFault(value) === null ? 'taken' : 'invalid-value'
  if (takes(property, value)) return 'taken'
  return isInSpecification(property, value) ? 'value-elsewhere' : 'invalid-value'
}

/** Whether Chromium has a property of this name. */
export const isKnown = memoText((property: string): boolean => {
  if (isOwnName(property)) return true
  if (supportOf(`properties.${property}`)?.since.chrome) return true
  const name = aliasOf(property)
  return longhand(name) !== undefined || isShorthand(name) || isLogical(name)
})

/** Whether another browser takes it or a specification has it. */
export const isElsewhere = (property: string): boolean =>
  supportOf(`properties.${property}`) !== null || isSpecified(property) || isInGrammars(property)

function takes(property: string, value: string): boolean {
  const name = isOwnName(property) ? property : aliasOf(property)
  return WIDE.has(name) ? expand(name, value) !== null : accepts(name, value)
}

function isInSpecification(property: string, value: string): boolean {
  const word = supportOf(`properties.${property}.${value.toLowerCase()}`)
  if (word && Object.values(word.since).some((since) => since !== null)) return true
  const name = isSpecified(property) ? property : aliasOf(property)
  const plain = withoutMath(value)
  // What only browsers of old took stands in the grammars too.
  if (plain === null || /(?:^|[\s,(])-(?:moz|ms|o)-|progid:/i.test(plain) || !isSpecified(name)) return false
  return specificationLexer().matchProperty(name, plain).error === null
}

const isSpecified = (property: string) => specificationLexer().getProperty(property, false) !== null
