'use client'

import { useMemo, useRef, useState } from 'react'
import {
  type Closure,
  type Entry,
  type Estimate,
  type Plan,
  type PlanOptions,
  type ProductName,
  supposedPlan,
  type Tub,
} from '@/core'
import type { DisplayPreferences } from '@/words/words'
import { MapRing } from './MapRing'
import { MapScene } from './MapScene'
import { cornerFor, frameFor, H, type MapPoint, W, withinFrame } from './mapFrame'
import { readAs } from './mapWater'
import { WhatIf } from './WhatIf'

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
  found,
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
  /** What a supposed water would let in is what these let in. */
  found: readonly Closure[]
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
    () => (supposed ? supposedPlan(tub, round, state, { ...planOptions, found }) : planned),
    [supposed, tub, round, state, planOptions, found, planned],
  )
  const frame = useMemo(
    () => frameFor(tub.targets, [planned, ...(other ? [other] : [])]),
    [tub, planned, other],
  )
  const start: MapPoint = plan.before
  const end: MapPoint = plan.after
  const corner = useMemo(() => cornerFor(tub.targets, planned, frame), [tub, planned, frame])
  const handle = point ?? end

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
        <MapScene
          targets={tub.targets}
          plan={plan}
          other={supposed ? undefined : other}
          estimate={estimate}
          water={state.water}
          supposed={supposed !== undefined}
          carried={point !== undefined}
          frame={frame}
          corner={corner}
          products={products}
          preferences={preferences}
        />
        {point && (
          <path
            d={`M${frame.x(start.totalAlkalinityPpm)} ${frame.y(start.pH)}L${frame.x(handle.totalAlkalinityPpm)} ${frame.y(handle.pH)}`}
            stroke="var(--copper)"
            strokeWidth={1.6}
            strokeDasharray="5 4"
          />
        )}
        <MapRing
          at={handle}
          frame={frame}
          svg={svg}
          onMove={(to) => setPoint(withinFrame(to, frame))}
          onReset={() => setPoint(undefined)}
          preferences={preferences}
        />
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
        onPoint={(to) => setPoint(to && withinFrame(to, frame))}
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
