'use client'

import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react'
import {
  dosePlan,
  type Entry,
  type Estimate,
  type Plan,
  type PlanOptions,
  type ProductName,
  type Tub,
  type WaterReading,
  waterFromReading,
} from '@/core'
import { type DisplayPreferences, formatNumber, formatStep } from '@/words/words'
import { NINE_IN_TEN } from '../column/columnData'
import { Compass } from './Compass'
import { contoursFor, frameFor, freeCorner, H, type MapPoint, W } from './mapFrame'
import { Axes, Drift, Path } from './mapParts'
import { WhatIf } from './WhatIf'

const pointWords = ({ totalAlkalinityPpm, pH }: MapPoint, preferences: DisplayPreferences) =>
  `alkalinity ${formatNumber(totalAlkalinityPpm, 0, preferences)} ppm and pH ${formatNumber(pH, 2, preferences)}`

/** The path in words, for ears and for those who do not read maps. */
const pathWords = (plan: Plan, preferences: DisplayPreferences) => {
  const parts = plan.steps.map((step) => {
    const { figure, name } = formatStep(step, preferences)
    return `${figure} ${name} to ${pointWords(step.after, preferences)}`
  })
  return `From ${pointWords(plan.before, preferences)}${parts.length ? `; ${parts.join('; ')}` : ''}.`
}

/** The reading with another pH and alkalinity, everything else as it is; undefined where no water reads so. */
const readAs = (estimate: Estimate, { pH, totalAlkalinityPpm }: MapPoint): Estimate | undefined => {
  const reading: WaterReading = { ...estimate.reading, pH, totalAlkalinityPpm }
  const water = waterFromReading(reading)
  if (!water) return undefined
  const { quantities } = estimate
  return {
    ...estimate,
    reading,
    water: {
      ...estimate.water,
      alkalinityMeq: water.alkalinityMeq,
      dissolvedInorganicCarbonMmol: water.dissolvedInorganicCarbonMmol,
    },
    quantities: {
      ...quantities,
      pH: { ...quantities.pH, value: pH },
      totalAlkalinity: { ...quantities.totalAlkalinity, value: totalAlkalinityPpm },
    },
  }
}

/**
 * Alkalinity across, pH up, lines of equal dissolved CO₂; the target, the water, and an arrow for every step of the plan. The
 * open ring can be carried anywhere: what it would take to be there stands below. Drawn by the core, whatever is changed.
 */
export const BalanceMap = ({
  tub,
  estimate,
  plan: planned,
  other,
  round,
  planOptions,
  products,
  preferences,
}: {
  tub: Tub
  estimate: Estimate
  plan: Plan
  /** The same corrections in the other order, where there are two. */
  other: Plan | undefined
  /** Entries since the last test, which a plan counts in. */
  round: readonly Entry[]
  planOptions: PlanOptions
  /** What the compass shows and the panel offers. */
  products: readonly ProductName[]
  preferences: DisplayPreferences
}) => {
  const [point, setPoint] = useState<MapPoint>()
  const [supposed, setSupposed] = useState<MapPoint>()
  const svg = useRef<SVGSVGElement>(null)

  const state = useMemo(
    () => (supposed ? (readAs(estimate, supposed) ?? estimate) : estimate),
    [estimate, supposed],
  )
  const plan = useMemo(
    () => (supposed ? dosePlan(tub, round, state, planOptions) : planned),
    [supposed, tub, round, state, planOptions, planned],
  )
  const frame = useMemo(
    () => frameFor(tub.targets, [planned, ...(other ? [other] : [])]),
    [tub, planned, other],
  )
  const contours = useMemo(() => contoursFor(estimate.reading, frame), [estimate, frame])
  const { x, y } = frame
  const { totalAlkalinity, pH } = tub.targets
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
  const corner = useMemo(
    () =>
      freeCorner(
        [planned.before, ...planned.steps.map((step) => step.after)].map(
          (water) => [x(water.totalAlkalinityPpm), y(water.pH)] as const,
        ),
        {
          left: x(totalAlkalinity.low),
          right: x(totalAlkalinity.high),
          top: y(pH.high),
          bottom: y(pH.low),
        },
      ),
    [planned, x, y, totalAlkalinity, pH],
  )
  // Labels keep off the arrows: the landing's on the far side of the start, the start's away from the first step.
  const [startX, endX] = [x(start.totalAlkalinityPpm), x(end.totalAlkalinityPpm)]
  const landsRight = endX < W - 140 && (endX >= startX || endX < 140)
  const [firstMove] = moves
  const nowBelow = firstMove !== undefined && firstMove.after.pH > firstMove.before.pH
  const nowLabel = {
    x: Math.min(W - 60, Math.max(60, startX)),
    y: nowBelow ? y(start.pH) + 23 : Math.max(14, y(start.pH) - 13),
  }
  const handle = point ?? end

  const within = (to: MapPoint): MapPoint => ({
    pH: Math.min(frame.pH[1], Math.max(frame.pH[0], to.pH)),
    totalAlkalinityPpm: Math.min(
      frame.alkalinity[1],
      Math.max(Math.max(5, frame.alkalinity[0]), to.totalAlkalinityPpm),
    ),
  })
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    setPoint(within({ totalAlkalinityPpm: frame.alkalinityAt(place.x), pH: frame.phAt(place.y) }))
  }
  const step = (event: KeyboardEvent<SVGGElement>) => {
    const large = event.shiftKey ? 5 : 1
    const move = {
      ArrowLeft: [-2, 0],
      ArrowRight: [2, 0],
      ArrowUp: [0, 0.02],
      ArrowDown: [0, -0.02],
    }[event.key]
    if (event.key === 'Escape') setPoint(undefined)
    if (!move) return
    event.preventDefault()
    setPoint(
      within({
        totalAlkalinityPpm: handle.totalAlkalinityPpm + large * (move[0] ?? 0),
        pH: handle.pH + large * (move[1] ?? 0),
      }),
    )
  }

  return (
    <figure className="min-w-0">
      <figcaption className="mb-2 flex items-baseline justify-between gap-3">
        <span className="head">Balance map</span>
        <span className="note text-muted">
          lines: dissolved CO<sub className="text-[0.72em]">2</sub>, mg/L (the same as ppm)
        </span>
      </figcaption>
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: its two parts are named, and a title would hang over both as a tip */}
      <svg ref={svg} viewBox={`-34 -6 ${W + 62} ${H + 44}`} className="w-full touch-pan-y">
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
            <Compass water={state.water} products={products} x={x} y={y} />
          </g>
          {other && !supposed && <Path plan={other} frame={frame} faint />}
          {!point && <Drift water={endWater} from={end} frame={frame} clearOf={nowLabel} />}
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
          {moves.length > 0 && !point && (
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
        {point && (
          <path
            d={`M${startX} ${y(start.pH)}L${x(handle.totalAlkalinityPpm)} ${y(handle.pH)}`}
            stroke="var(--copper)"
            strokeWidth={1.6}
            strokeDasharray="5 4"
          />
        )}
        {/* biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a picture */}
        <g
          role="button"
          tabIndex={0}
          aria-label={`What if: ${pointWords(handle, preferences)}. Arrow keys move the ring, with Shift in larger steps; Escape resets it.`}
          className="ring-handle"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId)
          }}
          onPointerMove={drag}
          onKeyDown={step}
        >
          <circle cx={x(handle.totalAlkalinityPpm)} cy={y(handle.pH)} r={26} fill="transparent" />
          <circle
            cx={x(handle.totalAlkalinityPpm)}
            cy={y(handle.pH)}
            r={11}
            fill="var(--paper)"
            fillOpacity={0.25}
            stroke="var(--copper)"
            strokeWidth={2.4}
          />
        </g>
      </svg>
      {other && !supposed && (
        <p className="note mt-1 text-muted">Long dashes: the same steps in the other order.</p>
      )}
      <WhatIf
        water={state.water}
        here={start}
        litres={tub.volumeLitres}
        products={products}
        point={point}
        onPoint={(to) => setPoint(to && within(to))}
        supposed={supposed}
        onSuppose={(to) => {
          setSupposed(to)
          setPoint(undefined)
        }}
        bounds={{ pH: frame.pH, alkalinity: frame.alkalinity }}
        preferences={preferences}
      />
    </figure>
  )
}
