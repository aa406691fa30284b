'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
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
  })
  // What stands above the list may change its height at any time: whatever it stands in changes with it.
  useLayoutEffect(() => {
    const around = ancestorsToScroller(list.current!)
    const scroller = around.at(-1)!
    const look = () => {
      const top = list.current!.getBoundingClientRect().top - scroller.getBoundingClientRect().top
      setPlace({ scroller, margin: Math.round(top + scroller.scrollTop) })
    }
    look()
    const observer = new ResizeObserver(look)
    for (const element of around) observer.observe(element)
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

/** The elements a list stands in, up to the one that scrolls. */
function ancestorsToScroller(list: HTMLElement): HTMLElement[] {
  const found: HTMLElement[] = []
  for (let at = list.parentElement; at; at = at.parentElement) {
    found.push(at)
    if (/auto|scroll/.test(getComputedStyle(at).overflowY)) return found
  }
  return found
}
