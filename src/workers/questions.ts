import { boxesQuestions, widthQuestions } from '../core/boxes/questions.ts'
import { classesQuestions } from '../core/classes/questions.ts'
import { colorQuestions } from '../core/color/questions.ts'
import { contrastQuestions } from '../core/contrast/questions.ts'
import { editQuestions } from '../core/edit/questions.ts'
import { fitQuestions } from '../core/fit/questions.ts'
import { liftQuestions } from '../core/lift/questions.ts'
import { linksQuestions } from '../core/links/questions.ts'
import { menuQuestions } from '../core/menu/questions.ts'
import { modelQuestions } from '../core/model/questions.ts'
import { laidPlanQuestions, planQuestions } from '../core/plan/questions.ts'
import { proofQuestions } from '../core/proof/questions.ts'
import { siteQuestions } from '../core/site/questions.ts'
import { tidyQuestions } from '../core/tidy/questions.ts'
import { traceQuestions } from '../core/trace/questions.ts'
import { typeQuestions } from '../core/type/questions.ts'
import { writingQuestions } from '../core/writing/questions.ts'

/**
 * Everything the site worker answers, as its features register it: a function of a snapshot, of what is asked, and of what the
 * check has found so far. One that
 * yields takes long: it is answered in slices, tells how far it is, and can be called off.
 */
export const QUESTIONS = {
  ...boxesQuestions,
  ...classesQuestions,
  ...colorQuestions,
  ...contrastQuestions,
  ...editQuestions,
  ...fitQuestions,
  ...liftQuestions,
  ...linksQuestions,
  ...menuQuestions,
  ...modelQuestions,
  ...planQuestions,
  ...proofQuestions,
  ...siteQuestions,
  ...tidyQuestions,
  ...traceQuestions,
  ...typeQuestions,
  ...writingQuestions,
}

/** Questions whose answers hang on how wide words are. */
export const MEASURING: ReadonlySet<Question> = new Set(
  Object.keys({ ...widthQuestions, ...laidPlanQuestions }) as Question[],
)

/** Questions about what the check has found. */
export const ABOUT_FINDINGS: ReadonlySet<Question> = new Set(Object.keys(fitQuestions) as Question[])

type Questions = typeof QUESTIONS
export type Question = keyof Questions

/** What goes with a question; an empty object for those that ask for nothing in particular. */
export type Ask<Q extends Question> =
  Parameters<Questions[Q]> extends [unknown, infer A, ...unknown[]] ? A : Record<string, never>

type Result<Q extends Question> = ReturnType<Questions[Q]>

/** What a question comes to in the end. */
export type Answer<Q extends Question> = Result<Q> extends Generator<unknown, infer A, void> ? A : Result<Q>

/** How far a long question is. */
export type Progress<Q extends Question> = Result<Q> extends Generator<infer P, unknown, void> ? P : never

/** Questions that take long. */
export type LongQuestion = {
  [Q in Question]: Result<Q> extends Generator<unknown, unknown, void> ? Q : never
}[Question]
