import { useMemo } from 'react'
import {
  type Estimate,
  NINE_IN_TEN,
  type Plan,
  type ProductName,
  type Targets,
  type Water,
  waterFromReading,
} from '@/core'
import { type DisplayPreferences, formatNumber } from '@/words/words'
import { Compass } from './Compass'
import { contoursFor, type Frame, H, type MapPoint, W } from './mapFrame'
import { Axes, Drift, Path } from './mapParts'
import { pathWords } from './mapWater'

/** Everything on the map that is not moved by hand: the target, lines of equal CO₂, the water with its spread, the plan's arrows. */
export const MapScene = ({
  targets,
  plan,
  other,
  estimate,
  water,
  supposed,
  carried,
  frame,
  corner,
  products,
  preferences,
}: {
  targets: Targets
  plan: Plan
  /** The same corrections in the other order, drawn faintly. */
  other: Plan | undefined
  estimate: Estimate
  water: Water
  /** Whether the plan starts from a reading that was only supposed. */
  supposed: boolean
  /** Whether the ring has been carried away from where the plan lands. */
  carried: boolean
  frame: Frame
  /** Where the compass stands, px. */
  corner: readonly [number, number]
  products: readonly ProductName[]
  preferences: DisplayPreferences
}) => {
  const { x, y } = frame
  const { totalAlkalinity, pH } = targets
  const contours = useMemo(() => contoursFor(estimate.reading, frame), [estimate, frame])
  const start: MapPoint = plan.before
  const end: MapPoint = plan.after
  const endWater = useMemo(() => waterFromReading(plan.after) ?? estimate.water, [plan, estimate])
  const spread = {
    x: NINE_IN_TEN * estimate.quantities.totalAlkalinity.standardDeviation,
    y: NINE_IN_TEN * estimate.quantities.pH.standardDeviation,
  }
  const moves = plan.steps.filter(
    ({ before, after }) =>
      Math.hypot(
        x(after.totalAlkalinityPpm) - x(before.totalAlkalinityPpm),
        y(after.pH) - y(before.pH),
      ) > 7,
  )
  const known =
    estimate.quantities.pH.lastReading && estimate.quantities.totalAlkalinity.lastReading
  // Labels keep off the arrows: the landing's on the far side of the start, the start's away from the first step.
  const [startX, endX] = [x(start.totalAlkalinityPpm), x(end.totalAlkalinityPpm)]
  const landsRight = endX < W - 140 && (endX >= startX || endX < 140)
  const [firstMove] = moves
  const nowBelow = firstMove !== undefined && firstMove.after.pH > firstMove.before.pH
  const nowLabel = {
    x: Math.min(W - 60, Math.max(60, startX)),
    y: nowBelow ? y(start.pH) + 23 : Math.max(14, y(start.pH) - 13),
  }
  return (
    <>
      <defs>
        <marker
          id="map-arrow"
          viewBox="0 0 10 10"
          refX={8}
          refY={5}
          markerWidth={9}
          markerHeight={9}
          markerUnits="userSpaceOnUse"
          orient="auto"
        >
          <path d="M0 0.8L9.4 5L0 9.2z" fill="var(--ink)" />
        </marker>
        <clipPath id="map-clip">
          <rect width={W} height={H} />
        </clipPath>
      </defs>
      {/* biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a group of lines is no control */}
      <g role="img" aria-label={pathWords(plan, preferences)}>
        <rect width={W} height={H} fill="var(--stone)" />
        <g clipPath="url(#map-clip)">
          <rect
            x={x(totalAlkalinity.low)}
            y={y(pH.high)}
            width={x(totalAlkalinity.high) - x(totalAlkalinity.low)}
            height={y(pH.low) - y(pH.high)}
            fill="var(--mist-2)"
            stroke="var(--spruce)"
            strokeWidth={1.6}
          />
        </g>
        {contours.map(({ level, path, end: at }) => (
          <g key={level}>
            <path d={path} fill="none" stroke="var(--line)" strokeWidth={0.9} opacity={0.75} />
            <text
              x={at.x + (at.atEdge ? 6 : -2)}
              y={at.y + (at.atEdge ? 4 : -6)}
              fontSize={12}
              style={{ fill: 'var(--muted)' }}
            >
              {level}
            </text>
          </g>
        ))}
        <text
          x={x(totalAlkalinity.high) - 7}
          y={y(pH.low) - 7}
          fontSize={12.5}
          fontWeight={600}
          textAnchor="end"
          style={{ fill: 'var(--spruce)' }}
        >
          target
        </text>
        {known && (
          <g clipPath="url(#map-clip)">
            <ellipse
              cx={startX}
              cy={y(start.pH)}
              rx={Math.abs(x(spread.x) - x(0))}
              ry={Math.abs(y(spread.y) - y(0))}
              fill="var(--paper)"
              fillOpacity={0.45}
              stroke="var(--ink)"
              strokeWidth={1.3}
              strokeDasharray="4 3"
            />
          </g>
        )}
        <g transform={`translate(${corner[0]} ${corner[1]})`}>
          <Compass water={water} products={products} x={x} y={y} />
        </g>
        {other && <Path plan={other} frame={frame} faint />}
        {!carried && <Drift water={endWater} from={end} frame={frame} clearOf={nowLabel} />}
        <Path plan={plan} frame={frame} />
        {moves.length > 0 && (
          <circle
            cx={endX}
            cy={y(end.pH)}
            r={5.5}
            fill="var(--spruce)"
            stroke="var(--paper)"
            strokeWidth={1.5}
          />
        )}
        <circle
          cx={startX}
          cy={y(start.pH)}
          r={4.5}
          fill="var(--ink)"
          stroke="var(--paper)"
          strokeWidth={1.5}
        />
        <text
          x={nowLabel.x}
          y={nowLabel.y}
          fontSize={13}
          fontWeight={650}
          textAnchor="middle"
          stroke="var(--stone)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {supposed ? 'if tested' : known ? 'now' : 'assumed'}:{' '}
          {formatNumber(start.totalAlkalinityPpm, 0, preferences)}, pH{' '}
          {formatNumber(start.pH, 2, preferences)}
        </text>
        {moves.length > 0 && !carried && (
          <text
            x={endX + (landsRight ? 16 : -16)}
            y={y(end.pH) + 4.5}
            fontSize={13}
            fontWeight={650}
            textAnchor={landsRight ? 'start' : 'end'}
            stroke="var(--stone)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            lands: {formatNumber(end.totalAlkalinityPpm, 0, preferences)}, pH{' '}
            {formatNumber(end.pH, 2, preferences)}
          </text>
        )}
        <Axes frame={frame} preferences={preferences} />
      </g>
    </>
  )
}
