import { newsSchema, type News } from '../../protocol/site-state.ts'

type Heard = (news: News) => void

const CHANNEL = 'attire-revisions'
/** Held by the one window of a browser that listens to the server: browsers open few connections to one host. */
const LISTENER = 'attire-listens'

/** Hears, in all windows of a browser, which revision sites have on the server; whoever saves tells the others at once. */
export class RevisionWatch {
  private readonly channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL)
  private readonly ending = new AbortController()
  private source: EventSource | null = null

  constructor(private readonly heard: Heard) {
    if (this.channel) this.channel.onmessage = ({ data }) => this.hear(data)
    if (this.channel && navigator.locks) this.listenInTurn()
    else this.listen()
  }

  /** Listens as soon as no other window of this browser does. */
  private listenInTurn(): void {
    const held = new Promise<void>((release) => this.ending.signal.addEventListener('abort', () => release()))
    navigator.locks
      .request(LISTENER, { signal: this.ending.signal }, () => {
        this.listen()
        return held
      })
      .catch(() => {
        // The window has ended before its turn came.
      })
  }

  /** Tells the other windows of this browser. */
  tell(news: News): void {
    this.channel?.postMessage(news)
  }

  end(): void {
    this.ending.abort()
    this.source?.close()
    this.channel?.close()
  }

  private listen(): void {
    if (this.ending.signal.aborted) return
    this.source = new EventSource('/api/news')
    this.source.onmessage = ({ data }: MessageEvent<string>) => {
      const news: unknown = JSON.parse(data)
      this.channel?.postMessage(news)
      this.hear(news)
    }
  }

  private hear(data: unknown): void {
    const news = newsSchema.safeParse(data)
    if (news.success) this.heard(news.data)
  }
}

/** Keeps a window and the site on the server together; gives what ends it. `revision` is what the window has saved or taken in. */
export function followSite(
  siteId: string,
  hear: (revision: number | null) => void,
): { readonly tell: (revision: number) => void; readonly end: () => void } {
  const watch = new RevisionWatch((news) => news.siteId === siteId && hear(news.revision))
  // After a while asleep or without a network, something may have gone unheard.
  const ask = () => document.visibilityState === 'visible' && hear(null)
  document.addEventListener('visibilitychange', ask)
  window.addEventListener('online', ask)
  return {
    tell: (revision) => watch.tell({ siteId, revision }),
    end: () => {
      document.removeEventListener('visibilitychange', ask)
      window.removeEventListener('online', ask)
      watch.end()
    },
  }
}
