import { escapeIdent } from '../css/ident.ts'
import { PSEUDO_CLASSES, PSEUDO_ELEMENTS, parseComplex } from '../selectors/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { memoText } from '../text/memo.ts'
import type { StyleRule } from '../sheet/parse.ts'
import type { PlacedRule } from '../sheet/walk.ts'
import type { Range } from '../text/splice.ts'
import { brief, mendBy, type Diagnosis, type Mend } from './diagnosis.ts'
import { looksLikeMarkup } from './markup.ts'
import { nearestWord } from './nearest-word.ts'

type Part = ReturnType<typeof splitAtCommas>[number]

/** Selectors that browsers do not understand, for which they drop the whole rule (Selectors 4, section 3.9). */
export function selectorDiagnoses({ rule, within }: PlacedRule): Diagnosis[] {
  const { selector, selectorRange } = rule
  // What damage from before has put there is told where it begins.
  if (/[;{}]/.test(selector) || looksLikeMarkup(selector) || /(?:^|\s)\/\//.test(selector)) return []
  const nested = within.some(({ kind }) => kind === 'style')
  const parts = splitAtCommas(selector, selectorRange.from)
  const bad = parts.filter(({ text }) => !(nested ? isNestedSelector(text) : isSelector(text)))
  if (bad.length === 0) return []
  if (bad.every(({ text }) => VENDOR.test(text))) return vendorOnly(rule, parts, bad)
  return bad.slice(0, 1).map((part) => diagnosis(rule, parts, part))
}

const isSelector = memoText((text: string) => parseComplex(text) !== null)
const isNestedSelector = memoText((text: string) => parseComplex(text, true) !== null)

const VENDOR = /::?-(?:moz|ms|o|khtml|apple)-[\w-]+/

/** Selectors for one browser alone stand in rules of their own, for all others drop the rule they stand in. */
function vendorOnly(rule: StyleRule, parts: readonly Part[], bad: readonly Part[]): Diagnosis[] {
  const good = parts.filter((part) => !bad.includes(part))
  const [first] = bad
  if (good.length === 0 || !first) return []
  return [
    {
      rule: 'selector-invalid',
      severity: 'warning',
      from: first.from,
      to: first.to,
      message: `Only some browsers know ${VENDOR.exec(first.text)![0]}; all others drop the whole rule, also for ${brief(good.map(({ text }) => text).join(', '))}. It needs a rule of its own.`,
      mend: null,
    },
  ]
}

function diagnosis({ selector }: StyleRule, parts: readonly Part[], part: Part): Diagnosis {
  const { why, mend } = reasonOf(part, parts)
  const others = parts.filter((each) => each !== part && each.text !== '')
  const also = others.length > 0 ? `, also for ${brief(others.map(({ text }) => text).join(', '))}` : ''
  return {
    rule: 'selector-invalid',
    severity: 'error',
    from: part.from,
    to: Math.max(part.to, part.from),
    message: `${why} Browsers drop the whole rule${also}.`,
    mend: selector === '' ? null : mend,
  }
}

interface Reason {
  readonly why: string
  readonly mend: Mend | null
}

function reasonOf(part: Part, parts: readonly Part[]): Reason {
  const { text } = part
  if (text === '') return empty(part, parts)
  return (
    digitFirst(part) ??
    unknownPseudo(part) ??
    lonelyCombinator(part) ?? { why: `“${brief(text)}” is not a selector that browsers understand.`, mend: null }
  )
}

function empty({ from }: Range, parts: readonly Part[]): Reason {
  if (parts.length === 1) return { why: 'There is no selector before the brace.', mend: null }
  const before = parts.filter((part) => part.from < from).at(-1)
  const next = parts.find((part) => part.from > from)
  const mend = before
    ? mendBy('Take the comma away', before.to, next ? next.from : from, next ? ', ' : '')
    : next
      ? mendBy('Take the comma away', from, next.from, '')
      : null
  return { why: 'A comma has no selector beside it.', mend }
}

/** A class or id whose name begins with a digit must be written with an escape (CSS Syntax 3, section 4.3.9). */
function digitFirst({ text, from }: Part): Reason | null {
  const found = /([.#])(-?\d[\w-]*)/.exec(text)
  if (!found) return null
  const written = found[1]! + escapeIdent(found[2]!)
  const at = from + found.index
  return {
    why: `In a selector a name cannot begin with a digit, so ${found[0]} means nothing. Written with an escape it does: ${written}; a name that begins with a letter is easier.`,
    mend: mendBy(`Write ${written}`, at, at + found[0].length, written),
  }
}

function unknownPseudo({ text, from }: Part): Reason | null {
  for (const { index, 0: written, 1: colons, 2: name } of text.matchAll(/(::?)([a-z-]+)/gi)) {
    const lower = name!.toLowerCase()
    const isElement = PSEUDO_ELEMENTS.includes(lower)
    const at = from + index
    if (colons === '::' && !isElement && PSEUDO_CLASSES.includes(lower))
      return {
        why: `${written} has one colon too many: write :${lower}.`,
        mend: mendBy(`Write :${lower}`, at, at + 2, ':'),
      }
    if (PSEUDO_CLASSES.includes(lower) || isElement) continue
    const near = nearestWord(lower, colons === '::' ? PSEUDO_ELEMENTS : [...PSEUDO_CLASSES, ...PSEUDO_ELEMENTS])
    return {
      why: `There is no ${written}.${near ? ` The nearest is ${colons}${near}.` : ''}`,
      mend: near ? mendBy(`Write ${colons}${near}`, at, at + written.length, colons + near) : null,
    }
  }
  return null
}

function lonelyCombinator({ text }: Part): Reason | null {
  const found = /[>+~]\s*$|^\s*[>+~]|[>+~]\s*[>+~]/.exec(text)
  return found ? { why: `In “${brief(text)}” a ${found[0].trim()[0]!} has no selector on one side.`, mend: null } : null
}
