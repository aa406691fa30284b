import { diffTexts, type Range } from '../text/splice.ts'
import { parseSheet, type AtRule, type Item, type Rule, type Sheet, type SheetError, type StyleRule } from './parse.ts'

const moved = ({ from, to }: Range, by: number): Range => ({ from: from + by, to: to + by })

/** A rule at its new place. Its items are moved when somebody asks for them: behind a change most rules are passed by. */
abstract class MovedRule implements Range {
  readonly from: number
  readonly to: number
  readonly closed: boolean
  /** Where the items were read, and how far they have moved since. */
  private readonly read: readonly Item[]
  private readonly by: number
  private there: readonly Item[] | null = null

  constructor(rule: Rule, by: number) {
    this.from = rule.from + by
    this.to = rule.to + by
    this.closed = rule.closed
    const known = rule instanceof MovedRule ? rule : null
    this.read = known ? known.read : rule.items
    this.by = known ? known.by + by : by
  }

  get items(): readonly Item[] {
    return (this.there ??= this.read.map((item) => movedItem(item, this.by)))
  }
}

class MovedStyleRule extends MovedRule implements StyleRule {
  readonly kind = 'style'
  readonly selector: string
  readonly selectorRange: Range
  readonly block: Range

  constructor(rule: StyleRule, by: number) {
    super(rule, by)
    this.selector = rule.selector
    this.selectorRange = moved(rule.selectorRange, by)
    this.block = moved(rule.block, by)
  }
}

class MovedAtRule extends MovedRule implements AtRule {
  readonly kind = 'at'
  readonly name: string
  readonly prelude: string
  readonly preludeRange: Range
  readonly block: Range | null

  constructor(rule: AtRule, by: number) {
    super(rule, by)
    this.name = rule.name
    this.prelude = rule.prelude
    this.preludeRange = moved(rule.preludeRange, by)
    this.block = rule.block && moved(rule.block, by)
  }
}

const movedRule = (rule: Rule, by: number): Rule =>
  rule.kind === 'style' ? new MovedStyleRule(rule, by) : new MovedAtRule(rule, by)

function movedItem(item: Item, by: number): Item {
  if (item.kind !== 'declaration') return movedRule(item, by)
  const { propertyRange, valueRange } = item
  return { ...item, ...moved(item, by), propertyRange: moved(propertyRange, by), valueRange: moved(valueRange, by) }
}

const movedRules = (rules: readonly Rule[], by: number) => (by === 0 ? rules : rules.map((rule) => movedRule(rule, by)))
const movedErrors = (errors: readonly SheetError[], by: number) =>
  by === 0 ? errors : errors.map((error) => ({ ...error, ...moved(error, by) }))

/**
 * What {@link parseSheet} gives for a text, when the sheet of a text like it is known: only rules that a change touches are
 * read, those before them are the same objects, and those behind them are moved. A rule on the top level is read alike
 * wherever it stands (CSS Syntax 3, section 5.4.1), so the rest follows once a rule behind the change begins and ends where
 * it did; where none does, as behind a brace that was just opened, everything from the change on is read.
 */
export function reparseSheet(before: Sheet, text: string): Sheet {
  const [change] = diffTexts(before.text, text)
  if (!change) return before
  const { rules, errors } = before
  // The last rule may be open to the end of the text, so it is always read anew.
  const untouched = firstAt(rules, ({ to }) => to > change.from)
  const kept = keptRules(rules, Math.min(untouched, rules.length - 1), text)
  const from = kept > 0 ? rules[kept - 1]!.to : 0
  const by = text.length - before.text.length
  // What is written right before a rule may become a part of it, so the one after that is the landmark.
  const behind = firstAt(rules, (rule) => rule.from >= change.to) + 1
  const landmark = behind < rules.length - 1 ? rules[behind]! : null
  const until = landmark ? landmark.to + by : text.length
  const read = parseSheet(text.slice(from, until))
  const last = read.rules.at(-1)
  if (landmark && !(last && last.closed && last.from + from === landmark.from + by && last.to + from === until))
    return joined(text, before, kept, from, parseSheet(text.slice(from)), [], [])
  return joined(
    text,
    before,
    kept,
    from,
    read,
    landmark ? movedRules(rules.slice(behind + 1), by) : [],
    landmark
      ? movedErrors(
          errors.filter((error) => error.from >= landmark.to),
          by,
        )
      : [],
  )
}

/** How many of the first `most` rules can be kept: what is read may not begin with a mark that stands for no character there. */
function keptRules(rules: readonly Rule[], most: number, text: string): number {
  let kept = Math.max(0, most)
  while (kept > 0 && text[rules[kept - 1]!.to] === BYTE_ORDER_MARK) kept--
  return kept
}

const BYTE_ORDER_MARK = '\uFEFF'

/** Where the first rule stands that is like this; rules come in the order of the text, so those behind it are too. */
function firstAt(rules: readonly Rule[], isLike: (rule: Rule) => boolean): number {
  let low = 0
  let high = rules.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (isLike(rules[middle]!)) high = middle
    else low = middle + 1
  }
  return low
}

function joined(
  text: string,
  before: Sheet,
  kept: number,
  from: number,
  read: Sheet,
  restRules: readonly Rule[],
  restErrors: readonly SheetError[],
): Sheet {
  return {
    text,
    rules: [...before.rules.slice(0, kept), ...movedRules(read.rules, from), ...restRules],
    errors: [...before.errors.filter((error) => error.to <= from), ...movedErrors(read.errors, from), ...restErrors],
  }
}
