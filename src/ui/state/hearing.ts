const SECOND_MS = 1000
/** A frame that follows a drag says one thing a picture of the screen; three times that is nobody’s need. */
const MESSAGES_A_SECOND = 200

/** How much is listened to: who floods the workroom with messages is not heard for the rest of the second. */
export class Hearing {
  private since = 0
  private messages = 0
  private tooMany = false

  /** `onAnew` is called when the one who was too loud is heard again: answers may have been among the lost. */
  constructor(private readonly onAnew: () => void = () => undefined) {}

  /** Whether another message may be heard. */
  mayHear(): boolean {
    const now = Date.now()
    if (now - this.since >= SECOND_MS) {
      this.since = now
      this.messages = 0
    }
    if (++this.messages <= MESSAGES_A_SECOND) return true
    if (!this.tooMany) setTimeout(() => this.beginAnew(), SECOND_MS)
    this.tooMany = true
    return false
  }

  private beginAnew(): void {
    this.tooMany = false
    this.onAnew()
  }
}
