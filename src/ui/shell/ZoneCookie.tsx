'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { setCookie } from './cookie'

/** Tells the server the reader's time zone, once; times on the first page are redrawn if it was guessed wrong. */
export const ZoneCookie = ({ assumed }: { assumed: string }) => {
  const router = useRouter()
  useEffect(() => {
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
    if (!zone || zone === assumed) return
    setCookie('pavrel-zone', zone)
    router.refresh()
  }, [assumed, router])
  return null
}
