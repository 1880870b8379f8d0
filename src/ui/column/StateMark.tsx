import type { QuantityState } from '@/core'
export const STATE_WORDS: Record<QuantityState, string> = {
  'in band': 'in range',
  drifting: 'drifting',
  low: 'low',
  high: 'high',
  stale: 'stale',
  unknown: 'not tested',
}

/** Colour is the third voice, after shape and word. */
export const stateColour = (state: QuantityState, closes: boolean) => {
  switch (state) {
    case 'in band':
      return 'var(--spruce)'
    case 'low':
    case 'high':
      return closes ? 'var(--madder)' : 'var(--amber-ink)'
    case 'drifting':
      return 'var(--amber-ink)'
    default:
      return 'var(--muted)'
  }
}

/** The shape of a state around a centre, 12 wide: disc, half disc, triangles, dashed ring. */
export const StateShape = ({
  state,
  x,
  y,
  colour,
  fill,
}: {
  state: QuantityState
  x: number
  y: number
  colour: string
  fill: string
}) => {
  switch (state) {
    case 'in band':
      return <circle cx={x} cy={y} r={5} fill={colour} />
    case 'drifting':
      return (
        <g>
          <circle cx={x} cy={y} r={4.6} fill={fill} stroke={colour} strokeWidth={1.8} />
          <path d={`M${x} ${y - 4.6}a4.6 4.6 0 0 0 0 9.2z`} fill={colour} />
        </g>
      )
    case 'low':
      return (
        <path
          d={`M${x - 5.6} ${y - 4.4}h11.2l-5.6 9.6z`}
          fill={fill}
          stroke={colour}
          strokeWidth={1.9}
          strokeLinejoin="round"
        />
      )
    case 'high':
      return (
        <path
          d={`M${x - 5.6} ${y + 4.4}h11.2l-5.6-9.6z`}
          fill={fill}
          stroke={colour}
          strokeWidth={1.9}
          strokeLinejoin="round"
        />
      )
    default:
      return (
        <circle
          cx={x}
          cy={y}
          r={4.6}
          fill="none"
          stroke={colour}
          strokeWidth={1.6}
          strokeDasharray="2.4 2.4"
        />
      )
  }
}

export const StateMark = ({
  state,
  closes = false,
}: {
  state: QuantityState
  closes?: boolean
}) => (
  <svg width={13} height={13} viewBox="0 0 13 13" aria-hidden="true" className="flex-none">
    <StateShape
      state={state}
      x={6.5}
      y={6.5}
      colour={stateColour(state, closes)}
      fill="transparent"
    />
  </svg>
)
