'use client'
import { createContext, useContext } from 'react'

/** Which findings are shown: those of one page or of all, as of the latest news of the check. */
interface Shown {
  readonly page: string | null
  readonly news: number
}

const Context = createContext<Shown>({ page: null, news: 0 })
export const FindingsProvider = Context.Provider

export function useShownFindings(): Shown {
  return useContext(Context)
}
