import type { Cover, Instant, Jets, Stretch } from '@/core'
import { LANE_WORDS } from '@/words/laneWords'
import { textWidth } from './lanesScale'

interface Lane<State> {
  stretches: readonly Stretch<State>[]
  /** The lane's middle. */
  y: number
  x: (at: Instant) => number
}

const Name = ({ text, from, to, y }: { text: string; from: number; to: number; y: number }) =>
  textWidth(text) <= to - from - 4 ? (
    <text
      x={(from + to) / 2}
      y={y + 4.5}
      fontSize={12}
      fontWeight={600}
      textAnchor="middle"
      style={{ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 6 }}
    >
      {text}
    </text>
  ) : null

/** On is a bar, off a bracket. */
export const PowerLane = ({ stretches, y, x }: Lane<'on' | 'off'>) =>
  stretches.map(({ from, to, state }) => (
    <g key={from}>
      {state === 'on' ? (
        <path d={`M${x(from)} ${y}H${x(to)}`} stroke="var(--spruce)" strokeWidth={6} />
      ) : (
        <path
          d={`M${x(from)} ${y - 7}v14M${x(from)} ${y}H${x(to)}M${x(to)} ${y - 7}v14`}
          stroke="var(--madder)"
          strokeWidth={1.8}
          fill="none"
        />
      )}
      <Name text={LANE_WORDS.power[state]} from={x(from)} to={x(to)} y={y} />
    </g>
  ))

/** Chevrons, dense where the jets are on and sparse where they are low. */
export const JetsLane = ({ stretches, y, x }: Lane<Jets>) =>
  stretches.map(({ from, to, state }) => {
    const step = state === 'on' ? 10 : 30
    const count = state === 'off' ? 0 : Math.floor((x(to) - x(from) - 4) / step)
    return (
      <g key={from}>
        {state === 'off' ? (
          <path d={`M${x(from)} ${y}H${x(to)}`} stroke="var(--line)" />
        ) : (
          <path
            d={Array.from(
              { length: count },
              (_, i) => `M${x(from) + 4 + i * step} ${y - 5}l5 5l-5 5`,
            ).join('')}
            stroke="var(--spruce)"
            strokeWidth={1.8}
            fill="none"
          />
        )}
        <Name text={LANE_WORDS.jets[state]} from={x(from)} to={x(to)} y={y} />
      </g>
    )
  })

const CLOSED: Record<Cover, number> = { open: 2, 'half open': 10, closed: 20 }

/** As high as it is closed. */
export const CoverLane = ({ stretches, y, x }: Lane<Cover>) =>
  stretches.map(({ from, to, state }) => (
    <g key={from}>
      <rect
        x={x(from)}
        y={y + 11 - CLOSED[state]}
        width={x(to) - x(from)}
        height={CLOSED[state]}
        fill="var(--oak)"
      />
      <path
        d={`M${x(from)} ${y + 11 - CLOSED[state]}H${x(to)}`}
        stroke="var(--oak-2)"
        strokeWidth={1.5}
      />
      <Name text={LANE_WORDS.cover[state]} from={x(from)} to={x(to)} y={y} />
    </g>
  ))
