import type { RefillSchedule } from '@/core'
import { formatLength, formatSum } from '@/words/refillWords'
import { stageText } from '@/words/stageText'
import { clock, type DisplayPreferences } from '@/words/words'
import { LABELS, LETTER, WIDTH } from './timelineScale'

/** A stage: what is done by hand, what goes on by itself, and its own arithmetic beside it. */
export const StageBar = ({
  one,
  y,
  x,
  preferences,
}: {
  one: RefillSchedule['scheduled'][number]
  y: number
  x: (at: number) => number
  preferences: DisplayPreferences
}) => {
  const { stage } = one
  const left = x(one.start)
  const middle = x(one.handsEnd)
  const right = x(one.end)
  const words = formatSum(stage, preferences)
  const total = formatLength(stage.handsMinutes + stage.aloneMinutes)
  const sum = `${clock(one.start, preferences)} ${words}${words ? ' = ' : ' '}`
  const beyond = right > LABELS + WIDTH * 0.55
  // Where there is room on neither side it stands on its bar.
  const onBar = beyond && left - 8 - LETTER * (sum.length + total.length) < LABELS
  return (
    <g opacity={one.state === 'done' ? 0.55 : 1}>
      <text x={0} y={y + 16} fontSize={13.5} fontWeight={600}>
        {one.state === 'done' ? '✓ ' : ''}
        {stageText(stage).name}
      </text>
      <rect x={left} y={y + 4} width={Math.max(2, middle - left)} height={16} fill="var(--ink)" />
      {right > middle && (
        <rect x={middle} y={y + 4} width={right - middle} height={16} fill="var(--oak)" />
      )}
      {one.state === 'running' && (
        <rect
          x={left}
          y={y + 2}
          width={right - left}
          height={20}
          fill="none"
          stroke="var(--copper)"
          strokeWidth={2}
        />
      )}
      <text
        x={onBar ? middle + 8 : beyond ? left - 8 : right + 8}
        y={y + 16}
        fontSize={12}
        textAnchor={beyond && !onBar ? 'end' : 'start'}
        style={{ fill: onBar ? 'var(--ink)' : 'var(--muted)' }}
      >
        {sum}
        <tspan fontWeight={700} style={{ fill: 'var(--ink)' }}>
          {total}
        </tspan>
      </text>
    </g>
  )
}

/** Beneath the stages: how full the tub is, and how warm. */
export const TubCourse = ({
  schedule: { start, scheduled },
  temperatures,
  x,
  top: tank,
  from,
  to,
}: {
  schedule: RefillSchedule
  temperatures: { before: number; fill: number; target: number }
  x: (at: number) => number
  top: number
  from: number
  to: number
}) => {
  const at = (id: string, end: 'start' | 'end') =>
    scheduled.find(({ stage }) => stage.id === id)?.[end] ?? start
  // Nothing is drained of a tub that stands empty.
  const drained = scheduled.some(
    ({ stage, state: how }) => stage.id === 'drain' && how === 'skipped',
  )
  const level = [
    ...(drained
      ? ([[from, 40]] as const)
      : ([
          [from, 0],
          [at('drain', 'start'), 0],
          [at('drain', 'end'), 40],
        ] as const)),
    [at('fill', 'start'), 40],
    [at('fill', 'end'), 0],
    [to, 0],
  ] as const
  const warm = (celsius: number) =>
    34 - (28 * (celsius - 5)) / Math.max(10, temperatures.target + 2 - 5)
  return (
    <g>
      <text x={0} y={tank + 16} fontSize={13.5} fontWeight={600}>
        The tub
      </text>
      <text x={0} y={tank + 32} fontSize={12} style={{ fill: 'var(--muted)' }}>
        level, temperature
      </text>
      <path
        d={`M${level.map(([when, down]) => `${x(when)} ${tank + down}`).join('L')}V${tank + 40}H${x(from)}z`}
        fill="var(--mist)"
      />
      <path
        d={`M${level.map(([when, down]) => `${x(when)} ${tank + down}`).join('L')}`}
        fill="none"
        stroke="var(--mist-3)"
        strokeWidth={2}
      />
      <path
        d={`${drained ? '' : `M${x(from)} ${tank + warm(temperatures.before)}H${x(at('drain', 'start'))}`}M${x(at('fill', 'end'))} ${tank + warm(temperatures.fill)}H${x(at('heat', 'start'))}L${x(at('heat', 'end'))} ${tank + warm(temperatures.target)}H${x(to)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
    </g>
  )
}
