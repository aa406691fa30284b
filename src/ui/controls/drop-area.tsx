'use client'
import { useState, type ReactNode } from 'react'

interface DropAreaProps {
  readonly onFiles: (files: File[]) => void
  readonly className?: string
  readonly children: ReactNode
}

/** A part of the bench that files can be dropped on; the window around, which takes whole sites, does not hear of them. */
export function DropArea({ onFiles, className = 'border-b border-line px-4 py-3', children }: DropAreaProps) {
  const [over, setOver] = useState(false)
  return (
    <div
      className={`${className} ${over ? 'bg-accent-wash' : ''}`}
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
