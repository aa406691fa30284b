import type { Sheet } from '../../core/sheet/parse.ts'
import { DESK, type Viewport } from '../../core/values/media.ts'
import type { SeenHeight } from '../../bridge/page-height.ts'
import type { FromFrame, RuleEdit, ToFrame, WordsSeen } from '../../bridge/messages.ts'
import { frameRules } from './texts.ts'
import { DrawingTurns, type TakesTurns } from './drawing-turns.ts'
import { Hearing } from './hearing.ts'

/** How the rest of the screen hears of one frame. */
export interface FrameListener {
  onReady?(): void
  onApplied?(sheets: number): void
  onFollow?(href: string): void
  onPick?(index: number, tag: string, more: boolean): void
  onScrolled?(x: number, y: number): void
  onWords?(seen: WordsSeen): void
  onKey?(key: Extract<FromFrame, { type: 'key' }>): void
  onMeasured?(lines: readonly number[]): void
  /** What can be measured in the frame has changed. */
  onChanged?(): void
  /** How tall the page is, where that was asked for. */
  onHeight?(seen: SeenHeight): void
  /** The line to the frame, once it is open. */
  onChannel?(channel: FrameChannel): void
  /** The frame has not answered for so long that its browser process must have ended. */
  onSilent?(): void
}

/** What only a person's hand may have caused. */
const BY_HAND: ReadonlySet<FromFrame['type']> = new Set(['key', 'follow', 'words'])

/** Dressing the heaviest page takes a part of this. */
const ANSWERS_WITHIN_MS = 8000

/** What a frame answers when it is asked. */
export type FrameAnswer = Extract<FromFrame, { type: 'values' | 'present' | 'laid' | 'edited' }>

/** What is asked of the element that holds a frame; its window only when it is spoken to: see {@link Frames}. */
export type FrameElement = Pick<HTMLIFrameElement, 'name' | 'contentWindow'>

/**
 * The line to one frame: keeps its stylesheets equal to the workroom's, changing single rules, one message under way at a
 * time. The sheet comes first; others are worn as they were loaded until they are told of.
 */
export class FrameChannel implements TakesTurns {
  /** Whether the frame is in view: those come first. */
  inView = true
  /** Whether the page's own scripts run: they can say what they like, so nothing of it is a key, a link to follow or words to write over. */
  scripted = false
  /** Whether the bridge of the page has said anything yet. */
  hasSpoken = false
  private trusted = true
  /** Whether it is there to be measured, not to be looked at: it does not count among the pages. */
  aside = false
  /** How large the page is shown: 1 is life size. */
  scale = 1
  /** The viewport the page sees, in CSS px. */
  viewport: Viewport = DESK
  private ready = false
  /** What the frame was told of each stylesheet, by path, since it has loaded. */
  private readonly sent = new Map<string, readonly string[]>()
  private seq = 0
  private acknowledged = 0
  private readonly wanted = new Map<string, Sheet>()
  /** The stylesheet that the message under way is about. */
  private underWay = ''
  /** How many things move by themselves on the page, as far as it has said. */
  moving = 0
  /** What it was told last of states that are worn. */
  statesWorn = '[]'
  drawsIn = 0
  private readonly hearing = new Hearing(() => this.beginAnew())
  private awaiting: ReturnType<typeof setTimeout> | undefined

  constructor(
    readonly page: string,
    readonly frame: FrameElement,
    private readonly root: string,
    readonly sheetPath: string,
    private readonly listener: FrameListener,
    private readonly onAnswer: (message: FrameAnswer) => void,
    private readonly onMotion: (channel: FrameChannel, slow: boolean) => void,
    private readonly turns = new DrawingTurns(),
  ) {}

  get isReady(): boolean {
    return this.ready
  }

  /** Makes the frame wear this text of a stylesheet as soon as it can. */
  wear(path: string, sheet: Sheet): void {
    this.wanted.set(path, sheet)
    if (this.ready) this.send()
  }

  go(): void {
    this.send()
  }

  post(message: ToFrame): void {
    // The frame's origin is opaque, so no target origin can name it; the window itself is the address.
    this.frame.contentWindow?.postMessage({ attire: 1, message }, '*')
  }

  /** Whether another message of it may be heard. */
  mayHear(): boolean {
    return this.hearing.mayHear()
  }

  private beginAnew(): void {
    this.sent.clear()
    this.acknowledged = this.seq
    if (this.ready) this.send()
  }

  /** Nothing is awaited from the frame any more. */
  close(): void {
    clearTimeout(this.awaiting)
    this.turns.leave(this)
  }

  /** From its last message on, a frame that owes an answer is waited for only so long. */
  private waitForAnswer(): void {
    clearTimeout(this.awaiting)
    this.awaiting = setTimeout(() => {
      if (this.seq !== this.acknowledged) this.listener.onSilent?.()
    }, ANSWERS_WITHIN_MS)
  }

  /** Something else than the page speaks from the frame. */
  distrust(): void {
    this.trusted = false
    this.listener.onSilent?.()
  }

  hear(message: FromFrame): void {
    this.hasSpoken = true
    if (!this.trusted || (this.scripted && BY_HAND.has(message.type))) return
    this.waitForAnswer()
    switch (message.type) {
      case 'here':
        return
      case 'ready':
        this.ready = true
        this.sent.clear()
        this.statesWorn = '[]'
        this.acknowledged = this.seq
        this.listener.onReady?.()
        return this.send()
      case 'applied':
        this.acknowledged = message.seq
        if (this.underWay === this.sheetPath) this.listener.onApplied?.(message.sheets)
        else this.listener.onChanged?.()
        return this.send()
      case 'drawn':
        this.drawsIn = message.ms
        return this.turns.drawn(this)
      case 'values':
      case 'present':
      case 'laid':
      case 'edited':
        return this.onAnswer(message)
      case 'changed':
        return this.listener.onChanged?.()
      case 'measured':
        return this.listener.onMeasured?.(message.lines)
      case 'follow':
        return this.listener.onFollow?.(message.href)
      case 'pick':
        return this.listener.onPick?.(message.index, message.tag, message.more)
      case 'height':
        return this.listener.onHeight?.(message)
      case 'motion':
        this.moving = message.moving
        return this.onMotion(this, message.slow)
      case 'words':
        return this.listener.onWords?.(message.seen)
      case 'scrolled':
        return this.listener.onScrolled?.(message.x, message.y)
      case 'key':
        return this.listener.onKey?.(message)
    }
  }

  private send(): void {
    if (this.seq !== this.acknowledged) return
    for (const [of, sheet] of this.wanted) {
      const rules = frameRules(sheet, this.root)
      const sent = this.sent.get(of)
      const edit = sent && ruleEdit(sent, rules)
      if (edit === null) continue
      if (!this.turns.mayGo(this)) return
      const to = { seq: ++this.seq, path: `${this.root}${of}` }
      this.post(edit ? { type: 'patch', ...to, edit } : { type: 'sheet', ...to, rules })
      this.sent.set(of, rules)
      this.underWay = of
      return this.waitForAnswer()
    }
  }
}

/** The one stretch in which two rule lists differ; null when they are equal. */
export function ruleEdit(before: readonly string[], after: readonly string[]): RuleEdit | null {
  if (before === after) return null
  const shorter = Math.min(before.length, after.length)
  let start = 0
  while (start < shorter && before[start] === after[start]) start++
  let tail = 0
  while (tail < shorter - start && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++
  if (start === before.length && start === after.length) return null
  return { at: start, remove: before.length - start - tail, insert: after.slice(start, after.length - tail) }
}
