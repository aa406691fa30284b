import type { KeyboardEvent } from 'react'

/** A key handler that does something on Escape, and keeps what stands around from doing so too. */
export function onEscape(leave: () => void): (event: KeyboardEvent) => void {
  return (event) => {
    if (event.key !== 'Escape') return
    event.stopPropagation()
    leave()
  }
}
