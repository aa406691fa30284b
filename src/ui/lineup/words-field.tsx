'use client'
import { useRef, useState } from 'react'
import type { WordsSeen } from '../../bridge/messages.ts'

/** A text of the page, to be written over where it stands: Enter keeps, Escape leaves. */
export function WordsField({
  seen: { box, size },
  words,
  pre,
  scale,
  onKeep,
  onLeave,
}: {
  seen: Pick<WordsSeen, 'box' | 'size'>
  words: string
  pre: boolean
  scale: number
  onKeep: (words: string) => void
  onLeave: () => void
}) {
  const [typed, setTyped] = useState(words)
  const done = useRef(false)
  const end = (keep: boolean) => {
    if (done.current) return
    done.current = true
    if (keep && typed !== words) onKeep(typed)
    else onLeave()
  }
  return (
    <div
      className="absolute z-10"
      style={{ left: box.left * scale, top: box.top * scale, width: Math.max(160, box.width * scale + 24) }}
    >
      <textarea
        aria-label="Words of this text"
        autoFocus
        spellCheck={false}
        rows={1}
        className="field-sizing-content w-full resize-none rounded-[2px] border-0 bg-raised p-0 text-ink outline-2 outline-offset-2 outline-accent"
        style={{
          minHeight: Math.max(24, box.height * scale),
          fontSize: Math.max(12, size * scale),
          lineHeight: 1.4,
        }}
        value={typed}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyped(pre ? event.target.value : event.target.value.replace(/[\r\n]+/g, ' '))}
        onKeyDown={(event) => {
          event.stopPropagation()
          if (event.key === 'Escape') end(false)
          if (event.key !== 'Enter' || (pre && event.shiftKey) || event.nativeEvent.isComposing) return
          event.preventDefault()
          end(true)
        }}
        onBlur={() => end(true)}
      />
      <p className="mt-1 w-fit rounded-[2px] bg-ink px-1.5 py-0.5 text-[11px] text-panel">Enter keeps, Escape leaves</p>
    </div>
  )
}
