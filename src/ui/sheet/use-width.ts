import { useEffect, useState, type RefObject } from 'react'

/** The width of an element as it is laid out, px; 0 before it is. */
export function useWidth(host: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const element = host.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => setWidth(Math.round(entry!.contentRect.width)))
    observer.observe(element)
    return () => observer.disconnect()
  }, [host])
  return width
}
