'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { duration } from '@/words/words'

const POLL_MILLISECONDS = 5000
/** A device whose clock is further off than this says so. */
const CLOCK_TOLERANCE = 60_000

/** The screen stays on while a session is open, where the browser can. */
const useAwake = () => {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    let gone = false
    const ask = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
      try {
        lock = await navigator.wakeLock.request('screen')
        if (gone) void lock.release()
      } catch {
        // A low battery may refuse it; the session goes on without.
      }
    }
    void ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      gone = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [])
}

/**
 * Keeps an open session true: asks whether another phone has gone on, tells when a wait ends, and says where this device's
 * clock differs from the one that keeps the journal.
 */
export const SessionKeeper = ({
  tubId,
  ask,
  state,
  until,
  next,
}: {
  tubId: number
  /** Where to ask whether another phone has gone on. */
  ask: string
  /** What this page was drawn from. */
  state: string
  /** When the wait that is running ends. */
  until: number | undefined
  /** What comes after it, for the notice. */
  next: string
}) => {
  const router = useRouter()
  const [clockOff, setClockOff] = useState(0)
  const [away, setAway] = useState(false)
  const [asked, setAsked] = useState<NotificationPermission | 'unknown'>('unknown')
  useAwake()

  useEffect(() => {
    if ('Notification' in window) setAsked(Notification.permission)
    else setAsked('denied')
  }, [])

  useEffect(() => {
    let stopped = false
    const look = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        const before = Date.now()
        const answer = await fetch(ask, { cache: 'no-store' })
        const { now, state: current } = (await answer.json()) as { now: number; state: string }
        if (stopped) return
        setAway(false)
        setClockOff((before + Date.now()) / 2 - now)
        if (current !== state) router.refresh()
      } catch {
        if (!stopped) setAway(true)
      }
    }
    void look()
    const timer = setInterval(look, POLL_MILLISECONDS)
    document.addEventListener('visibilitychange', look)
    return () => {
      stopped = true
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
    }
  }, [ask, state, router])

  const waits = until !== undefined
  useEffect(() => {
    if (until === undefined || asked !== 'granted') return
    const timer = setTimeout(
      () => {
        const notice = new Notification('The wait is over', { body: next, tag: `pavrel-${tubId}` })
        notice.onclick = () => window.focus()
      },
      Math.max(0, until + clockOff - Date.now()),
    )
    return () => clearTimeout(timer)
  }, [until, asked, next, tubId, clockOff])

  return (
    <div className="small mt-5 text-muted">
      {Math.abs(clockOff) > CLOCK_TOLERANCE && (
        <p role="alert" className="safety mb-3 text-ink">
          This device’s clock is {duration(Math.abs(clockOff))}{' '}
          {clockOff > 0 ? 'ahead of' : 'behind'} the server’s. Times on this page are the server’s;
          go by them for waits.
        </p>
      )}
      {away && (
        <p role="status" className="mb-3 font-medium text-amber-ink">
          Can’t reach the server. Everything saved is safe; this page continues when it’s back.
        </p>
      )}
      {waits && asked === 'default' && (
        <button
          type="button"
          className="quiet"
          onClick={async () => setAsked(await Notification.requestPermission())}
        >
          Notify me when the wait is over
        </button>
      )}
      {waits && asked === 'granted' && <p>You’ll get a notification when the wait is over.</p>}
    </div>
  )
}
