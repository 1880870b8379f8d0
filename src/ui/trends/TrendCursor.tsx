import { type KeyboardEvent, type PointerEvent, useState } from 'react'
import type { Instant } from '@/core'
import { trendedName, writtenAs } from '@/words/trendWords'
import { amount, type DisplayPreferences, dayAndClock, METHOD_WORDS } from '@/words/words'
import type { Readout } from './geometry'
import type { Range } from './useTrendRange'

/** A drag shorter than this is a press. Pixels. */
const A_PRESS = 6

/** One cursor through all lanes: by the pointer, by the keys, and as it is spoken. A drag zooms, a press opens. */
export const TrendCursor = ({
  range,
  shown,
  cursor,
  setCursor,
  stops,
  readout,
  zoom,
  by,
  open,
  preferences,
}: {
  range: Range
  /** With the room beside the outermost marks. */
  shown: Range
  cursor: Instant | undefined
  setCursor: (at: Instant | undefined) => void
  stops: readonly Instant[]
  readout: Readout
  zoom: (asked: Range) => void
  by: (factor: number) => void
  open: (at: Instant | undefined) => void
  preferences: DisplayPreferences
}) => {
  const [drag, setDrag] = useState<{ from: number; to: number }>()
  const step = (event: KeyboardEvent) => {
    const here = cursor ?? range.to
    const act = (key: string): (() => void) | undefined => {
      switch (key) {
        case 'ArrowLeft':
          return () => setCursor(stops.findLast((at) => at < here) ?? stops[0])
        case 'ArrowRight':
          return () => setCursor(stops.find((at) => at > here) ?? stops.at(-1))
        case 'Home':
          return () => setCursor(stops[0])
        case 'End':
          return () => setCursor(stops.at(-1))
        case '+':
        case '=':
          return () => by(0.5)
        case '-':
          return () => by(2)
        case 'Enter':
          return () => open(cursor)
        case 'Escape':
          return () => setCursor(undefined)
        default:
          return undefined
      }
    }
    const move = act(event.key)
    if (!move) return
    event.preventDefault()
    move()
  }
  const inRange = (at: Instant) => Math.min(range.to, Math.max(range.from, at))
  const atPointer = (event: PointerEvent<HTMLDivElement>) => {
    const { left, width } = event.currentTarget.getBoundingClientRect()
    const share = Math.min(1, Math.max(0, (event.clientX - left) / width))
    return { pixel: share * width, at: inRange(shown.from + share * (shown.to - shown.from)) }
  }
  const spoken =
    cursor === undefined
      ? 'No moment chosen. Arrow keys step through readings and events.'
      : `${dayAndClock(cursor, preferences)}. ${readout
          .flatMap(({ lane, read, line }) => {
            const quantity = writtenAs(lane.quantity)
            const value = read?.value ?? line?.value
            return value === undefined
              ? []
              : [
                  `${trendedName(lane.quantity)} ${amount(quantity, value, preferences)}${read ? `, ${METHOD_WORDS[read.method]}` : ''}`,
                ]
          })
          .join('. ')}`

  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Moment"
      aria-valuemin={0}
      aria-valuemax={stops.length}
      aria-valuenow={
        cursor === undefined ? stops.length : stops.filter((at) => at <= cursor).length
      }
      aria-valuetext={spoken}
      className="absolute inset-0 cursor-crosshair"
      onKeyDown={step}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        const { pixel } = atPointer(event)
        setDrag({ from: pixel, to: pixel })
      }}
      onPointerMove={(event) => {
        const { pixel, at } = atPointer(event)
        setCursor(at)
        if (drag) setDrag({ ...drag, to: pixel })
      }}
      onPointerUp={(event) => {
        const { at } = atPointer(event)
        const { width } = event.currentTarget.getBoundingClientRect()
        if (drag && Math.abs(drag.to - drag.from) >= A_PRESS) {
          const time = (pixel: number) =>
            inRange(shown.from + (pixel / width) * (shown.to - shown.from))
          zoom({
            from: time(Math.min(drag.from, drag.to)),
            to: time(Math.max(drag.from, drag.to)),
          })
        } else if (event.pointerType === 'mouse') open(at)
        setDrag(undefined)
      }}
      onPointerCancel={() => setDrag(undefined)}
      onPointerLeave={() => setDrag(undefined)}
    >
      {drag && Math.abs(drag.to - drag.from) >= A_PRESS && (
        <span
          className="pointer-events-none absolute inset-y-0 bg-mist-3 opacity-40"
          style={{ left: Math.min(drag.from, drag.to), width: Math.abs(drag.to - drag.from) }}
        />
      )}
    </div>
  )
}
