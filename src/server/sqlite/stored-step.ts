import { stepSchema, type Step } from '../../core/site/step.ts'
import { PublicError } from '../http/errors.ts'

/** How steps are written today. A change of their shape gets the next number, and a way to read the one before. */
export const STEP_VERSION = 1

/** A step as it lies in the database. */
interface StoredStep {
  readonly version: number
  readonly step: unknown
}

/** Reads a kept step. Throws {@link PublicError} when it is not one, or of a later Attire. */
export function readStep({ version, step }: StoredStep): Step {
  const read = version === STEP_VERSION ? stepSchema.safeParse(step) : null
  if (read?.success) return read.data
  throw new PublicError(
    'not-usable',
    version > STEP_VERSION
      ? 'This site was last changed with a newer Attire. Open it with that one.'
      : 'The history of this site is damaged. Hand it off from a backup, or ask for help.',
  )
}
