import { filterValues, VISION_MATRICES, type Vision } from '../../core/color/vision.ts'
import { encodePath } from '../../core/paths/paths.ts'
import type { Sheet } from '../../core/sheet/parse.ts'
import { DESK, type Viewport } from '../../core/values/media.ts'
import type { SeenHeight } from '../../bridge/page-height.ts'
import {
  envelopeSchema,
  fromFrameSchema,
  type FromFrame,
  type RuleEdit,
  type SeenBox,
  type WornOnPage,
  type ToFrame,
} from '../../bridge/messages.ts'
import { frameRules } from './texts.ts'

/** How the rest of the screen hears of one frame. */
export interface FrameListener {
  onReady?(): void
  onApplied?(sheets: number): void
  onFollow?(href: string): void
  onPick?(index: number, tag: string, more: boolean): void
  onScrolled?(x: number, y: number): void
  onKey?(key: Extract<FromFrame, { type: 'key' }>): void
  onMeasured?(lines: readonly number[]): void
  /** What can be measured in the frame has changed. */
  onChanged?(): void
  /** How tall the page is, where that was asked for. */
  onHeight?(seen: SeenHeight): void
  /** The line to the frame, once it is open. */
  onChannel?(channel: FrameChannel): void
}

/** What a frame answers when it is asked. */
type FrameAnswer = Extract<FromFrame, { type: 'values' | 'present' | 'laid' }>

const SECOND_MS = 1000
/** A frame that follows a drag says one thing a picture of the screen; three times that is nobody’s need. */
const MESSAGES_A_SECOND = 200

/** The line to one frame: keeps its sheet equal to the workroom's, changing single rules, one message under way at a time. */
export class FrameChannel {
  /** Whether the frame is in view: those come first. */
  inView = true
  /** Whether it is there to be measured, not to be looked at: it does not count among the pages. */
  aside = false
  /** How large the page is shown: 1 is life size. */
  scale = 1
  /** The viewport the page sees, in CSS px. */
  viewport: Viewport = DESK
  private ready = false
  private sent: readonly string[] | null = null
  private seq = 0
  private acknowledged = 0
  private wanted: Sheet | null = null
  /** How many things move by themselves on the page, as far as it has said. */
  moving = 0
  /** What it was told last of states that are worn. */
  statesWorn = '[]'
  private heard = { since: 0, messages: 0, tooMany: false }

  constructor(
    readonly page: string,
    readonly source: Window,
    private readonly root: string,
    private readonly sheetPath: string,
    private readonly listener: FrameListener,
    private readonly onAnswer: (message: FrameAnswer) => void,
    private readonly onMotion: (channel: FrameChannel, slow: boolean) => void,
  ) {}

  get isReady(): boolean {
    return this.ready
  }

  /** Makes the frame wear this sheet as soon as it can. */
  wear(sheet: Sheet): void {
    this.wanted = sheet
    if (this.ready && this.seq === this.acknowledged) this.send()
  }

  post(message: ToFrame): void {
    // The frame's origin is opaque, so no target origin can name it; the window itself is the address.
    this.source.postMessage({ attire: 1, message }, '*')
  }

  /**
   * Whether another message may be heard. A page that floods the workroom is not listened to for the rest of the second, and
   * begins anew after it, for an answer may have been among the lost.
   */
  mayHear(): boolean {
    const now = Date.now()
    if (now - this.heard.since >= SECOND_MS) this.heard = { ...this.heard, since: now, messages: 0 }
    if (++this.heard.messages <= MESSAGES_A_SECOND) return true
    if (!this.heard.tooMany) setTimeout(() => this.beginAnew(), SECOND_MS)
    this.heard.tooMany = true
    return false
  }

  private beginAnew(): void {
    this.heard.tooMany = false
    this.sent = null
    this.acknowledged = this.seq
    if (this.ready) this.send()
  }

  hear(message: FromFrame): void {
    switch (message.type) {
      case 'ready':
        this.ready = true
        this.sent = null
        this.statesWorn = '[]'
        this.acknowledged = this.seq
        this.listener.onReady?.()
        return this.send()
      case 'applied':
        this.acknowledged = message.seq
        this.listener.onApplied?.(message.sheets)
        return this.send()
      case 'values':
      case 'present':
      case 'laid':
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
      case 'scrolled':
        return this.listener.onScrolled?.(message.x, message.y)
      case 'key':
        return this.listener.onKey?.(message)
    }
  }

  private send(): void {
    if (!this.wanted || this.seq !== this.acknowledged) return
    const rules = frameRules(this.wanted, this.root)
    if (this.sent === null) {
      this.post({ type: 'sheet', seq: ++this.seq, path: `${this.root}${this.sheetPath}`, rules })
    } else {
      const edit = ruleEdit(this.sent, rules)
      if (!edit) return
      this.post({ type: 'patch', seq: ++this.seq, edit })
    }
    this.sent = rules
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

function seeing(vision: Vision | null): ToFrame {
  return {
    type: 'see',
    matrix: vision === null ? [] : filterValues(vision),
    linear: vision !== null && VISION_MATRICES[vision].linear,
  }
}

/** Computed values of the first element a selector finds on the pages looked at. */
export interface ReadResult {
  readonly page: string
  readonly count: number
  readonly values: Readonly<Record<string, string>>
}

/** A row of a page: its container and its boxes, by their places in document order. */
export interface RowOnPage {
  readonly container: number
  readonly members: readonly number[]
}

/** A frame that has not answered by then is not waited for: its page may be busy, or want no good. */
const ANSWER_MS = 500

/** After a page was stilled, so long passes before the others have shown whether they are slow by themselves. */
const NEXT_STILLED_MS = 2500

/** Frames that are not looked at follow at this pace while something is dragged: the time belongs to those in view. */
const LATER_MS = 150

/** What names a page at a viewport. */
export const wornKey = ({ page, viewport: { width, height } }: { page: string; viewport: Viewport }) =>
  `${page} ${width} ${height}`

/** All frames on the screen. The one looked at is served first, then those in view, then the rest. */
export class Frames {
  private readonly channels = new Map<Window, FrameChannel>()
  private readonly asked = new Map<number, (page: string, answer: FrameAnswer) => void>()
  private nextAsk = 1
  private readonly watchers = new Set<() => void>()
  private telling = false
  private sheet: Sheet | null = null
  private later: ReturnType<typeof setTimeout> | null = null
  private first: Window | null = null
  private outlined = ''
  private marked = ''
  private vision: Vision | null = null
  private empties = false
  private stilled: (page: string) => boolean = () => false
  private stilling: FrameChannel | null = null
  private stilledAt = 0
  /** Hears which pages move, and stills one where it may; says whether it did. */
  onMotion: { seen(page: string, moves: boolean): void; tooSlow(page: string): boolean } | null = null
  private pointed: ReadonlyMap<string, string> | null = null
  private rows: ReadonlyMap<string, RowOnPage> = new Map()
  private worn: ReadonlyMap<string, readonly WornOnPage[]> = new Map()
  private pace = 1

  constructor(
    private readonly siteId: string,
    public sheetPath: string,
  ) {}

  /** The address a page is worn under in a look. */
  rootOf(lookId: string): string {
    return `/wear/${this.siteId}/${lookId}/`
  }

  addressOf(lookId: string, page: string): string {
    return this.rootOf(lookId) + encodePath(page)
  }

  listen(): () => void {
    const hear = (event: MessageEvent) => {
      const channel = this.channels.get(event.source as Window)
      if (!channel || event.origin !== 'null' || !channel.mayHear()) return
      const envelope = envelopeSchema.safeParse(event.data)
      const message = envelope.success ? fromFrameSchema.safeParse(envelope.data.message) : null
      if (message?.success) channel.hear(message.data)
    }
    window.addEventListener('message', hear)
    return () => window.removeEventListener('message', hear)
  }

  /** Opens the line to a frame's window. Returns the channel and what closes it. */
  open(
    page: string,
    lookId: string,
    source: Window,
    listener: FrameListener,
  ): { channel: FrameChannel; close: () => void } {
    const channel = new FrameChannel(
      page,
      source,
      this.rootOf(lookId),
      this.sheetPath,
      {
        ...listener,
        onReady: () => {
          if (this.outlined) channel.post({ type: 'outline', selector: this.outlined })
          if (this.stilled(page)) channel.post({ type: 'still', still: true })
          if (this.vision) channel.post(seeing(this.vision))
          if (this.empties) channel.post({ type: 'empties', show: true })
          if (this.rows.has(page)) this.drawLine(channel)
          this.putOn(channel)
          const pointed = this.pointed?.get(page)
          if (pointed) channel.post({ type: 'point', selector: pointed })
          if (this.first === source && this.marked) channel.post({ type: 'mark', selector: this.marked })
          listener.onReady?.()
          this.changed()
        },
        onApplied: (sheets) => {
          listener.onApplied?.(sheets)
          listener.onChanged?.()
          this.changed()
        },
        onChanged: () => {
          listener.onChanged?.()
          this.changed()
        },
      },
      (answer) => this.asked.get(answer.id)?.(channel.page, answer),
      (moved, slow) => this.heedMotion(moved, slow),
    )
    if (this.sheet) channel.wear(this.sheet)
    this.channels.set(source, channel)
    return {
      channel,
      close: () => {
        if (this.channels.get(source) === channel) this.channels.delete(source)
      },
    }
  }

  /** Names the frame that is looked at; gives what ends it. Without one it is the whole lineup. */
  lookAt(source: Window): () => void {
    this.first = source
    return () => {
      if (this.first === source) this.first = null
    }
  }

  /** Makes all frames wear the sheet. */
  wear(sheet: Sheet): void {
    this.sheet = sheet
    const rest: FrameChannel[] = []
    for (const channel of this.channels.values()) {
      if (this.first ? channel.source === this.first : channel.inView) channel.wear(sheet)
      else rest.push(channel)
    }
    if (rest.length === 0) return
    if (this.later) return
    this.later = setTimeout(() => {
      this.later = null
      for (const channel of this.channels.values()) if (this.sheet) channel.wear(this.sheet)
    }, LATER_MS)
  }

  /** Outlines what a selector touches in every frame; '' takes the outline away. */
  outline(selector: string): void {
    this.outlined = selector
    for (const channel of this.channels.values()) if (channel.isReady) channel.post({ type: 'outline', selector })
  }

  /** Shows all pages as they are seen with other eyes; null as they are. */
  see(vision: Vision | null): void {
    this.vision = vision
    for (const channel of this.channels.values()) if (channel.isReady) channel.post(seeing(vision))
  }

  /** Outlines boxes without content on all pages, with their names; or no longer. */
  showEmpties(show: boolean): void {
    this.empties = show
    for (const channel of this.channels.values()) if (channel.isReady) channel.post({ type: 'empties', show })
  }

  /** Draws the measure line of a row over each of these pages, and over no other. */
  showLines(rows: ReadonlyMap<string, RowOnPage>): void {
    const before = this.rows
    this.rows = rows
    for (const channel of this.channels.values())
      if (channel.isReady && (before.has(channel.page) || rows.has(channel.page))) this.drawLine(channel)
  }

  private drawLine(channel: FrameChannel): void {
    const row = this.rows.get(channel.page)
    const perPx = 1 / Math.max(0.05, channel.scale)
    channel.post({ type: 'line', container: row?.container ?? 0, members: [...(row?.members ?? [])], perPx })
  }

  /** Puts states on: what each page looks like in them at each viewport, as {@link wornKey} names them; nothing on the others. */
  putOnStates(worn: ReadonlyMap<string, readonly WornOnPage[]>, pace = 1): void {
    const before = this.worn
    this.pace = pace
    this.worn = worn
    for (const channel of this.channels.values()) {
      const key = wornKey(channel)
      if (channel.isReady && (before.has(key) || worn.has(key))) this.putOn(channel)
    }
  }

  private putOn(channel: FrameChannel): void {
    const rules = [...(this.worn.get(wornKey(channel)) ?? [])]
    const told = JSON.stringify(rules)
    // Said again, it would have fonts arrive anew in the frame, which is a reason to ask again.
    if (told === channel.statesWorn) return
    channel.post({ type: 'worn', rules, pace: this.pace })
    channel.statesWorn = told
  }

  /** The frames on the screen, by page and viewport, each once. */
  get shown(): { readonly page: string; readonly viewport: Viewport }[] {
    const shown = [...this.channels.values()].filter((channel) => channel.isReady && !channel.aside)
    return [...new Map(shown.map(({ page, viewport }) => [wornKey({ page, viewport }), { page, viewport }])).values()]
  }

  /** The pages that are on the screen. */
  get pagesShown(): string[] {
    const shown = [...this.channels.values()].filter((channel) => channel.isReady && !channel.aside)
    return [...new Set(shown.map(({ page }) => page))]
  }

  /** How elements of a page are laid out, by their places in document order; null while no frame shows it. */
  async boxesOf(page: string, indices: readonly number[]): Promise<readonly (SeenBox | null)[] | null> {
    const shown = [...this.channels.values()].filter((each) => each.page === page && each.isReady && !each.aside)
    const one = shown.find(({ source }) => source === this.first) ?? shown[0]
    const [boxes] = await this.ask(
      one ? [one] : [],
      (id) => ({ type: 'boxes', id, indices: [...indices] }),
      (_, answer) => (answer.type === 'laid' ? [answer.boxes] : []),
    )
    return boxes ?? null
  }

  /** Holds what moves on these pages, and lets all others move. */
  still(stilled: (page: string) => boolean): void {
    const before = this.stilled
    this.stilled = stilled
    for (const channel of this.channels.values())
      if (channel.isReady && before(channel.page) !== stilled(channel.page))
        channel.post({ type: 'still', still: stilled(channel.page) })
  }

  /** Tells what moves; of those in view while one is too slow, the one that moves most is to be stilled: it costs the others. */
  private heedMotion(channel: FrameChannel, slow: boolean): void {
    this.onMotion?.seen(channel.page, channel.moving > 0)
    if (channel === this.stilling && channel.moving === 0) this.stilling = null
    if (!slow || !channel.inView || this.isStilling()) return
    const moving = [...this.channels.values()].filter((each) => each.inView && !this.stilled(each.page))
    const most = moving.sort((a, b) => b.moving - a.moving)
    this.stilling = most.find(({ page }) => this.onMotion?.tooSlow(page)) ?? null
  }

  /** Whether one is being stilled, or has been a moment ago: the others have not shown yet whether they are slow by themselves. */
  private isStilling(): boolean {
    if (this.stilling && this.channels.get(this.stilling.source) === this.stilling) this.stilledAt = Date.now()
    return Date.now() - this.stilledAt < NEXT_STILLED_MS
  }

  /** Points at single elements, page by page, by selectors that find them; null takes it away. */
  point(selectors: ReadonlyMap<string, string> | null): void {
    this.pointed = selectors
    for (const channel of this.channels.values())
      if (channel.isReady) channel.post({ type: 'point', selector: selectors?.get(channel.page) ?? '' })
  }

  /** Marks the traced element in the frame looked at; '' takes the mark away. */
  mark(selector: string): void {
    this.marked = selector
    const channel = this.first && this.channels.get(this.first)
    if (channel?.isReady) channel.post({ type: 'mark', selector })
  }

  /** Calls back whenever frames may look other than before: a page is there, the sheet has been put on, fonts have arrived. */
  watch(callback: () => void): () => void {
    this.watchers.add(callback)
    return () => this.watchers.delete(callback)
  }

  /** Whether every page in view is there: the time is free for others then. */
  get isCalm(): boolean {
    const inView = [...this.channels.values()].filter((channel) => channel.inView && !channel.aside)
    return inView.length > 0 && inView.every((channel) => channel.isReady)
  }

  /** Says that frames may look other than before. Many change at once; it is told once. */
  changed(): void {
    if (this.telling) return
    this.telling = true
    setTimeout(() => {
      this.telling = false
      for (const callback of this.watchers) callback()
    })
  }

  /** Asks every page on the screen for the computed values of the first element a selector finds. */
  read(selector: string, properties: string[]): Promise<ReadResult[]> {
    const ready = [...this.channels.values()].filter((channel) => channel.isReady && !channel.aside)
    return this.ask(
      ready,
      (id) => ({ type: 'read', id, selector, properties }),
      (page, answer) => (answer.type === 'values' ? [{ page, count: answer.count, values: answer.values }] : []),
    )
  }

  /** Which of these families text is set in, in the frame looked at or else the first that is there; null while none is. */
  async presentFamilies(names: string[]): Promise<ReadonlySet<string> | null> {
    const ready = [...this.channels.values()].filter((channel) => channel.isReady && !channel.aside)
    const one = ready.find(({ source }) => source === this.first) ?? ready[0]
    const [present] = await this.ask(
      one ? [one] : [],
      (id) => ({ type: 'families', id, names }),
      (_, answer) => (answer.type === 'present' ? [new Set(answer.names)] : []),
    )
    return present ?? null
  }

  /** Asks frames, and gives what those say that answer in time. */
  private ask<T>(
    channels: readonly FrameChannel[],
    message: (id: number) => ToFrame,
    read: (page: string, answer: FrameAnswer) => T[],
  ): Promise<T[]> {
    if (channels.length === 0) return Promise.resolve([])
    const id = this.nextAsk++
    return new Promise((settle) => {
      const answers: T[] = []
      let open = channels.length
      const finish = () => {
        this.asked.delete(id)
        clearTimeout(timer)
        settle(answers)
      }
      const timer = setTimeout(finish, ANSWER_MS)
      this.asked.set(id, (page, answer) => {
        answers.push(...read(page, answer))
        if (--open === 0) finish()
      })
      for (const channel of channels) channel.post(message(id))
    })
  }
}
