import type { Range } from '../text/splice.ts'
import type { AtRule, Item, Rule, SheetError, StyleRule } from './sheet.ts'

const moved = ({ from, to }: Range, by: number): Range => ({ from: from + by, to: to + by })

/** A rule at its new place. Its items are moved when somebody asks for them: behind a change most rules are passed by. */
abstract class MovedRule implements Range {
  readonly from: number
  readonly to: number
  readonly closed: boolean
  readonly nests: boolean
  /** Where the items were read, and how far they have moved since. */
  private readonly read: readonly Item[]
  private readonly by: number
  private there: readonly Item[] | null = null

  constructor(rule: Rule, by: number) {
    this.from = rule.from + by
    this.to = rule.to + by
    this.closed = rule.closed
    this.nests = rule.nests
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

/** An item as it stands when the text before it has grown by so much. */
export function movedItem(item: Item, by: number): Item {
  if (item.kind !== 'declaration') return movedRule(item, by)
  const { propertyRange, valueRange } = item
  return { ...item, ...moved(item, by), propertyRange: moved(propertyRange, by), valueRange: moved(valueRange, by) }
}

/** The same for what error handling skips. */
export const movedError = (error: SheetError, by: number): SheetError => ({ ...error, ...moved(error, by) })
