'use client'
import { useState, type ReactNode } from 'react'

/** A part of the bench that files can be dropped on; the window around, which takes whole sites, does not hear of them. */
export function DropArea({ onFiles, children }: { onFiles: (files: File[]) => void; children: ReactNode }) {
  const [over, setOver] = useState(false)
  return (
    <div
      className={`border-b border-line px-4 py-3 ${over ? 'bg-accent-wash' : ''}`}
      onDragOver={(event) => {
        event.preventDefault()
        event.stopPropagation()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault()
        event.stopPropagation()
        setOver(false)
        onFiles([...event.dataTransfer.files])
      }}
    >
      {children}
    </div>
  )
}
