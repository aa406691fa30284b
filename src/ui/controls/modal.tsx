'use client'
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import type { ReactNode } from 'react'

interface Props {
  readonly title: string
  readonly open: boolean
  /** Closing by Escape or a click outside; left out when a choice must be made. */
  readonly onClose?: () => void
  readonly wide?: boolean
  readonly children: ReactNode
}

/** A window over the workroom. */
export function Modal({ title, open, onClose = () => undefined, wide = false, children }: Props) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-6">
        <DialogPanel
          className={`w-full rounded-[4px] border border-edge bg-panel p-5 shadow-xl ${wide ? 'max-w-4xl' : 'max-w-lg'}`}
        >
          <DialogTitle className="text-[16px] font-semibold">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  )
}
