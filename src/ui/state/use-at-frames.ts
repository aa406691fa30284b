'use client'
import { useEffect } from 'react'
import { useWorkroom } from './context.tsx'

/** Does something now, and again whenever frames look other than before; one at a time. */
export function useAtFrames(act: (isCurrent: () => boolean) => Promise<void>, needs: readonly unknown[]): void {
  const { frames } = useWorkroom()
  useEffect(() => {
    let current = true
    let busy = false
    let again = false
    const run = async () => {
      if (busy) {
        again = true
        return
      }
      busy = true
      await act(() => current)
      busy = false
      if (again && current) {
        again = false
        void run()
      }
    }
    void run()
    const leave = frames.watch(() => void run())
    return () => {
      current = false
      leave()
    }
    // What is done hangs on what it needs.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [frames, ...needs])
}
