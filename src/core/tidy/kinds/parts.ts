import { addTo } from '../../text/grouped.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { removeDeclaration } from '../../sheet/edit.ts'
import type { Declaration, Rule, Sheet, StyleRule } from '../../sheet/parse.ts'
import { indentAt, lineEndOf } from '../../text/place.ts'
import type { Splice } from '../../text/splice.ts'
import { isStyle, siblings, spelled, takenAway } from '../blocks.ts'
import { saying, shareable } from '../declared.ts'
import type { Tidier } from '../proposal.ts'

/** Fewer characters than these are not worth another rule. */
const LEAST_SAVED = 20
/** What more rules than these say, such as `display: block`, pairs nobody with anybody. */
const MOST_ALIKE = 60

interface Speaker {
  readonly rule: StyleRule
  readonly says: ReadonlyMap<string, Declaration>
}

/** What several rules of a block have in common, with those that do. */
interface Common {
  readonly says: readonly string[]
  readonly speakers: readonly Speaker[]
  readonly saved: number
}

/** Declarations that several rules side by side have in common: one more rule says them for all. */
export const parts: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const taken = new Set<Speaker>()
    return commonOf(speakersOf(sheet, rules)).flatMap((common) => {
      if (common.speakers.some((speaker) => taken.has(speaker))) return []
      for (const speaker of common.speakers) taken.add(speaker)
      return [proposal(sheet, common)]
    })
  })

function speakersOf(sheet: Sheet, rules: readonly Rule[]): Speaker[] {
  return rules.filter(isStyle).flatMap((rule) => {
    const declarations = shareable(sheet, rule)
    const says = new Map(declarations?.map((each) => [saying(each), each]))
    // Fallbacks, one after the other, belong together.
    const isPlain = new Set(declarations?.map(({ property }) => property)).size === declarations?.length
    return declarations && isPlain ? [{ rule, says }] : []
  })
}

/** What rules have in common, that which saves most first. */
function commonOf(speakers: readonly Speaker[]): Common[] {
  const byText = new Map<string, Speaker[]>()
  for (const speaker of speakers) for (const text of speaker.says.keys()) addTo(byText, text, speaker)
  const sets = new Map<string, readonly string[]>()
  for (const alike of byText.values())
    if (alike.length <= MOST_ALIKE)
      for (const [at, one] of alike.entries())
        for (const other of alike.slice(at + 1)) {
          const says = [...one.says.keys()].filter((text) => other.says.has(text))
          sets.set(says.join(';'), says)
        }
  return [...sets.values()]
    .map((says) => {
      const able = speakers.filter((speaker) => says.every((text) => speaker.says.has(text)))
      return { says, speakers: able, saved: saved(says, able) }
    })
    .filter((common) => isWorth(common) && new Set(common.speakers.map(nameOf)).size > 1)
    .sort((a, b) => b.saved - a.saved)
}

/** One declaration alone is not taken out of its rules: only where a rule says nothing else. */
const isWorth = ({ says, speakers, saved: characters }: Common) =>
  characters >= LEAST_SAVED && (says.length > 1 || speakers.some((speaker) => speaker.says.size === 1))

const nameOf = ({ rule }: Speaker) => spelled(rule.selector)

/** Characters that go, less those that come: a list of selectors and braces. */
function saved(says: readonly string[], speakers: readonly Speaker[]): number {
  const declared = says.reduce((sum, text) => sum + text.length + 4, 0)
  const kept = speakers.filter((speaker) => speaker.says.size > says.length)
  const names = kept.reduce((sum, { rule }) => sum + rule.selector.length + 2, 0)
  return declared * (speakers.length - 1) - names - (kept.length > 0 ? 6 : 0)
}

function proposal(sheet: Sheet, { says, speakers }: Common): ReturnType<Tidier>[number] {
  const names = speakers.map(({ rule }) => brief(spelled(rule.selector), 30))
  const who = names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(' and ')
  const [first, last] = [speakers[0]!, speakers.at(-1)!]
  return {
    says: `${says.length === 1 ? brief(says[0]!.replace(':', ': '), 40) : `${says.length} declarations`} of ${who} once for all.`,
    splices: [
      ...written(sheet, says, speakers, first, 'before'),
      ...speakers.slice(1).flatMap((speaker) => without(sheet, says, speaker)),
    ],
    or: [
      [
        ...speakers.slice(0, -1).flatMap((speaker) => without(sheet, says, speaker)),
        ...written(sheet, says, speakers, last, 'behind'),
      ],
    ],
  }
}

/** The rule for all, beside one of them or in its place. */
function written(
  sheet: Sheet,
  says: readonly string[],
  speakers: readonly Speaker[],
  { rule, says: own }: Speaker,
  where: 'before' | 'behind',
): Splice[] {
  const { text } = sheet
  const between = lineEndOf(text) + indentAt(text, rule.from)
  const onLines = /[\r\n]/.test(text.slice(rule.block.from, rule.block.to))
  const step = onLines ? `${between}${unitIn(sheet, rule)}` : ' '
  const body = says.map((key) => `${step}${textOf(sheet, own.get(key)!)};`).join('')
  const list = speakers.map((speaker) => speaker.rule.selector).join(onLines ? `,${between}` : ', ')
  const insert = `${list} {${body}${onLines ? between : ' '}}`
  if (own.size === says.length) return [{ from: rule.from, to: rule.to, insert }]
  const rest = without(sheet, says, { rule, says: own })
  return where === 'before'
    ? [{ from: rule.from, to: rule.from, insert: insert + between }, ...rest]
    : [...rest, { from: rule.to, to: rule.to, insert: between + insert }]
}

const textOf = ({ text }: Sheet, { from, to }: Declaration) => text.slice(from, to)

/** What a rule's declarations are indented by beyond the rule. */
function unitIn({ text }: Sheet, rule: StyleRule): string {
  const [first] = rule.items
  const unit = first ? indentAt(text, first.from).slice(indentAt(text, rule.from).length) : ''
  return unit === '' ? '  ' : unit
}

function without(sheet: Sheet, says: readonly string[], { rule, says: own }: Speaker): Splice[] {
  if (own.size === says.length) return takenAway(sheet, rule)
  return says.flatMap((key) => removeDeclaration(sheet, own.get(key)!))
}
