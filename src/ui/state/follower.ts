import { sheetText, type DocumentState } from './document.ts'

/** Characters of a sheet from which on a window would be felt to stand still if all that follows a key came in its task. */
const LONG = 200_000

const isLong = (state: DocumentState): boolean => sheetText(state).length > LONG

/** Whether somebody types in a long sheet. */
export const typesLong = (state: DocumentState): boolean => state.typing && isLong(state)

/** Whether a long sheet was changed, and not only for as long as something is dragged. */
export const changedLong = (state: DocumentState): boolean => state.preview === null && isLong(state)

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
