'use client'

import { useEffect } from 'react'
import { MINUTE } from '@/core'
import type { Told } from '@/server/reminders'

const EVERY_MILLISECONDS = 15 * MINUTE
const TOLD = 'pavrel.reminded'
/** More keys than this are of chores that were long done. */
const REMEMBERED = 400

const toldBefore = (): string[] => {
  try {
    return JSON.parse(localStorage.getItem(TOLD) ?? '[]') as string[]
  } catch {
    return []
  }
}

/** A page may notify on a desktop; on a phone its service worker has to. */
const notify = async (title: string, body: string) => {
  try {
    new Notification(title, { body, tag: `pavrel-${title}` })
  } catch {
    const worker = await navigator.serviceWorker.register('/reminders.js')
    await worker.showNotification(title, { body, tag: `pavrel-${title}` })
  }
}

/** Says once what is due, where the browser was given leave. */
export const Reminders = () => {
  useEffect(() => {
    const look = async () => {
      if (!('Notification' in window) || Notification.permission !== 'granted') return
      try {
        const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
        const answer = await fetch(`/api/reminders?zone=${encodeURIComponent(zone)}`)
        const tubs = (await answer.json()) as { tub: string; reminders: Told[] }[]
        const told = toldBefore()
        for (const { tub, reminders } of tubs) {
          const fresh = reminders.filter(({ key }) => !told.includes(key))
          if (fresh.length === 0) continue
          told.push(...fresh.map(({ key }) => key))
          // Remembered before it is shown: better none than two.
          localStorage.setItem(TOLD, JSON.stringify(told.slice(-REMEMBERED)))
          await notify(
            tub,
            fresh.map(({ name, late }) => `${name}${late ? ', late' : ''}`).join('; '),
          )
        }
      } catch {
        // No answer, no reminder; the page says what is due in any case.
      }
    }
    void look()
    const timer = setInterval(look, EVERY_MILLISECONDS)
    return () => clearInterval(timer)
  }, [])
  return null
}
