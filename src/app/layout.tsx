import type { Metadata, Viewport } from 'next'
import type { ReactNode } from 'react'
import { chosenLocale, chosenTheme } from './preferences'
import './globals.css'

export const metadata: Metadata = {
  description: 'Test, dose and look after the water of a hot tub.',
}

export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: [
    { media: '(prefers-color-scheme: light)', color: '#dfe9e8' },
    { media: '(prefers-color-scheme: dark)', color: '#18282c' },
  ],
}

const RootLayout = async ({ children }: { children: ReactNode }) => {
  const theme = await chosenTheme()
  const locale = await chosenLocale()
  return (
    <html lang="en" data-locale={locale} data-theme={theme === 'system' ? undefined : theme}>
      <body>{children}</body>
    </html>
  )
}

export default RootLayout
