import { madeFor } from '../model/made-for.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { joinChanges, NO_CHANGE, type SiteChange } from '../site/change.ts'
import { apart } from '../text/apart.ts'
import { rewritten } from '../text/splice.ts'
import type { FormatSettings } from './formatted.ts'
import { formatOf, planFormat } from './own-format.ts'
import { compareWorlds, type Comparison } from './neutral.ts'
import { siteIn, told, Trial, type Done, type LeftUndone, type TidyProgress } from './trial.ts'
import { proposalsOf } from './wanted.ts'
import { TIDY_KINDS, USUAL_KINDS, type TidyKind } from './words.ts'
import { Worlds } from './worlds.ts'

/** What tidying a sheet comes to. */
export interface TidyPlan {
  readonly change: SiteChange
  readonly text: string
  /** How it is written evenly. */
  readonly format: FormatSettings
  /** Why only that is done which needs no proof, in a sentence; '' where anything can be. */
  readonly unproved: string
  readonly done: readonly Done[]
  readonly left: readonly LeftUndone[]
  /** Rules and characters, before and after. */
  readonly rules: readonly [number, number]
  readonly size: readonly [number, number]
  /** The proof of it all. */
  readonly proof: Comparison
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
  const before = Worlds.of(site, path)
  const { unproved } = before
  const able = TIDY_KINDS.filter((each) => kinds.includes(each) && (unproved === '' || UNPROVED.includes(each)))
  const trial = new Trial(before, path)
  const proposals = (kind: TidyKind) => {
    const now = siteIn(trial.now)
    const found = proposalsOf(kind, { site: now, path, target: madeFor(now), format })
    // What touches another comes in the next round.
    return apart(found.filter((each) => !without.has(each.says) && !trial.refuses(each)))
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
  return { ...planOf(site, path, trial, noted), format, unproved, proof }
}

function planOf(
  site: SiteSnapshot,
  path: SitePath,
  trial: Trial,
  noted: SiteChange,
): Omit<TidyPlan, 'format' | 'unproved' | 'proof'> {
  const now = siteIn(trial.now)
  const [old, text] = [site.text(path), now.text(path)]
  return {
    change: joinChanges([{ ...NO_CHANGE, texts: [{ doc: site.docOf(path), splices: rewritten(old, text) }] }, noted]),
    ...{ text, done: trial.taken, left: trial.refused },
    rules: [countRules(site.sheet(path)), countRules(now.sheet(path))],
    size: [old.length, text.length],
  }
}

const countRules = (sheet: Sheet | null): number => (sheet ? styleRules(sheet).length : 0)
