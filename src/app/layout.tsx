import '@fontsource-variable/public-sans/index.css'
import '@fontsource-variable/jetbrains-mono/index.css'
import './globals.css'
import type { Metadata } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { ToldIfMissing } from './told-if-missing.tsx'

export const metadata: Metadata = {
  title: 'Attire',
  description: 'One stylesheet for a whole site, worn live by every page.',
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? ''
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <ToldIfMissing nonce={nonce} />
      </head>
      <body>{children}</body>
    </html>
  )
}
