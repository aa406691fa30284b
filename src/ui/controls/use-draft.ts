import { useEffect, useRef, useState, type ChangeEvent, type KeyboardEvent } from 'react'

interface DraftOptions {
  /** What counts now, shown while nothing is typed. */
  readonly value: string
  /** Whether a text that is not empty cannot be taken. */
  readonly refuses: (text: string) => boolean
  /** Takes the text, white space at its ends left aside; '' when everything was rubbed out. */
  readonly onCommit: (text: string) => void
  readonly onDrop?: () => void
}

/**
 * What is typed into a field and does not count yet: Enter and leaving the field commit it, Escape drops it, and what is
 * refused stays, to be mended. `input` is spread over the field.
 */
export function useDraft({ value, refuses, onCommit, onDrop }: DraftOptions) {
  const [draft, setDraft] = useState<string | null>(null)
  const text = draft?.trim() ?? ''
  const bad = text !== '' && refuses(text)
  const drop = () => setDraft(null)
  const leaving = useRef<(() => void) | undefined>(undefined)
  useEffect(() => {
    leaving.current = draft === null ? undefined : onDrop
  })
  // A field that goes while something stands in it takes along what it showed on the pages.
  useEffect(() => () => leaving.current?.(), [])
  const commit = () => {
    if (draft === null || bad) return
    drop()
    onCommit(text)
  }
  return {
    /** Null while nothing is typed. */
    draft,
    bad,
    commit,
    drop,
    input: {
      value: draft ?? value,
      spellCheck: false,
      'aria-invalid': bad,
      'data-kept': draft === null || undefined,
      onChange: (event: ChangeEvent<HTMLInputElement>) => setDraft(event.target.value),
      onBlur: commit,
      onKeyDown: (event: KeyboardEvent) => {
        if (event.key === 'Enter') commit()
        if (event.key !== 'Escape' || draft === null) return
        event.stopPropagation()
        drop()
        onDrop?.()
      },
    },
  }
}
