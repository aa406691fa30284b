'use client'
import { measureElement, useVirtualizer, type VirtualizerOptions } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react'

/** Shorter lists are put on the screen whole: find in page and reading aloud then know all of them. */
const WHOLE_UP_TO = 100
/** Rows beyond the edges of view that are there already, for keys and quick scrolling. */
const BEYOND = 12

interface Props<T> {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  /** Height of a row before it is measured, in CSS px. */
  readonly rowHeight: number
  readonly label?: string
  readonly className?: string
  readonly row: (item: T) => ReactNode
}

type Measure = VirtualizerOptions<HTMLElement, HTMLElement>['measureElement']

/** Heights come from the observer alone: to ask for one while the screen is drawn has all of it laid out at once. */
const measuredLater: Measure = (element, entry, list) => {
  if (entry) return measureElement(element, entry, list)
  const at = list.indexFromElement(element)
  return list.itemSizeCache.get(list.options.getItemKey(at)) ?? list.options.estimateSize(at)
}

/** A list of which only the rows in view are on the screen when it is long. */
export function LongList<T>({ label, className, ...props }: Props<T>) {
  const { items, keyOf, row } = props
  if (items.length > WHOLE_UP_TO) return <VirtualList {...props} label={label} className={className} />
  return (
    <ul aria-label={label} className={className}>
      {items.map((item) => (
        <li key={keyOf(item)}>{row(item)}</li>
      ))}
    </ul>
  )
}

function VirtualList<T>({ items, keyOf, rowHeight, label, className, row }: Props<T>) {
  const list = useRef<HTMLUListElement>(null)
  const [place, setPlace] = useState<{ scroller: HTMLElement | null; margin: number }>({ scroller: null, margin: 0 })
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => place.scroller,
    estimateSize: () => rowHeight,
    getItemKey: (at) => keyOf(items[at]!),
    scrollMargin: place.margin,
    overscan: BEYOND,
    measureElement: measuredLater,
  })
  // What stands above the list may change its height at any time: whatever it stands in changes with it. Where it stands is
  // asked once everything has been laid out: in the midst of drawing, all of the screen would be laid out for it.
  useLayoutEffect(() => {
    let scroller: HTMLElement | null = null
    const observer = new ResizeObserver(() => {
      scroller ??= watchedToScroller(list.current!, observer)
      const top = list.current!.getBoundingClientRect().top - scroller.getBoundingClientRect().top
      const margin = Math.round(top + scroller.scrollTop)
      setPlace((place) => (place.scroller === scroller && place.margin === margin ? place : { scroller, margin }))
    })
    observer.observe(list.current!)
    return () => observer.disconnect()
  }, [])
  return (
    <ul ref={list} aria-label={label} className={`relative ${className ?? ''}`} style={{ height: rows.getTotalSize() }}>
      {rows.getVirtualItems().map(({ key, index, start }) => (
        <li
          key={key}
          ref={rows.measureElement}
          data-index={index}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          className="absolute inset-x-0 top-0"
          style={{ transform: `translateY(${start - place.margin}px)` }}
        >
          {row(items[index]!)}
        </li>
      ))}
    </ul>
  )
}

/** Watches the elements a list stands in, up to the one that scrolls, and gives that one. */
function watchedToScroller(list: HTMLElement, observer: ResizeObserver): HTMLElement {
  let at = list.parentElement!
  observer.observe(at)
  while (at.parentElement && !/auto|scroll/.test(getComputedStyle(at).overflowY)) {
    at = at.parentElement
    observer.observe(at)
  }
  return at
}
