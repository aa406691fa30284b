import { and, eq, gte } from 'drizzle-orm'
import type { Step } from '../../core/site/step.ts'
import type { Executor } from './database.ts'
import { stepBlobs, steps } from './schema.ts'
import { readStep, STEP_VERSION } from './stored-step.ts'

const ROWS_AT_ONCE = 500

/** The history of a site during one save: what is new is written at its end. */
export class SaveSteps {
  private readonly fresh = new Map<number, Step>()
  /** From here on nothing of what is stored holds any more. */
  private cutFrom = Infinity

  constructor(
    private readonly tx: Executor,
    private readonly siteId: string,
  ) {}

  async at(seq: number): Promise<Step | null> {
    const fresh = this.fresh.get(seq)
    if (fresh || seq >= this.cutFrom) return fresh ?? null
    const [row] = await this.tx
      .select({ step: steps.step, version: steps.version })
      .from(steps)
      .where(and(eq(steps.siteId, this.siteId), eq(steps.seq, seq)))
    return row ? readStep(row) : null
  }

  /** Puts a step at a place; those behind it can not be made again any more. */
  put(seq: number, step: Step): void {
    for (const later of [...this.fresh.keys()].filter((each) => each > seq)) this.fresh.delete(later)
    this.fresh.set(seq, step)
    this.cutFrom = Math.min(this.cutFrom, seq)
  }

  async write(): Promise<void> {
    if (this.fresh.size === 0) return
    const { siteId } = this
    await this.tx.delete(steps).where(and(eq(steps.siteId, siteId), gte(steps.seq, this.cutFrom)))
    const at = new Date()
    const rows = [...this.fresh].map(([seq, step]) => ({ siteId, seq, step, version: STEP_VERSION, at }))
    const named = rows.flatMap(({ seq, step }) => hashesOf(step).map((hash) => ({ siteId, seq, hash })))
    for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
      await this.tx.insert(steps).values(rows.slice(from, from + ROWS_AT_ONCE))
    for (let from = 0; from < named.length; from += ROWS_AT_ONCE)
      await this.tx.insert(stepBlobs).values(named.slice(from, from + ROWS_AT_ONCE))
  }
}

/** The bytes that a step names, each once. */
const hashesOf = ({ files }: Step): string[] => [
  ...new Set(files.flatMap(({ before, after }) => [before, after]).filter((hash) => hash !== null)),
]
