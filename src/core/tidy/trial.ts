import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { excerptOf, type Excerpt } from './excerpt.ts'
import { compareWorlds, type Comparison, type Difference } from './neutral.ts'
import type { Proposal } from './proposal.ts'
import { touch } from './wanted.ts'
import type { TidyKind } from './words.ts'
import type { Worlds } from './worlds.ts'

/** Something that was not done, and what it would have changed. */
export interface LeftUndone {
  readonly kind: TidyKind
  readonly says: string
  readonly difference: Difference
}

/** Something that was done, with the lines it touched, as they were then. */
export interface Done extends Excerpt {
  readonly kind: TidyKind
  readonly says: string
}

/** How far a plan is. */
export interface TidyProgress {
  readonly kind: TidyKind
  readonly done: number
  readonly left: number
}

/** The site itself, without conditions that are taken to hold. */
export const siteIn = ({ all }: Worlds): SiteSnapshot => all[0]!.site

/** A comparison that says how far the whole is whenever it pauses. */
export function* told(
  comparison: ReturnType<typeof compareWorlds>,
  says: TidyProgress,
): Generator<TidyProgress, Comparison, void> {
  for (;;) {
    const next = comparison.next()
    if (next.done) return next.value
    yield says
  }
}

/** Tries proposals on a sheet, all at once where that is neutral, else by halves. */
export class Trial {
  readonly taken: Done[] = []
  readonly refused: LeftUndone[] = []
  /** Whether the styles as they are have been computed. */
  private isKnown = false

  constructor(
    /** With all that has been taken. */
    public now: Worlds,
    private readonly path: SitePath,
  ) {}

  refuses({ kind, says }: Proposal): boolean {
    return this.refused.some((each) => each.kind === kind && each.says === says)
  }

  /** Takes what is neutral of proposals for the present text. */
  *take(proposals: readonly Proposal[]): Generator<TidyProgress, void, void> {
    yield* this.takeOf(siteIn(this.now).text(this.path), [], proposals)
  }

  /** `taken` are the splices for a text that have been taken already; gives them with those that are taken now. */
  private *takeOf(
    text: string,
    taken: readonly Splice[],
    proposals: readonly Proposal[],
  ): Generator<TidyProgress, readonly Splice[], void> {
    const [first] = proposals
    if (!first) return taken
    const splices = [...taken, ...proposals.flatMap((each) => each.splices)]
    const difference = yield* this.tried(text, splices, proposals)
    if (!difference) return splices
    if (proposals.length === 1) return yield* this.tryOtherwise(text, taken, first, difference)
    const half = proposals.length >> 1
    const more = yield* this.takeOf(text, taken, proposals.slice(0, half))
    return yield* this.takeOf(text, more, proposals.slice(half))
  }

  private *tryOtherwise(
    text: string,
    taken: readonly Splice[],
    proposal: Proposal,
    difference: Difference,
  ): Generator<TidyProgress, readonly Splice[], void> {
    const { kind, says, or } = proposal
    // What another has taken the place of meanwhile is found again in the text as it then is.
    let later = false
    for (const other of or) {
      const isTaken = touch(other, taken)
      later ||= isTaken
      if (isTaken) continue
      const splices = [...taken, ...other]
      const differs = yield* this.tried(text, splices, [{ ...proposal, splices: other }])
      if (!differs) return splices
    }
    if (!later) this.refused.push({ kind, says, difference })
    return taken
  }

  progress(kind: TidyKind): TidyProgress {
    return { kind, done: this.taken.length, left: this.refused.length }
  }

  /** Takes proposals that are neutral together; else says what would differ. */
  private *tried(
    text: string,
    splices: readonly Splice[],
    proposals: readonly Proposal[],
  ): Generator<TidyProgress, Difference | null, void> {
    const progress = this.progress(proposals[0]!.kind)
    // What is known of the site as it is, is handed on to what it would be.
    if (!this.isKnown) yield* told(compareWorlds(this.now, this.now), progress)
    this.isKnown = true
    const then = this.now.with(this.path, applySplices(text, splices))
    const { difference } = yield* told(compareWorlds(this.now, then), progress)
    if (difference) return difference
    this.taken.push(
      ...proposals.map((each) => ({ kind: each.kind, says: each.says, ...excerptOf(text, each.splices) })),
    )
    this.now = then
    return null
  }
}
