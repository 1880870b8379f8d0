import { useMemo } from 'react'
import { loseCarbonDioxide, type Plan, readWater, TRANSFER_PER_HOUR, type Water } from '@/core'
import { type DisplayPreferences, formatNumber } from '@/words/words'
import { type Frame, H, type MapPoint, ticks, W } from './mapFrame'

const DRIFT_HOURS = [0.5, 1, 2, 4, 8]

/** Where pH goes from a water with the jets on and the cover open, hour by hour. */
const driftOf = (water: Water) =>
  DRIFT_HOURS.map((hours) => ({
    hours,
    pH: readWater(loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, hours)).pH,
  }))

export const Axes = ({ frame, preferences }: { frame: Frame; preferences: DisplayPreferences }) => {
  const { alkalinity } = frame
  const wide = alkalinity[1] - alkalinity[0] > 160
  return (
    <g>
      {ticks(frame.pH, 0.2).map((tick) => (
        <text
          key={tick}
          x={-8}
          y={frame.y(tick) + 4}
          fontSize={12}
          textAnchor="end"
          style={{ fill: 'var(--muted)' }}
        >
          {formatNumber(tick, 1, preferences)}
        </text>
      ))}
      {ticks(alkalinity, wide ? 40 : 20).map((tick) => (
        <text
          key={tick}
          x={frame.x(tick)}
          y={H + 18}
          fontSize={12}
          textAnchor="middle"
          style={{ fill: 'var(--muted)' }}
        >
          {tick}
        </text>
      ))}
      <text x={8} y={16} fontSize={12.5} fontWeight={650}>
        pH
      </text>
      <text x={W} y={H + 35} fontSize={12.5} fontWeight={650} textAnchor="end">
        alkalinity, ppm
      </text>
    </g>
  )
}

/** An arrow for every step that moves the water on the map. */
export const Path = ({
  plan,
  frame,
  faint = false,
}: {
  plan: Plan
  frame: Frame
  faint?: boolean
}) => {
  const { x, y } = frame
  return plan.steps.map((step) => {
    const [x1, y1] = [x(step.before.totalAlkalinityPpm), y(step.before.pH)]
    const [x2, y2] = [x(step.after.totalAlkalinityPpm), y(step.after.pH)]
    const long = Math.hypot(x2 - x1, y2 - y1)
    if (long <= 7) return null
    // On a short arrow the number stands beside it.
    const aside = long < 44 ? 15 / long : 0
    const cx = (x1 + x2) / 2 + (y1 - y2) * aside
    const cy = (y1 + y2) / 2 + (x2 - x1) * aside
    return (
      <g key={step.order}>
        <path
          d={`M${x1.toFixed(1)} ${y1.toFixed(1)}L${x2.toFixed(1)} ${y2.toFixed(1)}`}
          stroke={faint ? 'var(--muted)' : 'var(--ink)'}
          strokeWidth={faint ? 1.4 : 2.2}
          strokeDasharray={faint ? '7 5' : step.kind === 'aerate' ? '3 3' : undefined}
          markerEnd="url(#map-arrow)"
        />
        {!faint && (
          <>
            <circle cx={cx} cy={cy} r={9.5} fill="var(--ink)" />
            <text
              x={cx}
              y={cy + 4.3}
              fontSize={12.5}
              fontWeight={700}
              textAnchor="middle"
              style={{ fill: 'var(--paper)' }}
            >
              {step.order}
            </text>
          </>
        )}
      </g>
    )
  })
}

/** Room that a label beside the line needs clear of another, px. */
const CLEAR = { x: 120, y: 15 }

export const Drift = ({
  water,
  from,
  frame,
  clearOf,
}: {
  water: Water
  from: MapPoint
  frame: Frame
  /** A label that the hours give way to. */
  clearOf: { x: number; y: number }
}) => {
  const drift = useMemo(() => driftOf(water), [water])
  const x = frame.x(from.totalAlkalinityPpm)
  const inside = drift.filter(({ pH }) => pH < frame.pH[1])
  const last = inside.at(-1)
  if (!last || last.pH - from.pH < 0.05) return null
  return (
    <g opacity={0.9}>
      <path
        d={`M${x} ${frame.y(from.pH)}V${frame.y(last.pH)}`}
        stroke="var(--spruce)"
        strokeWidth={1.4}
        strokeDasharray="1.5 4"
      />
      {inside
        .filter(({ hours }) => hours === 1 || hours === 4 || hours === 8)
        .filter(
          ({ pH }) =>
            Math.abs(frame.y(pH) - clearOf.y) > CLEAR.y || Math.abs(x - clearOf.x) > CLEAR.x,
        )
        .filter(({ pH }, i, all) => i === 0 || frame.y(all[i - 1]?.pH ?? 0) - frame.y(pH) > 15)
        .map(({ hours, pH }) => (
          <g key={hours}>
            <path d={`M${x - 4} ${frame.y(pH)}h8`} stroke="var(--spruce)" strokeWidth={1.4} />
            <text
              x={x - 8}
              y={frame.y(pH) + 4}
              fontSize={11.5}
              textAnchor="end"
              stroke="var(--stone)"
              strokeWidth={3}
              paintOrder="stroke"
              style={{ fill: 'var(--spruce)' }}
            >
              jets {hours} h
            </text>
          </g>
        ))}
    </g>
  )
}
