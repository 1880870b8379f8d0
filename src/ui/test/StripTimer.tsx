'use client'

import { useCallback, useEffect, useState } from 'react'

const RAYS = 16
/** Colours go on changing; this long after the reading time they say too little. Common practice. */
const LATE_SECONDS = 45

/** A short tone at the end of the wait, scheduled at the tap: a page may only sound after one. */
const soundAfter = (seconds: number) => {
  try {
    const audio = new AudioContext()
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    volume.gain.value = 0.15
    tone.frequency.value = 660
    tone.connect(volume).connect(audio.destination)
    tone.start(audio.currentTime + seconds)
    tone.stop(audio.currentTime + seconds + 0.35)
    tone.onended = () => audio.close()
  } catch {
    // No sound here; the ring and the words say it.
  }
}

/**
 * Counts a strip's own seconds from the tap that says it was dipped. Only the instant of the tap is kept, so a locked phone or
 * a reload loses nothing.
 */
export const StripTimer = ({
  dipSeconds,
  waitSeconds,
  storageKey,
}: {
  dipSeconds: number
  waitSeconds: number
  storageKey: string
}) => {
  const [dippedAt, setDippedAt] = useState<number>()
  const [now, setNow] = useState(0)
  useEffect(() => {
    const kept = Number(localStorage.getItem(storageKey))
    if (kept && Date.now() - kept < 1000 * (waitSeconds + 4 * LATE_SECONDS)) setDippedAt(kept)
    setNow(Date.now())
  }, [storageKey, waitSeconds])
  const left = dippedAt === undefined ? waitSeconds : waitSeconds - (now - dippedAt) / 1000
  const running = dippedAt !== undefined && left > -4 * LATE_SECONDS
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 200)
    return () => clearInterval(timer)
  }, [running])
  const ready = dippedAt !== undefined && left <= 0
  useEffect(() => {
    if (ready && running && left > -2) navigator.vibrate?.([160, 80, 160])
  }, [ready, running, left])

  const start = useCallback(() => {
    const at = Date.now()
    localStorage.setItem(storageKey, String(at))
    setDippedAt(at)
    setNow(at)
    soundAfter(waitSeconds)
  }, [storageKey, waitSeconds])

  const seconds = Math.max(0, Math.ceil(left))
  const lit = dippedAt === undefined ? 0 : Math.round(RAYS * Math.min(1, 1 - left / waitSeconds))
  const late = ready && left < -LATE_SECONDS
  return (
    <button
      type="button"
      onClick={start}
      className="relative size-[92px] flex-none rounded-full"
      aria-label={
        dippedAt === undefined
          ? `Dipped for ${dipSeconds} seconds: start the ${waitSeconds} seconds`
          : ready
            ? 'Read now; tap to restart'
            : `${seconds} of ${waitSeconds} seconds left; tap to start again`
      }
    >
      <svg width={92} height={92} viewBox="-49 -49 98 98" aria-hidden="true">
        {Array.from({ length: RAYS }, (_, ray) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: rays have no other name
            key={ray}
            d="M0 -34V-45"
            transform={`rotate(${(360 / RAYS) * (ray + 0.5)})`}
            stroke={late ? 'var(--madder)' : ready || ray < lit ? 'var(--amber)' : 'var(--hair)'}
            strokeWidth={6}
            strokeLinecap="round"
          />
        ))}
      </svg>
      <span
        role="timer"
        aria-live={ready ? 'polite' : 'off'}
        className="absolute inset-0 flex flex-col items-center justify-center leading-none"
      >
        {dippedAt === undefined ? (
          <>
            <b className="text-[15px]">Dipped</b>
            <span className="note mt-1 text-muted">start {waitSeconds} s</span>
          </>
        ) : ready ? (
          <b className="text-[16px] leading-tight">{late ? 'Too late' : 'Read now'}</b>
        ) : (
          <>
            <b className="tabular text-[30px]">{seconds}</b>
            <span className="note mt-0.5 text-muted">s left</span>
          </>
        )}
      </span>
    </button>
  )
}
