import { parseSheet, type Declaration, type Item, type Rule, type Sheet } from '../sheet/parse.ts'
import { closerOf, isTrivia, skipComponent, Token, tokensOf } from '../css/tokens.ts'
import type { Range } from '../text/splice.ts'
import { memo } from '../text/memo.ts'
import { isColor } from '../values/color-notation.ts'

/** A colour written directly in a sheet, with its place. */
export interface Literal extends Range {
  /** As written. */
  readonly value: string
  readonly property: string
  /** The selector of the rule, or the at-rule it stands in. */
  readonly rule: string
  readonly declaration: Declaration
}

const CALLS = /^(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\($/i
/** Properties whose words may be colours: elsewhere "tan" may be a font or an animation. */
const COLORED =
  /color|^(?:background|border|outline|box-shadow|text-shadow|fill|stroke|column-rule|text-decoration|text-emphasis|filter|backdrop-filter|mask|list-style|content|cursor|shape-outside)|^--/

/**
 * Every colour written directly in a sheet, in source order: custom properties, gradients and shadows included. Of a part of
 * it those of all declarations that reach into the part.
 */
export function literalsOf(sheet: Sheet, part?: Range): readonly Literal[] {
  return part ? literalsWithin(sheet, part) : allLiterals(sheet)
}

const allLiterals = memo((sheet: Sheet) => literalsWithin(sheet, { from: 0, to: Infinity }))

function literalsWithin(sheet: Sheet, part: Range): readonly Literal[] {
  const found: Literal[] = []
  const visit = (items: readonly Item[], rule: Rule | null) => {
    for (const item of items) {
      if (item.from >= part.to || item.to <= part.from) continue
      if (item.kind !== 'declaration') visit(item.items, item)
      // An initial value of `@property` must stand for itself, and `@font-face` takes no colours.
      else if (rule && !(rule.kind === 'at' && ['property', 'font-face', 'counter-style'].includes(rule.name)))
        for (const literal of literalsIn(sheet, item, rule, part)) found.push(literal)
    }
  }
  visit(sheet.rules, null)
  return found
}

/** Characters of a value that are read before and behind the part that is asked for: a value that is not closed has no end. */
const BEFORE = 20_000
const BEHIND = 1000

function literalsIn(sheet: Sheet, declaration: Declaration, rule: Rule, part: Range): Literal[] {
  const { property, valueRange } = declaration
  if (!COLORED.test(property) || part.from - valueRange.from > BEFORE) return []
  const text = sheet.text.slice(valueRange.from, Math.min(valueRange.to, part.to + BEHIND))
  const tokens = tokensOf(text)
  const custom = property.startsWith('--')
  const found: Literal[] = []
  const add = (from: number, to: number) => {
    const value = text.slice(from, to)
    if (isColor(value))
      found.push({
        from: valueRange.from + from,
        to: valueRange.from + to,
        value,
        property,
        rule: rule.kind === 'style' ? rule.selector : `@${rule.name} ${rule.prelude}`.trim(),
        declaration,
      })
  }
  // Words in a custom property may mean anything, unless they are all of it or stand in a function that takes colours.
  let open: { closer: number; takesColors: boolean }[] = []
  for (let at = 0; at < tokens.length; at++) {
    const token = tokens[at]!
    const written = text.slice(token.from, token.to)
    if (open.length > 0 && token.type === open.at(-1)!.closer) open = open.slice(0, -1)
    else if (token.type === Token.Hash) add(token.from, token.to)
    else if (token.type === Token.Ident) {
      if (!custom || (open.length > 0 ? open.at(-1)!.takesColors : isAlone(tokens, at))) add(token.from, token.to)
    } else if (token.type === Token.Function && CALLS.test(written)) {
      const end = skipComponent(tokens, at)
      add(token.from, tokens[end - 1]!.to)
      at = end - 1
    } else {
      const closer = closerOf(token.type)
      if (closer !== undefined)
        open = [
          ...open,
          { closer, takesColors: /(?:gradient|color-mix|light-dark|drop-shadow|image|cross-fade)\($/i.test(written) },
        ]
    }
  }
  return found
}

function isAlone(tokens: readonly { type: number }[], at: number): boolean {
  return tokens.every(({ type }, index) => index === at || isTrivia(type))
}

/** The colours written directly in a sheet's text. */
export function literalsInText(text: string): readonly Literal[] {
  return literalsOf(parseSheet(text))
}
