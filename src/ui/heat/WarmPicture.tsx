import type { WarmWeek } from '@/core'

const WIDTH = 500
const HEIGHT = 62
const WATER = 46

/** One week of the water as a filled line, with the hours in which the heater is on beneath it; ours, and for the eye alone. */
export const WarmPicture = ({
  week,
  low,
  high,
  nights,
  soaks,
}: {
  week: WarmWeek
  /** °C at the bottom and the top of the picture, the same for all ways. */
  low: number
  high: number
  nights: readonly { from: number; to: number }[]
  soaks: readonly { at: number }[]
}) => {
  const from = week.points[0]?.at ?? 0
  const to = week.points.at(-1)?.at ?? from + 1
  const x = (at: number) => ((at - from) / (to - from)) * WIDTH
  const y = (celsius: number) => 4 + (WATER - 4) * (1 - (celsius - low) / Math.max(0.5, high - low))
  const line = week.points
    .map(({ at, celsius }) => `${x(at).toFixed(1)} ${y(celsius).toFixed(1)}`)
    .join('L')
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="block h-[62px] w-full"
      aria-hidden="true"
    >
      {nights.map((night) => (
        <rect
          key={night.from}
          x={x(night.from)}
          width={Math.max(0, x(night.to) - x(night.from))}
          height={HEIGHT}
          style={{ fill: 'var(--stone)' }}
        />
      ))}
      <path d={`M0 ${WATER}L${line}L${WIDTH} ${WATER}Z`} style={{ fill: 'var(--mist)' }} />
      <path
        d={`M${line}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.6}
        vectorEffect="non-scaling-stroke"
      />
      {soaks.map(({ at }) => (
        <path
          key={at}
          d={`M${x(at)} 0V${HEIGHT}`}
          stroke="var(--muted)"
          strokeDasharray="2 3"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {week.duty.map((share, i) =>
        share > 0.005 ? (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: an hour of the week is what it is.
            key={i}
            x={(i / week.duty.length) * WIDTH}
            y={WATER + 4}
            width={(Math.max(0.25, share) / week.duty.length) * WIDTH}
            height={9}
            style={{ fill: 'var(--oak-2)' }}
          />
        ) : null,
      )}
    </svg>
  )
}
