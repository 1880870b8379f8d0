import { type Instant, MINUTE } from '@/core'
import { clock, type DisplayPreferences } from '@/words/words'
import { useDrag } from '../useDrag'
import type { LaneBlock } from './laneData'
import { fitting, LANE } from './lanesScale'

/** One act as a block of hands that pointer and keys carry; the rest is put in order anew once it is down. */
export const LaneAct = ({
  act,
  y,
  x,
  scale,
  preferences,
  tell,
  move,
}: {
  act: LaneBlock
  y: number
  x: (at: Instant) => number
  scale: () => number
  preferences: DisplayPreferences
  tell: (words: string) => void
  move: (to: Instant) => void
}) => {
  const { start, handsEnd, filler, mark, name } = act
  const rounded = (by: number) => Math.round((start + by) / MINUTE) * MINUTE
  const { by, handle } = useDrag({
    step: 5 * MINUTE,
    largeStep: 15 * MINUTE,
    scale,
    onMove: (shift) =>
      tell(`${name} at ${clock(rounded(shift), preferences)}. Enter puts it there.`),
    onDrop: (shift) => move(rounded(shift)),
  })
  const dx = scale() > 0 ? by / scale() : 0
  const width = Math.max(3, x(handsEnd) - x(start) - 2)
  const text = fitting([name], width - 4)
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={Math.round(rounded(by) / MINUTE)}
      aria-valuetext={`${clock(rounded(by), preferences)} to ${clock(handsEnd + by, preferences)}`}
      transform={`translate(${x(start) + 1 + dx} ${y})`}
      className="ring-handle"
      onFocus={() =>
        tell(`${name}, ${clock(start, preferences)}. Arrow keys move it, Enter puts it there.`)
      }
      {...handle}
    >
      {/* Its mark is part of the handle. */}
      <rect x={-1} y={-18} width={width + 2} height={LANE + 18} fill="transparent" />
      <rect
        width={width}
        height={LANE - 4}
        fill={filler ? 'var(--oak)' : 'var(--ink)'}
        stroke="var(--ink)"
        strokeWidth={filler ? 1.2 : 0}
      />
      <text x={width / 2} y={-6} fontSize={12} fontWeight={700} textAnchor="middle">
        {mark}
      </text>
      {text && (
        <text
          x={width / 2}
          y={LANE / 2 + 2}
          fontSize={12}
          fontWeight={600}
          textAnchor="middle"
          style={{ fill: filler ? 'var(--ink)' : 'var(--paper)' }}
        >
          {text}
        </text>
      )}
    </g>
  )
}
