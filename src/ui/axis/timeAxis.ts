import { type Instant, MINUTE } from '@/core'
import { dateFormat } from '@/words/formats'

/** From when to when a picture goes. */
export interface TimeSpan {
  from: Instant
  to: Instant
}

/** Where a moment lies across a picture; what lies before or after the span stands at its edge. */
export const timeScale = (
  { from, to }: TimeSpan,
  { left = 0, width }: { left?: number; width: number },
) => ({
  x: (at: Instant): number =>
    left + (Math.min(to, Math.max(from, at)) - from) * (width / (to - from)),
  /** Milliseconds to a pixel of the screen, where the whole picture, its left side too, is shown so wide. */
  perPixel: (shown = left + width): number => ((to - from) / width) * ((left + width) / shown),
})

/** Where a moment lies, as a style: a share of the width. */
export const shareOfWidth =
  ({ from, to }: TimeSpan) =>
  (at: Instant): string =>
    `${(100 * (at - from)) / (to - from)}%`

/** Minutes between two named times: each divides a day. */
const STEPS = [5, 10, 15, 20, 30, 60, 120, 180, 240, 360, 720, 1440] as const

/** Minutes since midnight on the wall. */
const minuteOfDay = (timeZone: string) => {
  const format = dateFormat('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
  })
  return (at: Instant): number => {
    const [hour = 0, minute = 0] = format.format(at).split(':').map(Number)
    return 60 * hour + minute
  }
}

/** The hour on the wall, 0 to 23. */
export const hourOnWall = (at: Instant, timeZone: string): number =>
  Math.floor(minuteOfDay(timeZone)(at) / 60)

/**
 * Round times between two moments on the reader's wall clock, which stands at quarters of an hour from the world's.
 * @param most as many as have room
 */
export const roundTimes = ({ from, to }: TimeSpan, most: number, timeZone: string): Instant[] => {
  const minutes = (to - from) / MINUTE
  const step = STEPS.find((one) => minutes / one <= most) ?? 1440
  const walk = (step % 15 === 0 ? 15 : 5) * MINUTE
  const minuteOf = minuteOfDay(timeZone)
  const found: Instant[] = []
  for (let at = Math.ceil(from / walk) * walk; at <= to; at += walk)
    if (minuteOf(at) % step === 0) found.push(at)
  return found
}
