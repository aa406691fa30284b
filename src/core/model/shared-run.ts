import type { SiteSnapshot } from './snapshot.ts'

interface Run<P, R> {
  readonly steps: Generator<P, R, void>
  result: { readonly value: R } | null
}

/**
 * Runs something long about a site once, however many ask for it: those who ask while it runs carry it on together, those who ask later
 * have its result at once. Who stops asking stops nobody else.
 */
export class SharedRuns<P, R> {
  private readonly known = new WeakMap<SiteSnapshot, Map<string, Run<P, R>>>()

  private runOf(site: SiteSnapshot, key: string, begin: () => Generator<P, R, void>): Run<P, R> {
    const runs = this.known.get(site) ?? new Map<string, Run<P, R>>()
    this.known.set(site, runs)
    const run = runs.get(key) ?? { steps: begin(), result: null }
    runs.set(key, run)
    return run
  }

  /** The next step of a run; one that fails is begun anew by the next who asks. */
  private stepOf({ steps }: Run<P, R>, site: SiteSnapshot, key: string): IteratorResult<P, R> {
    try {
      return steps.next()
    } catch (error) {
      this.known.get(site)?.delete(key)
      throw error
    }
  }

  /** `key` names what is asked beside the site. */
  *of(site: SiteSnapshot, key: string, begin: () => Generator<P, R, void>): Generator<P, R, void> {
    const run = this.runOf(site, key, begin)
    while (run.result === null) {
      const step = this.stepOf(run, site, key)
      if (step.done) run.result = { value: step.value }
      else yield step.value
    }
    return run.result.value
  }
}
