import { diffTexts, type Range } from '../text/splice.ts'
import { parseSheet, type AtRule, type Item, type Rule, type Sheet, type SheetError, type StyleRule } from './parse.ts'

const moved = ({ from, to }: Range, by: number): Range => ({ from: from + by, to: to + by })

/** Where the items of a moved rule were read, and how far they have moved since. */
interface Origin {
  readonly items: readonly Item[]
  readonly by: number
}
const origins = new WeakMap<Rule, Origin>()

/** The rule at its new place. Its items are moved when somebody asks for them: behind a change most rules are passed by. */
function movedRule(rule: Rule, by: number): Rule {
  const known = origins.get(rule)
  const origin = known ? { items: known.items, by: known.by + by } : { items: rule.items, by }
  let items: readonly Item[] | null = null
  const lazily = () => (items ??= origin.items.map((each) => movedItem(each, origin.by)))
  const there = rule.kind === 'style' ? movedStyle(rule, by, lazily) : movedAt(rule, by, lazily)
  origins.set(there, origin)
  return there
}

function movedStyle(rule: StyleRule, by: number, lazily: () => readonly Item[]): StyleRule {
  return {
    kind: 'style',
    from: rule.from + by,
    to: rule.to + by,
    selector: rule.selector,
    selectorRange: moved(rule.selectorRange, by),
    block: moved(rule.block, by),
    closed: rule.closed,
    get items() {
      return lazily()
    },
  }
}

function movedAt(rule: AtRule, by: number, lazily: () => readonly Item[]): AtRule {
  return {
    kind: 'at',
    from: rule.from + by,
    to: rule.to + by,
    name: rule.name,
    prelude: rule.prelude,
    preludeRange: moved(rule.preludeRange, by),
    block: rule.block && moved(rule.block, by),
    closed: rule.closed,
    get items() {
      return lazily()
    },
  }
}

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
