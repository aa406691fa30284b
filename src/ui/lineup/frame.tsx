'use client'
import { useEffect, useRef, useState } from 'react'
import { api } from '../state/api.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import type { FrameChannel, FrameListener } from '../state/frame-channel.ts'
import type { View } from '../state/view.ts'

interface Props {
  readonly page: string
  /** Size of the viewport the page sees, in CSS px. */
  readonly width: number
  readonly height: number
  /** How large it is shown: 1 is life size. */
  readonly scale: number
  readonly inView?: boolean
  /** Whether it is there to be measured, not to be looked at. */
  readonly aside?: boolean
  /** Whether this is the one frame looked at. */
  readonly lookedAt?: boolean
  /** Whether the page itself takes clicks and keys. */
  readonly interactive?: boolean
  /** Whether its listener wants to know how tall the page is. */
  readonly whole?: boolean
  readonly title: string
  readonly listener?: FrameListener
}

/** Where pages were scrolled to, kept over reloads, by kind of view and page. */
const scrolls = new Map<string, { x: number; y: number }>()

/**
 * One page, live, in its sandbox, at a true viewport, scaled to fit. When `generation` changes the page is loaded anew behind
 * the one that shows, and takes its place once it wears the sheet: nothing flickers.
 */
export function Frame({ generation, ...props }: Props & { readonly generation: string }) {
  const [shown, setShown] = useState(generation)
  const [lost, setLost] = useState<Readonly<Record<string, number>>>({})
  // The one that shows keeps its count, and with it its key: under another it would be loaded anew itself.
  const timesLost = (each: string) => lost[each] ?? 0
  const [silent, setSilent] = useState(false)
  const lose = () => {
    setSilent(true)
    if (timesLost(generation) < MOST_TRIES) setLost({ ...lost, [generation]: timesLost(generation) + 1 })
  }
  return (
    <div className="relative">
      {[...new Set([shown, generation])].map((each) => (
        <div
          key={`${each} ${timesLost(each)}`}
          className={each === shown ? '' : 'pointer-events-none absolute inset-0 opacity-0'}
        >
          <SingleFrame
            {...props}
            onLost={() => each === generation && lose()}
            listener={{
              ...props.listener,
              onReady: () => {
                props.listener?.onReady?.()
                setSilent(false)
              },
              onSilent: () => each === generation && lose(),
              onApplied: (sheets) => {
                props.listener?.onApplied?.(sheets)
                setSilent(false)
                if (each === generation) setShown(generation)
              },
            }}
          />
        </div>
      ))}
      {silent && shown === generation && (
        <p className="absolute inset-0 grid place-items-center bg-sunken p-6 text-center text-quiet">
          The browser has not been able to show this page. Its text and the sheet can be edited all the same.
        </p>
      )}
    </div>
  )
}

/** A page speaks before it has loaded, or soon after. */
const SPEAKS_WITHIN_MS = 3000
/** A page that neither loads nor speaks by then has brought the browser down over it. */
const LOADS_WITHIN_MS = 15_000
/** A page that never speaks, such as one that browsers cannot read at all, is let be. */
const MOST_TRIES = 4

/** What a frame's address asks for beside its page. */
function asked({ fontsArrive }: View, grant: string | null, aside: boolean): string {
  const query = new URLSearchParams({
    ...(fontsArrive ? {} : { fonts: 'none' }),
    ...(grant === null ? {} : { scripts: grant }),
    ...(aside ? { aside: '1' } : {}),
  }).toString()
  return query === '' ? '' : `?${query}`
}

type SingleProps = Props & { readonly onLost: () => void }

/** One loading of a page. Where its scripts are to run, the server is asked to let them before. */
function SingleFrame(props: SingleProps) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [scripted] = useState(() => store.getState().scriptsRun)
  const [grant, setGrant] = useState<string | null>(null)
  useEffect(() => {
    if (!scripted) return
    let stale = false
    api.grantScripts(store.getState().siteId, props.page).then(
      (token) => !stale && setGrant(token),
      (error: Error) => !stale && notice(`The scripts of ${props.page} do not run. ${error.message}`),
    )
    return () => {
      stale = true
    }
    // Once for each loading.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  if (!scripted || grant !== null) return <LoadedFrame {...props} grant={grant} />
  const { width, height, scale } = props
  return <div className="bg-white" style={{ width: width * scale, height: height * scale }} />
}

function LoadedFrame({
  page,
  width,
  height,
  scale,
  inView = true,
  aside = false,
  lookedAt = false,
  interactive = false,
  whole = false,
  title,
  listener,
  onLost,
  grant,
}: SingleProps & { readonly grant: string | null }) {
  const { frames, store } = useWorkroom()
  const iframe = useRef<HTMLIFrameElement>(null)
  const channel = useRef<FrameChannel>(null)
  const heard = useRef(listener)
  const [ready, setReady] = useState(0)
  // The look it is loaded in; later ones arrive as changes of the sheet, without a reload.
  const [address] = useState(() => ({
    name: frames.newName(),
    look: store.getState().lookId,
    url: frames.addressOf(store.getState().lookId, page) + asked(store.getState(), grant, aside),
  }))

  useEffect(() => {
    heard.current = listener
  })

  useEffect(() => {
    const frame = iframe.current!
    const place = `${lookedAt ? 'close-up' : 'lineup'} ${page}`
    const opened = frames.open(page, address.look, frame, {
      onReady: () => {
        const scroll = scrolls.get(place)
        if (scroll) opened.channel.post({ type: 'scroll', ...scroll })
        setReady((times) => times + 1)
        heard.current?.onReady?.()
      },
      onApplied: (sheets) => heard.current?.onApplied?.(sheets),
      onSilent: () => heard.current?.onSilent?.(),
      onFollow: (href) => heard.current?.onFollow?.(href),
      onPick: (index, tag, more) => heard.current?.onPick?.(index, tag, more),
      onKey: (key) => heard.current?.onKey?.(key),
      onScrolled: (x, y) => {
        scrolls.set(place, { x, y })
        heard.current?.onScrolled?.(x, y)
      },
      onWords: (seen) => heard.current?.onWords?.(seen),
      onMeasured: (lines) => heard.current?.onMeasured?.(lines),
      onChanged: () => heard.current?.onChanged?.(),
      onHeight: (seen) => heard.current?.onHeight?.(seen),
    })
    channel.current = opened.channel
    opened.channel.aside = aside
    opened.channel.scripted = grant !== null
    heard.current?.onChannel?.(opened.channel)
    const lookAway = lookedAt ? frames.lookAt(frame) : null
    return () => {
      opened.close()
      lookAway?.()
    }
  }, [frames, page, address, lookedAt, aside, grant])

  useEffect(() => {
    if (channel.current) channel.current.inView = inView
  }, [inView])

  useEffect(() => {
    if (channel.current) channel.current.scale = scale
  }, [scale])

  useEffect(() => {
    if (!channel.current) return
    channel.current.viewport = { width, height }
    frames.changed()
  }, [frames, width, height])

  // What has loaded and does not speak is no page: the server was away for a moment, or answered with an error.
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined)
  const awaitBridge = (within: number) => {
    clearTimeout(waiting.current)
    waiting.current = setTimeout(() => {
      if (!channel.current?.isReady) onLost()
    }, within)
  }
  useEffect(() => {
    awaitBridge(LOADS_WITHIN_MS)
    return () => clearTimeout(waiting.current)
    // Once, when the frame begins to load.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])

  useEffect(() => {
    if (ready > 0) channel.current?.post({ type: 'height', follow: whole })
  }, [ready, whole])

  return (
    <div className="relative overflow-hidden bg-white" style={{ width: width * scale, height: height * scale }}>
      <iframe
        ref={iframe}
        title={title}
        name={address.name}
        src={address.url}
        sandbox="allow-scripts"
        tabIndex={interactive ? 0 : -1}
        data-page={page}
        onLoad={() => awaitBridge(SPEAKS_WITHIN_MS)}
        // Pages see a light scheme whatever the interface wears: its switch must not turn what they look like.
        className={`absolute left-0 top-0 origin-top-left border-0 [color-scheme:light] ${interactive ? '' : 'pointer-events-none'}`}
        style={{ width, height, transform: `scale(${scale})` }}
      />
    </div>
  )
}
