import { madeFor } from '../model/made-for.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { sheetsWorn } from '../model/wear.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { joinChanges, NO_CHANGE, type SiteChange } from '../site/change.ts'
import { applySplices, rewritten, type Splice } from '../text/splice.ts'
import { excerptOf, type Excerpt } from './excerpt.ts'
import type { FormatSettings } from './formatted.ts'
import { TIDIERS } from './kinds/index.ts'
import { formatOf, planFormat } from './own-format.ts'
import { compareWorlds, type Comparison, type Difference } from './neutral.ts'
import type { Proposal } from './proposal.ts'
import { TIDY_KINDS, USUAL_KINDS, type TidyKind } from './words.ts'
import { Worlds } from './worlds.ts'

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

/** What tidying a sheet comes to. */
export interface TidyPlan {
  readonly change: SiteChange
  readonly text: string
  /** How it is written evenly. */
  readonly format: FormatSettings
  /** Whether any page wears the sheet: without one, only that is done which needs no proof. */
  readonly worn: boolean
  readonly done: readonly Done[]
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

/** How a sheet is to be tidied. */
export interface TidyWishes {
  readonly kinds: readonly TidyKind[]
  /** What is not to be done, by its words. */
  readonly without: ReadonlySet<string>
  /** How it is written; as the site says where this is null. */
  readonly format: FormatSettings | null
}

const USUAL_WISHES: TidyWishes = { kinds: USUAL_KINDS, without: new Set(), format: null }

/** One kind makes way for another; it comes to rest soon. */
const ROUNDS = 8
/** What comes one at a time, such as names that are written at one place. */
const TURNS = 200

/** What is true of a sheet that nobody wears as well. */
const UNPROVED: readonly TidyKind[] = ['empty', 'format']

/**
 * Plans to tidy a sheet, kind by kind. Whatever is done is proved to change no computed value on any page; what is not neutral is tried in
 * another way, and is left where none is. Whoever runs it may stop between two proofs.
 */
export function* tidySheet(
  site: SiteSnapshot,
  path: SitePath,
  wishes: Partial<TidyWishes> = {},
): Generator<TidyProgress, TidyPlan, void> {
  const { kinds, without, format: asked } = { ...USUAL_WISHES, ...wishes }
  const format = asked ?? formatOf(site)
  const worn = isWorn(site, path)
  const able = TIDY_KINDS.filter((each) => kinds.includes(each) && (worn || UNPROVED.includes(each)))
  const before = Worlds.of(site)
  const trial = new Trial(before, path)
  const proposals = (kind: TidyKind) => {
    const now = siteIn(trial.now)
    const sheet = now.sheet(path)
    const found = sheet ? TIDIERS[kind](sheet, { site: now, path, target: madeFor(now), format }) : []
    const wanted = found
      .filter(({ splices }) => keepsComments(sheet!.text, splices))
      .map((each) => ({ ...each, or: each.or.filter((other) => keepsComments(sheet!.text, other)), kind }))
      .filter((each) => !without.has(each.says) && !trial.refuses(each))
    return apart(wanted)
  }
  for (let round = 0, done = -1; done !== trial.taken.length && round < ROUNDS; round++) {
    done = trial.taken.length
    for (const kind of able)
      for (let turn = 0, next = proposals(kind); next.length > 0 && turn < TURNS; turn++) {
        yield* trial.take(next)
        next = proposals(kind)
      }
  }
  const noted = asked && kinds.includes('format') ? planFormat(site, asked) : NO_CHANGE
  const proof = yield* told(compareWorlds(before, trial.now), trial.progress(able.at(-1) ?? 'format'))
  return { ...planOf(site, path, trial, noted), format, worn, proof }
}

function planOf(
  site: SiteSnapshot,
  path: SitePath,
  trial: Trial,
  noted: SiteChange,
): Omit<TidyPlan, 'format' | 'worn' | 'proof'> {
  const now = siteIn(trial.now)
  const [old, text] = [site.text(path), now.text(path)]
  return {
    change: joinChanges([{ ...NO_CHANGE, texts: [{ doc: site.docOf(path), splices: rewritten(old, text) }] }, noted]),
    ...{ text, done: trial.taken, left: trial.refused },
    rules: [countRules(site.sheet(path)), countRules(now.sheet(path))],
    size: [old.length, text.length],
  }
}

const isWorn = (site: SiteSnapshot, path: SitePath): boolean =>
  site.pagePaths.some((page) => sheetsWorn(page, site.page(page), site.wearContext()).some(({ file }) => file === path))

/** The site itself, without conditions that are taken to hold. */
const siteIn = ({ all }: Worlds): SiteSnapshot => all[0]!.site

const countRules = (sheet: Sheet | null): number => (sheet ? styleRules(sheet).length : 0)

const commentsIn = (text: string): number => text.match(/\/\*[\s\S]*?\*\//g)?.length ?? 0

/** Whether as many comments are written as are taken away: one in the midst of a declaration would go with it. */
function keepsComments(text: string, splices: readonly Splice[]): boolean {
  const gone = splices.reduce((sum, { from, to }) => sum + commentsIn(text.slice(from, to)), 0)
  return gone === 0 || gone === splices.reduce((sum, { insert }) => sum + commentsIn(insert), 0)
}

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

/** A comparison that says how far the whole is whenever it pauses. */
function* told(
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
class Trial {
  readonly taken: Done[] = []
  readonly refused: LeftUndone[] = []

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
    for (const other of or) {
      const splices = [...taken, ...other]
      const differs = yield* this.tried(text, splices, [{ ...proposal, splices: other }])
      if (!differs) return splices
    }
    this.refused.push({ kind, says, difference })
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
    if (this.taken.length + this.refused.length === 0) yield* told(compareWorlds(this.now, this.now), progress)
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
