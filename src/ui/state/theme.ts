'use client'
import { create } from 'zustand'
import { recall, remember } from './recall.ts'

type Theme = 'light' | 'dark'

function first(): Theme {
  if (typeof window === 'undefined') return 'light'
  const chosen = recall('attire-theme')
  if (chosen === 'light' || chosen === 'dark') return chosen
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

function wear(theme: Theme): void {
  if (typeof document !== 'undefined') document.documentElement.dataset['theme'] = theme
}

/** Light or dark interface: the system's wish until the person chooses. */
export const useTheme = create<{ theme: Theme; toggle: () => void }>()((set) => {
  const theme = first()
  wear(theme)
  return {
    theme,
    toggle: () =>
      set(({ theme: old }) => {
        const next = old === 'dark' ? 'light' : 'dark'
        remember('attire-theme', next)
        wear(next)
        return { theme: next }
      }),
  }
})
