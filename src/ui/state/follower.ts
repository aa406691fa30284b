/** Does what follows a change at once, or in a task of its own: then once for all that has come by then. */
export class Follower {
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly follow: () => void) {}

  /** Follows at once, unless it may take its time. */
  come(inOwnTask: boolean): void {
    if (!inOwnTask) this.now()
    else this.timer ??= setTimeout(() => this.now())
  }

  private now(): void {
    this.end()
    this.follow()
  }

  /** Nothing that waits comes any more. */
  end(): void {
    clearTimeout(this.timer)
    this.timer = undefined
  }
}
