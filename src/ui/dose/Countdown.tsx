'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { MINUTE } from '@/core'

const R = 46
const ROUND = 2 * Math.PI * R

/**
 * Time left until an instant, by this device's clock; it survives a reload because only the instant is kept. When it ends the
 * page is asked for anew.
 */
export const Countdown = ({
  until,
  since,
  renderedAt,
  label,
  size = 112,
}: {
  until: number
  /** When the wait began, which is a full ring. */
  since: number
  /** The server's clock at render, so that both sides draw the same first frame. */
  renderedAt: number
  label: string
  /** px */
  size?: number
}) => {
  const router = useRouter()
  const [now, setNow] = useState(renderedAt)
  useEffect(() => {
    setNow(Date.now())
    const timer = setInterval(() => {
      setNow(Date.now())
      if (Date.now() >= until) {
        clearInterval(timer)
        router.refresh()
      }
    }, 1000)
    return () => clearInterval(timer)
  }, [until, router])
  const left = Math.max(0, until - now)
  const share = left / Math.max(1, until - since)
  const seconds = Math.ceil(left / 1000)
  return (
    <div
      role="timer"
      aria-label={label}
      className="relative flex-none"
      style={{ width: size, height: size }}
      suppressHydrationWarning
    >
      <svg width={size} height={size} viewBox="-56 -56 112 112" aria-hidden="true">
        <circle r={R} fill="none" stroke="var(--hair)" strokeWidth={9} />
        <circle
          r={R}
          fill="none"
          stroke="var(--amber)"
          strokeWidth={9}
          strokeDasharray={`${ROUND * Math.min(1, share)} ${ROUND}`}
          transform="rotate(-90)"
        />
      </svg>
      <p className="absolute inset-0 flex flex-col items-center justify-center leading-tight">
        <b className={`tabular ${size > 150 ? 'text-[38px]' : 'text-[26px]'}`}>
          {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
        </b>
        <span className="note text-muted">of {Math.round((until - since) / MINUTE)} min</span>
      </p>
    </div>
  )
}
