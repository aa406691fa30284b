import { supportOf } from '../browsers/support.ts'
import type { AtRule, Declaration, Item, Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { lineEndOf } from '../text/place.ts'
import { brief, mendBy, type Diagnosis, type Mend } from './diagnosis.ts'
import { nearestWord } from './nearest-word.ts'
import { isKnown } from './verdict.ts'

const NAMES = [
  ...['charset', 'import', 'namespace', 'media', 'supports', 'layer', 'container', 'scope', 'starting-style'],
  ...['font-face', 'font-feature-values', 'font-palette-values', 'keyframes', 'page', 'property', 'counter-style'],
  ...['view-transition', 'position-try', '-webkit-keyframes', 'function', 'custom-media'],
]

/** At-rules that hold descriptors, which are not properties. */
const DESCRIBING = new Set(['font-face', 'counter-style', 'property', 'font-palette-values', 'view-transition'])

/** At-rules that browsers do not know, that stand where they do nothing, or whose condition they cannot read. */
export function atRuleDiagnoses(sheet: Sheet): Diagnosis[] {
  return [...misplaced(sheet), ...[...everyAtRule(sheet.rules)].flatMap(ofOne)]
}

function* everyAtRule(items: readonly Item[]): Generator<AtRule> {
  for (const item of items) {
    if (item.kind === 'declaration') continue
    if (item.kind === 'at') yield item
    yield* everyAtRule(item.items)
  }
}

function ofOne(rule: AtRule): Diagnosis[] {
  if (!NAMES.includes(rule.name) && !/^(?:top|bottom|left|right)-/.test(rule.name)) return unknown(rule)
  if (DESCRIBING.has(rule.name)) return declarationsOf(rule).flatMap((each) => unknownDescriptor(rule, each))
  return rule.name === 'media' || rule.name === 'import' ? bareNumbers(rule) : []
}

const INNER = new Set('swash annotation ornaments stylistic styleset character-variant historical-forms'.split(' '))

function unknown(rule: AtRule): Diagnosis[] {
  const { name, from } = rule
  if (INNER.has(name)) return []
  const to = from + name.length + 1
  if (/^-[a-z]+-/.test(name)) return [unknownPrefixed(name, from, to)]
  const near = nearestWord(name, NAMES)
  const foreign = /^(?:include|mixin|extend|if|else|each|for|while|use|forward|return|tailwind|apply|plugin)$/.test(
    name,
  )
  return [
    {
      rule: 'at-rule-misplaced',
      severity: 'error',
      from,
      to,
      message: `There is no at-rule @${name}, so browsers skip it${rule.block ? ' with all that stands in its braces' : ''}.${foreign ? ' It belongs to a language that is made into CSS.' : near ? ` The nearest is @${near}.` : ''}`,
      mend: near && !foreign ? mendBy(`Write @${near}`, from, to, `@${near}`) : null,
    },
  ]
}

function unknownPrefixed(name: string, from: number, to: number): Diagnosis {
  const plain = name.replace(/^-[a-z]+-/, '')
  return {
    rule: 'prefix-unneeded',
    severity: 'note',
    from,
    to,
    message: `No browser in use reads @${name}.${NAMES.includes(plain) ? ` @${plain} is what they read.` : ''}`,
    cause: `No browser in use reads at-rules with this prefix.`,
    mend: null,
  }
}

function unknownDescriptor({ name }: AtRule, { property, propertyRange }: Declaration): Diagnosis[] {
  if (property.startsWith('-') || supportOf(`at-rules.${name}.${property}`)) return []
  return [
    {
      rule: 'property-unknown',
      severity: 'error',
      ...propertyRange,
      message: `@${name} has no “${property}”, so browsers skip it.${isKnown(property) ? ' It is a property of elements and belongs in a rule with a selector.' : ''}`,
      mend: null,
    },
  ]
}

/** Lengths of media queries without a unit: the query is never true (Media Queries 4, section 3). */
function bareNumbers({ prelude, preludeRange }: AtRule): Diagnosis[] {
  const found = /\b(?:min|max)-(?:width|height)\s*:\s*(\d*\.?\d+)(?=\s*\))/i.exec(prelude)
  if (!found || Number(found[1]) === 0) return []
  const from = preludeRange.from + found.index + found[0].length - found[1]!.length
  const to = from + found[1]!.length
  return [
    {
      rule: 'css-syntax',
      severity: 'error',
      from,
      to,
      message: `${found[1]} has no unit, so this media query is never true and nothing in its braces ever holds. Write ${found[1]}px.`,
      mend: mendBy(`Write ${found[1]}px`, from, to, `${found[1]}px`),
    },
  ]
}

/** What must stand first: `@charset` at the very beginning, `@import` and `@namespace` before all rules (CSS Cascade 5, section 2). */
function misplaced(sheet: Sheet): Diagnosis[] {
  const found: Diagnosis[] = []
  let rulesBefore = false
  let first = true
  for (const rule of sheet.rules) {
    if (rule.kind === 'at' && rule.name === 'charset') {
      if (!first || rule.from !== 0) found.push(lateCharset(rule))
    } else if (rule.kind === 'at' && (rule.name === 'import' || rule.name === 'namespace')) {
      if (rulesBefore) found.push(late(sheet, rule))
    } else if (!(rule.kind === 'at' && rule.name === 'layer' && rule.block === null)) rulesBefore = true
    first = false
  }
  for (const rule of everyAtRule(sheet.rules.flatMap((each) => each.items)))
    if (rule.name === 'import' || rule.name === 'charset') found.push(nested(rule))
  return found
}

const misplacedError = (rule: AtRule, message: string, mend: Mend | null): Diagnosis => ({
  rule: 'at-rule-misplaced',
  severity: rule.name === 'charset' ? 'note' : 'error',
  from: rule.from,
  to: rule.to,
  message,
  mend,
})

const lateCharset = (rule: AtRule) =>
  misplacedError(rule, '@charset counts only as the very first thing of a file. Here browsers pay no heed to it.', null)

function late({ text, rules }: Sheet, rule: AtRule): Diagnosis {
  const written = text.slice(rule.from, rule.to)
  const head = rules.findLast(
    (each) =>
      each.kind === 'at' && ['charset', 'import'].includes(each.name) && each.to < rule.from && isAtHead(rules, each),
  )
  const at = head?.to ?? 0
  const line = lineEndOf(text)
  return misplacedError(
    rule,
    `@${rule.name} stands behind other rules, so browsers skip it: “${brief(written)}” does not arrive. It belongs to the top.`,
    {
      label: 'Move it to the top',
      splices: [
        { from: at, to: at, insert: head ? line + written : written + line },
        { from: rule.from, to: rule.to, insert: '' },
      ],
    },
  )
}

/** Whether nothing but what may stand before `@import` stands before a rule. */
function isAtHead(rules: Sheet['rules'], rule: Sheet['rules'][number]): boolean {
  const before = rules.slice(0, rules.indexOf(rule))
  return before.every((each) => each.kind === 'at' && ['charset', 'import', 'layer'].includes(each.name) && !each.block)
}

const nested = (rule: AtRule) =>
  misplacedError(
    rule,
    `@${rule.name} cannot stand in the braces of another rule, so browsers skip it. It belongs to the top.`,
    null,
  )
