import { beatenDeclarations } from '../fit/fates.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { removeDeclaration } from '../sheet/edit.ts'
import type { Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { applySplices, diffTexts, type Splice } from '../text/splice.ts'
import { formatted } from './format.ts'
import { group } from './group.ts'
import { merge } from './merge.ts'
import { compareWorlds, type Comparison, type Difference } from './neutral.ts'
import { TIDY_KINDS, TIDY_WORDS, type Proposal, type TidyKind } from './proposal.ts'
import { empty, repeats, shorthand } from './small.ts'
import { Worlds } from './worlds.ts'

/** Something that was not done, and what it would have changed. */
export interface LeftUndone {
  readonly kind: TidyKind
  readonly says: string
  readonly difference: Difference
}

/** What tidying a sheet comes to. */
export interface TidyPlan {
  readonly change: SiteChange
  readonly text: string
  readonly done: readonly { readonly kind: TidyKind; readonly says: string }[]
  readonly left: readonly LeftUndone[]
  /** Rules and characters, before and after. */
  readonly rules: readonly [number, number]
  readonly size: readonly [number, number]
  /** The proof of it all. */
  readonly proof: Comparison
}

export interface TidyProgress {
  readonly kind: TidyKind
  readonly done: number
  readonly left: number
}

/** One kind makes way for another; it comes to rest soon. */
const ROUNDS = 8

/**
 * Plans to tidy a sheet, kind by kind. Whatever is done is proved to change no computed value on any page; what is not neutral is tried in
 * another way, and is left where none is. Nothing is done whose words are in `without`. Whoever runs it may stop between two proofs.
 */
export function* tidySheet(
  site: SiteSnapshot,
  path: SitePath,
  kinds: readonly TidyKind[] = USUAL_KINDS,
  without: ReadonlySet<string> = new Set(),
): Generator<TidyProgress, TidyPlan, void> {
  const done: { kind: TidyKind; says: string }[] = []
  const left: LeftUndone[] = []
  const before = Worlds.of(site)
  let now = before
  for (let round = 0, going = true; going && round < ROUNDS; round++) {
    going = false
    for (const kind of TIDY_KINDS.filter((each) => kinds.includes(each))) {
      const refused = new Set(left.map((each) => `${each.kind} ${each.says}`))
      const wanted = ({ says }: Proposal) => !refused.has(`${kind} ${says}`) && !without.has(says)
      const proposals = apart(proposalsOf(kind, siteIn(now), path).filter(wanted))
      const trial = new Trial(now, path)
      yield* trial.take(proposals)
      done.push(...trial.taken)
      left.push(...trial.refused)
      going ||= trial.taken.length > 0
      now = trial.now
    }
  }
  const [old, text] = [site.text(path), siteIn(now).text(path)]
  return {
    change: { ...NO_CHANGE, texts: [{ doc: site.docOf(path), splices: rewritten(old, text) }] },
    ...{ text, done, left },
    rules: [countRules(site.sheet(path)), countRules(siteIn(now).sheet(path))],
    size: [old.length, text.length],
    proof: compareWorlds(before, now),
  }
}

/** The site itself, without conditions that are taken to hold. */
const siteIn = ({ all }: Worlds): SiteSnapshot => all[0]!.site

/** The text as a whole: pieces of rules written here and there would read as if something were not closed. */
const rewritten = (before: string, text: string): Splice[] =>
  before === text ? [] : [{ from: 0, to: before.length, insert: text }]

/** What is done when nothing else is asked for. */
export const USUAL_KINDS: readonly TidyKind[] = TIDY_KINDS.filter((kind) => !TIDY_WORDS[kind].apart)

const countRules = (sheet: Sheet | null): number => (sheet ? styleRules(sheet).length : 0)

function proposalsOf(kind: TidyKind, site: SiteSnapshot, path: SitePath): Proposal[] {
  const sheet = site.sheet(path)
  if (!sheet) return []
  switch (kind) {
    case 'empty':
      return empty(sheet)
    case 'repeats':
      return repeats(sheet)
    case 'merge':
      return merge(sheet)
    case 'group':
      return group(sheet)
    case 'shorthand':
      return shorthand(sheet)
    case 'format':
      return format(sheet)
    case 'drop':
      return drop(site, sheet, path)
  }
}

function format(sheet: Sheet): Proposal[] {
  const splices = diffTexts(sheet.text, formatted(sheet))
  return splices.length === 0 ? [] : [{ kind: 'format', says: 'The sheet is written evenly.', splices, or: [] }]
}

const drop = (site: SiteSnapshot, sheet: Sheet, path: SitePath): Proposal[] =>
  beatenDeclarations(site)
    .filter(({ file }) => file === path)
    .map(({ declaration, rule }) => ({
      kind: 'drop',
      says: `${declaration.property} of ${rule.selectorText} never wins.`,
      splices: removeDeclaration(sheet, declaration),
      or: [],
    }))

/** Of proposals that touch one place, the first: the others come in the next round. */
function apart(proposals: readonly Proposal[]): Proposal[] {
  const taken: Splice[] = []
  return proposals.filter(({ splices, or }) => {
    const all = [...splices, ...or.flat()]
    if (all.some((splice) => taken.some((other) => splice.from <= other.to && other.from <= splice.to))) return false
    taken.push(...all)
    return true
  })
}

/** Tries proposals on a sheet, all at once where that is neutral, else by halves. */
class Trial {
  readonly taken: { kind: TidyKind; says: string }[] = []
  readonly refused: LeftUndone[] = []
  private splices: Splice[] = []

  private readonly text: string

  constructor(
    /** With all that has been taken. */
    public now: Worlds,
    private readonly path: SitePath,
  ) {
    this.text = siteIn(now).text(path)
  }

  *take(proposals: readonly Proposal[]): Generator<TidyProgress, void, void> {
    const [first] = proposals
    if (!first) return
    const difference = this.tried(proposals)
    yield { kind: first.kind, done: this.taken.length, left: this.refused.length }
    if (!difference) return
    if (proposals.length === 1) return yield* this.tryOtherwise(first, difference)
    const half = proposals.length >> 1
    yield* this.take(proposals.slice(0, half))
    yield* this.take(proposals.slice(half))
  }

  private *tryOtherwise(proposal: Proposal, difference: Difference): Generator<TidyProgress, void, void> {
    const { kind, says, or } = proposal
    for (const splices of or) {
      const other = this.tried([{ ...proposal, splices }])
      yield { kind, done: this.taken.length, left: this.refused.length }
      if (!other) return
    }
    this.refused.push({ kind, says, difference })
  }

  /** Takes proposals that are neutral together; else says what would differ. */
  private tried(proposals: readonly Proposal[]): Difference | null {
    const splices = [...this.splices, ...proposals.flatMap((each) => each.splices)]
    const then = this.now.with(this.path, applySplices(this.text, splices))
    const { difference } = compareWorlds(this.now, then)
    if (difference) return difference
    this.taken.push(...proposals.map(({ kind, says }) => ({ kind, says })))
    this.splices = splices
    this.now = then
    return null
  }
}
