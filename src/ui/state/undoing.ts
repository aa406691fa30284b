import { carryEdits } from '../../core/site/carry-step.ts'
import { reverseStep, type Edit, type Step } from '../../core/site/step.ts'

/** A step that can be made again, and behind which step it was made; null for the first of all. */
interface Repeatable {
  readonly step: Step
  readonly behind: Step | null
}

/** How something is taken back or made again: by the last step itself, or where others came after it by a step of its own. */
export type Undoing = { readonly of: Step; readonly last: true } | { readonly of: Step; readonly edit: Edit } | 'clash'

type History = { readonly past: readonly Step[]; readonly future: readonly Step[] }

/**
 * Which steps undo and redo are about: those of this window, and all that were there when it was opened. What other windows do
 * meanwhile stays, and is carried over.
 */
export class OwnSteps {
  private readonly foreign = new WeakSet<Step>()
  /** Steps that took others back, and those that were: there is nothing in them to be undone. */
  private readonly aside = new WeakSet<Step>()
  private repeatable: Repeatable[] = []

  /** Another window made or took back a step. */
  markForeign(step: Step): void {
    this.foreign.add(step)
  }

  isAside(step: Step): boolean {
    return this.aside.has(step)
  }

  /** A step was carried over others and is another object now. */
  replace(before: Step, after: Step): void {
    if (this.aside.has(before)) this.aside.add(after)
    this.repeatable = this.repeatable.map(({ step, behind }) => ({ step, behind: behind === before ? after : behind }))
  }

  /** What could be made again could be no more, for another window went on; it is kept here. */
  keepFuture(future: readonly Step[], behind: Step | null): void {
    for (const step of future) {
      if (this.foreign.has(step)) return
      // The next one of them stands behind this one.
      this.repeatable.unshift({ step, behind: this.repeatable.length > 0 ? this.repeatable[0]!.step : behind })
    }
  }

  /** The window goes on with something else. */
  forgetFuture(): void {
    this.repeatable = []
  }

  /** The step that undo would take back. */
  undoable({ past }: Pick<History, 'past'>): Step | null {
    return past.findLast((step) => !this.foreign.has(step) && !this.aside.has(step)) ?? null
  }

  /** The step that redo would make again. */
  redoable({ future }: Pick<History, 'future'>): Step | null {
    const kept = this.repeatable.at(-1)
    if (kept) return kept.step
    const next = future.at(-1)
    return next && !this.foreign.has(next) ? next : null
  }

  undoing({ past }: History): Undoing | null {
    const of = this.undoable({ past })
    if (!of) return null
    const at = past.lastIndexOf(of)
    if (at === past.length - 1) return { of, last: true }
    const carried = carryEdits([reverseStep(of)], past.slice(at + 1))
    return 'clash' in carried ? 'clash' : { of, edit: carried.mine[0] ?? { label: of.label, texts: [] } }
  }

  redoing({ past, future }: History): Undoing | null {
    const kept = this.repeatable.at(-1)
    if (!kept) {
      const of = this.redoable({ future })
      return of && { of, last: true }
    }
    const at = kept.behind === null ? -1 : past.lastIndexOf(kept.behind)
    if (kept.behind !== null && at < 0) return 'clash'
    const carried = carryEdits([kept.step], past.slice(at + 1))
    return 'clash' in carried
      ? 'clash'
      : { of: kept.step, edit: carried.mine[0] ?? { label: kept.step.label, texts: [] } }
  }

  /** `by` has taken `of` back. */
  tookBack(of: Step, by: Step): void {
    this.aside.add(of)
    this.aside.add(by)
    this.repeatable.push({ step: { ...reverseStep(by), label: of.label }, behind: by })
  }

  /** `by` has made again what could be made again last; null where nothing of it was left to do. */
  madeAgain(by: Step | null): void {
    const done = this.repeatable.pop()
    if (by)
      this.repeatable = this.repeatable.map((each) => (each.behind === done?.step ? { ...each, behind: by } : each))
  }
}
