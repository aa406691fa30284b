/** A frame as whoever gives out turns sees it. */
export interface TakesTurns {
  /** How long its page took to lay itself out when it last did, ms; 0 before it has. */
  readonly drawsIn: number
  /** Whether anybody sees it: what nobody sees is not drawn. */
  readonly inView: boolean
  /** Takes its turn: says what it has to say by now. */
  go(): void
}

/** Pages that are laid out within two pictures of the screen need not wait. */
const LIGHT_MS = 32
/** What a page costs, it stands back for so many times before its next turn: the time is for others then. */
const STANDS_BACK = 2
/** When nothing has moved for so long nobody is in a hurry, ms. */
const QUIET_MS = 120
/** A frame that has not said by then that it is drawn is not waited for. */
const DRAWN_WITHIN_MS = 1000

/**
 * Who may be changed when. All pages share one processor and a browser shows none before the last is laid out: told all at
 * once, the lightest would move as seldom as the heaviest can. So light ones go at once, and of the heavy ones one at a time,
 * each the more seldom the longer it takes, until nothing moves any more.
 */
export class DrawingTurns {
  /** Whose turn it is, and since when: set anew by whoever goes. */
  private turn: TakesTurns | null = null
  private since = 0
  private lastMoved = 0
  private readonly due = new WeakMap<TakesTurns, number>()
  private readonly waiting = new Set<TakesTurns>()
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly now: () => number = () => performance.now()) {}

  /** Says that all frames are to look otherwise: more of that is to be expected. */
  moved(): void {
    this.lastMoved = this.now()
  }

  /** Whether a frame may be changed now; else its turn comes, and it is told to go. */
  mayGo(frame: TakesTurns): boolean {
    const now = this.now()
    const isHeavy = frame.inView && frame.drawsIn > LIGHT_MS
    if (isHeavy && (this.isTaken(now) || !this.isDue(frame, now))) {
      this.waiting.add(frame)
      this.look()
      return false
    }
    this.waiting.delete(frame)
    if (isHeavy) {
      this.turn = frame
      this.since = now
    }
    return true
  }

  /** The frame is drawn, or gone: it is another's turn. */
  drawn(frame: TakesTurns): void {
    this.due.set(frame, this.now() + frame.drawsIn * STANDS_BACK)
    if (this.turn === frame) this.turn = null
    this.look()
  }

  /** A frame that is gone waits no more. */
  leave(frame: TakesTurns): void {
    this.waiting.delete(frame)
    if (this.turn === frame) this.turn = null
    this.look()
  }

  private isTaken = (now: number) => this.turn !== null && now - this.since < DRAWN_WITHIN_MS
  private isDue = (frame: TakesTurns, now: number) =>
    (this.due.get(frame) ?? 0) <= now || now - this.lastMoved >= QUIET_MS

  /** Looks whose turn it is, now or a little later. */
  private look(): void {
    clearTimeout(this.timer)
    if (this.waiting.size === 0) return
    const now = this.now()
    const next = this.isTaken(now) ? undefined : [...this.waiting].find((frame) => this.isDue(frame, now))
    if (!next) {
      this.timer = setTimeout(() => this.look(), QUIET_MS / 4)
      return
    }
    this.waiting.delete(next)
    next.go()
    this.look()
  }
}
