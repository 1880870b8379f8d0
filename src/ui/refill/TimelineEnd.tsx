import { HOUR, MINUTE } from '@/core'
import { clock, type DisplayPreferences, dayAndClock, weekday } from '@/words/words'
import { useDrag } from '../useDrag'
import { QUARTER } from './timelineScale'

/** An end of the day that pointer and keys carry; the rest of the day goes along once it is put down. */
export const End = ({
  name,
  at,
  x,
  scale,
  y,
  move,
  tell,
  round = QUARTER,
  withDay = true,
  preferences,
}: {
  name: string
  at: number
  x: number
  scale: () => number
  y: number
  move: (to: number) => void
  tell: (words: string) => void
  /** Steps it is carried in. */
  round?: number
  withDay?: boolean
  preferences: DisplayPreferences
}) => {
  const rounded = (by: number) => Math.round((at + by) / round) * round
  const { by: shift, handle } = useDrag({
    step: round,
    largeStep: 24 * HOUR,
    scale,
    onMove: (by) =>
      tell(`${name} ${dayAndClock(rounded(by), preferences)}. Press Enter to set it.`),
    onDrop: (by) => move(rounded(by)),
  })
  const to = shift === 0 ? at : rounded(shift)
  const dx = scale() > 0 ? shift / scale() : 0
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={Math.round(to / MINUTE)}
      aria-valuetext={dayAndClock(to, preferences)}
      transform={`translate(${x + dx} ${y})`}
      className="ring-handle"
      onFocus={() =>
        tell(`${name} ${dayAndClock(to, preferences)}. Arrow keys move it, Enter sets it.`)
      }
      {...handle}
    >
      <rect
        x={-84}
        y={-15}
        width={168}
        height={30}
        rx={15}
        fill="var(--paper)"
        stroke="var(--spruce)"
        strokeWidth={2.2}
      />
      <text y={4.5} fontSize={13} fontWeight={650} textAnchor="middle">
        {name} {withDay && `${weekday(to, preferences).split(/[ ,]/)[0]} `}
        {clock(to, preferences)}
      </text>
      <path d="M-74 -5l-4 5 4 5M74 -5l4 5-4 5" fill="none" stroke="var(--spruce)" strokeWidth={2} />
    </g>
  )
}
