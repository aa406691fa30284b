import {
  isMediaCondition,
  isMediaConditionListWithAnd,
  isMediaConditionListWithOr,
  isMediaFeature,
  isMediaFeatureBoolean,
  isMediaFeaturePlain,
  isMediaFeatureRangeNameValue,
  isMediaFeatureRangeValueName,
  isMediaFeatureRangeValueNameValue,
  isMediaInParens,
  isMediaNot,
  isMediaQueryInvalid,
  isMediaQueryWithType,
  parse,
  type MediaFeature,
  type MediaQuery,
} from '@csstools/media-query-list-parser'
import { isTooDeep } from '../css/tokens.ts'
import { Remembered } from '../text/remembered.ts'

/** The viewport media queries are asked about, in CSS px. */
export interface Viewport {
  readonly width: number
  readonly height: number
}

/** The viewport pages are seen at where none is chosen: a desk. */
export const DESK: Viewport = { width: 1280, height: 800 }

const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 9.6 / 2.54,
  pt: 96 / 72,
  pc: 16,
}

/** True, false, or null for "unknown", which stays unknown when negated (Media Queries 4, section 3.2). */
type Matches = boolean | null

const QUERIES_AT_MOST = 2000
const known = new Remembered<readonly MediaQuery[]>(QUERIES_AT_MOST)

/** Whether a media query list matches a screen of this size (Media Queries 4). Unknown features never match. */
export function mediaMatches(query: string, viewport: Viewport): boolean {
  if (isTooDeep(query)) return false
  if (query.trim() === '') return true
  return known.get(query, () => parse(query)).some((each) => queryMatches(each, viewport) === true)
}

function queryMatches(query: MediaQuery, viewport: Viewport): Matches {
  if (isMediaQueryInvalid(query)) return null
  if (!isMediaQueryWithType(query)) return conditionMatches(query.media, viewport)
  const type = /^(?:screen|all)$/i.test(query.getMediaType())
  const rest = query.media === undefined ? true : conditionMatches(query.media, viewport)
  const both = type ? rest : false
  return /^not$/i.test(query.getModifier()) ? negate(both) : both
}

const negate = (value: Matches): Matches => (value === null ? null : !value)

/** A condition, or what stands in its parentheses. */
function conditionMatches(node: unknown, viewport: Viewport): Matches {
  if (isMediaCondition(node) || isMediaInParens(node)) return conditionMatches(node.media, viewport)
  if (isMediaNot(node)) return negate(conditionMatches(node.media, viewport))
  if (isMediaConditionListWithAnd(node)) {
    const parts = [node.leading, ...node.list.map((each) => each.media)].map((each) => conditionMatches(each, viewport))
    return parts.includes(false) ? false : parts.includes(null) ? null : true
  }
  if (isMediaConditionListWithOr(node)) {
    const parts = [node.leading, ...node.list.map((each) => each.media)].map((each) => conditionMatches(each, viewport))
    return parts.includes(true) ? true : parts.includes(null) ? null : false
  }
  if (isMediaFeature(node)) return featureMatches(node, viewport)
  return null
}

const operatorOf = (delimiters: readonly (readonly unknown[])[]) => delimiters.map((token) => token[1]).join('')

function featureMatches({ feature }: MediaFeature, viewport: Viewport): Matches {
  const name = feature.getName().toLowerCase()
  if (isMediaFeatureBoolean(feature)) return isPresent(name, viewport)
  if (isMediaFeaturePlain(feature)) return plainMatches(name, feature.value.toString(), viewport)
  const have = measure(name, viewport)
  if (have === null) return null
  if (isMediaFeatureRangeNameValue(feature))
    return compare(have, operatorOf(feature.operator), amount(feature.value.toString()))
  if (isMediaFeatureRangeValueName(feature))
    return compare(amount(feature.value.toString()), operatorOf(feature.operator), have)
  if (!isMediaFeatureRangeValueNameValue(feature)) return null
  const low = compare(amount(feature.valueOne.toString()), operatorOf(feature.valueOneOperator), have)
  const high = compare(have, operatorOf(feature.valueTwoOperator), amount(feature.valueTwo.toString()))
  return low === null || high === null ? null : low && high
}

/** A feature without a value: whether it is there and not nothing. */
function isPresent(name: string, viewport: Viewport): Matches {
  const have = measure(name, viewport)
  if (have !== null) return have > 0
  if (name in WISHES) return false
  return PRESENT.has(name) ? true : null
}

const PRESENT = new Set([
  'hover',
  'any-hover',
  'pointer',
  'any-pointer',
  'prefers-color-scheme',
  'color',
  'orientation',
])

/** Wishes nobody has made: without a value they do not match, with `no-preference` they do. */
const WISHES: Readonly<Record<string, string>> = {
  'prefers-reduced-motion': 'no-preference',
  'prefers-contrast': 'no-preference',
}

/** What a screen with a mouse says, in a light scheme and without further wishes. */
const SAID: Readonly<Record<string, string>> = {
  hover: 'hover',
  'any-hover': 'hover',
  pointer: 'fine',
  'any-pointer': 'fine',
  'prefers-color-scheme': 'light',
  ...WISHES,
}

function plainMatches(name: string, value: string, viewport: Viewport): Matches {
  const limit = /^(min|max)-(.+)$/.exec(name)
  const have = measure(limit?.[2] ?? name, viewport)
  if (have !== null) return compare(have, limit === null ? '=' : limit[1] === 'min' ? '>=' : '<=', amount(value))
  const said = value.trim().toLowerCase()
  if (name === 'orientation') return said === (viewport.height >= viewport.width ? 'portrait' : 'landscape')
  const expected = SAID[name]
  return expected === undefined ? null : said === expected
}

/** A measure of the viewport; null for features that are none. */
function measure(name: string, { width, height }: Viewport): number | null {
  if (name === 'width') return width
  if (name === 'height') return height
  return name === 'aspect-ratio' ? width / height : null
}

function amount(text: string): number {
  const ratio = /^([\d.]+)\s*\/\s*([\d.]+)$/.exec(text.trim())
  if (ratio) return Number(ratio[1]) / Number(ratio[2])
  const match = /^([+-]?[\d.]+)([a-z]*)$/i.exec(text.trim())
  if (!match) return NaN
  return Number(match[1]) * (match[2] === '' ? 1 : (PX[match[2]!.toLowerCase()] ?? NaN))
}

function compare(a: number, operator: string, b: number): Matches {
  if (Number.isNaN(a) || Number.isNaN(b)) return null
  switch (operator) {
    case '<':
      return a < b
    case '<=':
      return a <= b
    case '>':
      return a > b
    case '>=':
      return a >= b
    default:
      return a === b
  }
}
