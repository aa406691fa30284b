import { filterValues, VISION_MATRICES, type Vision } from '../../core/color/vision.ts'
import { encodePath } from '../../core/paths/paths.ts'
import type { Sheet } from '../../core/sheet/parse.ts'
import type { Viewport } from '../../core/values/media.ts'
import {
  fromFrameSchema,
  signedSchema,
  type PageEditInFrame,
  type SeenBox,
  type WornOnPage,
  type ToFrame,
} from '../../bridge/messages.ts'
import { FrameChannel, type FrameAnswer, type FrameElement, type FrameListener } from './frame-channel.ts'
import { DrawingTurns } from './drawing-turns.ts'
import { Hearing } from './hearing.ts'

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

/** Boxes as a frame has laid them out, in a viewport of this width. */
export interface LaidOut {
  readonly width: number
  readonly boxes: readonly (SeenBox | null)[]
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
  /** By the names of their frames. */
  private readonly channels = new Map<string, FrameChannel>()
  private readonly strangers = new Hearing()
  private readonly asked = new Map<number, (page: string, answer: FrameAnswer) => void>()
  private nextAsk = 1
  private readonly watchers = new Set<() => void>()
  private telling = false
  /** What is worn, by path: the sheet first, then every other stylesheet that was changed here. */
  private readonly sheets = new Map<string, Sheet>()
  private later: ReturnType<typeof setTimeout> | null = null
  /** The name of the frame that is looked at. */
  private first: string | null = null
  private outlined = ''
  private marked = ''
  private vision: Vision | null = null
  private empties = false
  private stilled: (page: string) => boolean = () => false
  private stilling: FrameChannel | null = null
  private readonly turns = new DrawingTurns()
  private stilledAt = 0
  /** Hears which pages move, and stills one where it may; says whether it did. */
  onMotion: { seen(page: string, moves: boolean): void; tooSlow(page: string): boolean } | null = null
  /** Hears that a page has been loaded in a frame, as the server keeps it. */
  onLoaded: ((page: string) => void) | null = null
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
      if (event.origin !== 'null' || !event.source) return
      const signed = signedSchema.safeParse(event.data)
      const channel = signed.success ? this.signedBy(signed.data.key, event.source) : null
      if (!channel) return this.distrust(event.source)
      if (!channel.mayHear()) return
      const message = fromFrameSchema.safeParse(signed.data!.message)
      if (message.success) channel.hear(message.data)
    }
    window.addEventListener('message', hear)
    return () => window.removeEventListener('message', hear)
  }

  /** Whose bridge has signed a message; null where its window is not the one of that frame. */
  private signedBy(key: string, source: MessageEventSource): FrameChannel | null {
    const channel = this.channels.get(key)
    // A frame's window is not asked for before it has spoken: that would make the browser set up an empty page in it first.
    return channel?.frame.contentWindow === source ? channel : null
  }

  /** Who says something unsigned from a frame whose page runs no scripts is not that page: the frame is loaded anew. */
  private distrust(source: MessageEventSource): void {
    if (!this.strangers.mayHear()) return
    const spoken = [...this.channels.values()].filter((channel) => channel.hasSpoken && !channel.scripted)
    spoken.find(({ frame }) => frame.contentWindow === source)?.distrust()
  }

  /** A name for a frame that nobody can guess: its bridge signs with it. */
  newName(): string {
    return `attire-${crypto.randomUUID()}`
  }

  /** Opens the line to a frame. Returns the channel and what closes it. */
  open(
    page: string,
    lookId: string,
    frame: FrameElement,
    listener: FrameListener,
  ): { channel: FrameChannel; close: () => void } {
    const channel = new FrameChannel(
      page,
      frame,
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
          if (this.first === frame.name && this.marked) channel.post({ type: 'mark', selector: this.marked })
          listener.onReady?.()
          this.onLoaded?.(page)
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
      this.turns,
    )
    this.dress(channel)
    this.channels.set(frame.name, channel)
    return {
      channel,
      close: () => {
        channel.close()
        if (this.channels.get(frame.name) === channel) this.channels.delete(frame.name)
      },
    }
  }

  /** Names the frame that is looked at; gives what ends it. Without one it is the whole lineup. */
  lookAt({ name }: FrameElement): () => void {
    this.first = name
    return () => {
      if (this.first === name) this.first = null
    }
  }

  /** Makes all frames wear this text of a stylesheet. */
  wear(path: string, sheet: Sheet): void {
    this.sheets.set(path, sheet)
    this.turns.moved()
    const rest: FrameChannel[] = []
    for (const channel of this.channels.values()) {
      if (this.first === null ? channel.inView : channel.frame.name === this.first) this.dress(channel)
      else rest.push(channel)
    }
    if (rest.length === 0) return
    if (this.later) return
    this.later = setTimeout(() => {
      this.later = null
      for (const channel of this.channels.values()) this.dress(channel)
    }, LATER_MS)
  }

  /** The sheet has another name; frames know it by the old one until they are loaded anew. */
  rename(sheetPath: string): void {
    const others = [...this.sheets].filter(([path]) => path !== this.sheetPath && path !== sheetPath)
    const sheet = this.sheets.get(this.sheetPath)
    this.sheetPath = sheetPath
    this.sheets.clear()
    for (const [path, each] of [...(sheet ? [[sheetPath, sheet] as const] : []), ...others]) this.sheets.set(path, each)
  }

  private dress(channel: FrameChannel): void {
    for (const [path, sheet] of this.sheets) channel.wear(path === this.sheetPath ? channel.sheetPath : path, sheet)
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
    const one = shown.find(({ frame }) => frame.name === this.first) ?? shown[0]
    return one ? ((await this.laidIn(one, indices))?.boxes ?? null) : null
  }

  /** The same in one frame, with the width of the viewport it was laid out in, px; null when it does not answer in time. */
  async laidIn(channel: FrameChannel, indices: readonly number[]): Promise<LaidOut | null> {
    const [laid] = await this.ask(
      [channel],
      (id) => ({ type: 'boxes', id, indices: [...indices] }),
      (_, answer) => (answer.type === 'laid' ? [answer] : []),
    )
    return laid ?? null
  }

  /** Changes texts and attributes of a page wherever it is shown. Says whether every frame of it could. */
  async editPage(page: string, edits: readonly PageEditInFrame[]): Promise<boolean> {
    const channels = [...this.channels.values()].filter((channel) => channel.page === page)
    if (channels.some(({ isReady }) => !isReady)) return false
    const done = await this.ask(
      channels,
      (id) => ({ type: 'edits', id, edits: [...edits] }),
      (_, answer) => (answer.type === 'edited' ? [answer.done] : []),
    )
    return done.length === channels.length && done.every(Boolean)
  }

  /** Picks what a page of the lineup has at a point of its viewport, in CSS px; its frame says what that is. */
  pickAt(page: string, x: number, y: number, more: boolean): void {
    const shown = [...this.channels.values()].find((each) => each.page === page && each.isReady && !each.aside)
    shown?.post({ type: 'pick-at', x, y, more })
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
    if (this.stilling && this.channels.get(this.stilling.frame.name) === this.stilling) this.stilledAt = Date.now()
    return Date.now() - this.stilledAt < NEXT_STILLED_MS
  }

  /** Points at single elements, page by page, by selectors that find them; null takes it away. */
  point(selectors: ReadonlyMap<string, string> | null): void {
    this.pointed = selectors
    for (const channel of this.channels.values())
      if (channel.isReady) channel.post({ type: 'point', selector: selectors?.get(channel.page) ?? '' })
  }

  /** Marks the traced element in the frame looked at, or where the whole lineup is, in that of its page; '' takes the mark away. */
  mark(selector: string, page = ''): void {
    this.marked = selector
    const one = this.first
      ? this.channels.get(this.first)
      : [...this.channels.values()].find((channel) => channel.page === page && !channel.aside)
    if (one?.isReady) one.post({ type: 'mark', selector })
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
    const one = ready.find(({ frame }) => frame.name === this.first) ?? ready[0]
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
