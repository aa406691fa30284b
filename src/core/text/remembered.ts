/**
 * Answers remembered by text. At `most` of them are kept; then all are forgotten, so that a long session does not grow
 * without end.
 */
export class Remembered<T> {
  private readonly known = new Map<string, T>()

  constructor(private readonly most: number) {}

  /** The answer for a text, computed when it is not known. */
  get(key: string, compute: () => T): T {
    let found = this.known.get(key)
    if (found === undefined) {
      if (this.known.size >= this.most) this.known.clear()
      found = compute()
      this.known.set(key, found)
    }
    return found
  }
}
