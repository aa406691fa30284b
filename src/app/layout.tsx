import '@fontsource-variable/public-sans/index.css'
import '@fontsource-variable/jetbrains-mono/index.css'
import './globals.css'
import type { Metadata } from 'next'
import type { ReactNode } from 'react'

export const metadata: Metadata = {
  title: 'Attire',
  description: 'One stylesheet for a whole site, worn live by every page.',
}

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>{children}</body>
    </html>
  )
}
