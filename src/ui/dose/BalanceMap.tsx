import type { Plan } from '@/core/advice/plan'
import type { Estimate } from '@/core/estimate/estimate'
import type { Tub } from '@/core/tub'
import { equilibriaFor } from '@/core/water/equilibrium'
import { speciate } from '@/core/water/speciation'
import { NINE_IN_TEN } from '../column/columnData'
import { numberWords, type Reader, stepWords } from '../words/words'
import { COMPASS_RADIUS, Compass } from './Compass'

const W = 446
const H = 350
/** Molar mass of CO₂, g/mol. */
const CARBON_DIOXIDE = 44.009
const CO2_LINES = [0.5, 1, 2, 4, 8, 16]

interface Frame {
  x: (alkalinity: number) => number
  y: (pH: number) => number
  alkalinity: [number, number]
  pH: [number, number]
}

/** Room for the target, the reading and the whole path, on round numbers. */
const frameFor = (tub: Tub, plan: Plan): Frame => {
  const path = [plan.before, ...plan.steps.map((step) => step.after)]
  const ta = path.map((point) => point.totalAlkalinityPpm)
  const ph = path.map((point) => point.pH)
  const { totalAlkalinity, pH } = tub.targets
  const alkalinity: [number, number] = [
    Math.max(0, 20 * Math.floor((Math.min(totalAlkalinity.low, ...ta) - 30) / 20)),
    20 * Math.ceil((Math.max(totalAlkalinity.high, ...ta) + 30) / 20),
  ]
  const phs: [number, number] = [
    Math.floor(5 * (Math.min(pH.low, ...ph) - 0.28)) / 5,
    Math.ceil(5 * (Math.max(pH.high, ...ph) + 0.28)) / 5,
  ]
  return {
    alkalinity,
    pH: phs,
    x: (value) => (W * (value - alkalinity[0])) / (alkalinity[1] - alkalinity[0]),
    y: (value) => H * (1 - (value - phs[0]) / (phs[1] - phs[0])),
  }
}

/** Dissolved CO₂, mg/L, of this water at another alkalinity and pH. */
const carbonDioxide = (estimate: Estimate, alkalinity: number, pH: number) => {
  const { reading } = estimate
  const k = equilibriaFor(
    reading.temperatureCelsius,
    reading.totalDissolvedSolidsPpm,
    reading.saltPpm,
  )
  const species = speciate(pH, alkalinity, reading.cyanuricAcidPpm, reading.boratePpm, k)
  return species ? species.carbonDioxideMmol * CARBON_DIOXIDE : 0
}

/** At one alkalinity, the pH at which dissolved CO₂ is as given; it falls as pH rises. */
const phAtCarbonDioxide = (estimate: Estimate, alkalinity: number, wanted: number) => {
  let low = 5
  let high = 9.5
  for (let i = 0; i < 30; i++) {
    const pH = (low + high) / 2
    if (carbonDioxide(estimate, alkalinity, pH) > wanted) low = pH
    else high = pH
  }
  return (low + high) / 2
}

const Contours = ({ estimate, frame }: { estimate: Estimate; frame: Frame }) => (
  <g>
    {CO2_LINES.map((level) => {
      const [from, to] = frame.alkalinity
      const points = Array.from({ length: 25 }, (_, i) => {
        const alkalinity = Math.max(5, from) + ((to - Math.max(5, from)) * i) / 24
        return [alkalinity, phAtCarbonDioxide(estimate, alkalinity, level)] as const
      }).filter(([, pH]) => pH > frame.pH[0] && pH < frame.pH[1])
      const end = points.at(-1)
      if (!end || points.length < 2) return null
      return (
        <g key={level}>
          <path
            d={points
              .map(
                ([a, pH], i) =>
                  `${i ? 'L' : 'M'}${frame.x(a).toFixed(1)} ${frame.y(pH).toFixed(1)}`,
              )
              .join('')}
            fill="none"
            stroke="var(--line)"
            strokeWidth={0.9}
            opacity={0.75}
          />
          <text
            x={frame.x(end[0]) + (end[0] === to ? 6 : -2)}
            y={frame.y(end[1]) + (end[0] === to ? 4 : -6)}
            fontSize={12}
            style={{ fill: 'var(--muted)' }}
          >
            {level}
          </text>
        </g>
      )
    })}
  </g>
)

/** The corner for the compass that keeps clearest of the target and the path. */
const freeCorner = (
  path: (readonly [number, number])[],
  target: { left: number; right: number; top: number; bottom: number },
): readonly [number, number] => {
  const dx = COMPASS_RADIUS + 8
  const corners = [
    [W - dx, dx],
    [W - dx, H - dx],
    [dx, H - dx],
    [dx, dx],
  ] as const
  const room = ([cx, cy]: readonly [number, number]) => {
    const beside = Math.hypot(
      Math.max(target.left - cx, 0, cx - target.right),
      Math.max(target.top - cy, 0, cy - target.bottom),
    )
    return Math.min(beside, ...path.map(([px, py]) => Math.hypot(px - cx, py - cy) - 20))
  }
  return corners.reduce((best, corner) => (room(corner) > room(best) + 1 ? corner : best))
}

/** The path in words, for ears and for those who do not read maps. */
const pathWords = (plan: Plan, reader: Reader) => {
  const at = (ta: number, pH: number) =>
    `alkalinity ${numberWords(ta, 0, reader)} ppm and pH ${numberWords(pH, 2, reader)}`
  const parts = plan.steps.map((step) => {
    const { figure, name } = stepWords(step, reader)
    return `${figure} ${name} to ${at(step.after.totalAlkalinityPpm, step.after.pH)}`
  })
  return `From ${at(plan.before.totalAlkalinityPpm, plan.before.pH)}${parts.length ? `; ${parts.join('; ')}` : ''}.`
}

/** Alkalinity across, pH up, lines of equal dissolved CO₂; the target, the water, and an arrow for every step of the plan. */
export const BalanceMap = ({
  tub,
  estimate,
  plan,
  reader,
}: {
  tub: Tub
  estimate: Estimate
  plan: Plan
  reader: Reader
}) => {
  const frame = frameFor(tub, plan)
  const { x, y } = frame
  const { totalAlkalinity, pH } = tub.targets
  const start = plan.before
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
  const end = plan.after
  const known =
    estimate.quantities.pH.lastReading && estimate.quantities.totalAlkalinity.lastReading
  const phTicks: number[] = []
  for (let tick = Math.ceil(frame.pH[0] * 5) / 5; tick <= frame.pH[1] + 1e-9; tick += 0.2)
    phTicks.push(tick)
  const taTicks: number[] = []
  const taStep = frame.alkalinity[1] - frame.alkalinity[0] > 160 ? 40 : 20
  for (
    let tick = taStep * Math.ceil(frame.alkalinity[0] / taStep);
    tick <= frame.alkalinity[1];
    tick += taStep
  )
    taTicks.push(tick)
  const path = [plan.before, ...moves.map((step) => step.after)].map(
    (water) => [x(water.totalAlkalinityPpm), y(water.pH)] as const,
  )
  const corner = freeCorner(path, {
    left: x(totalAlkalinity.low),
    right: x(totalAlkalinity.high),
    top: y(pH.high),
    bottom: y(pH.low),
  })
  // Labels keep off the arrows: the landing's on the far side of the start, the start's away from the first step.
  const [startX, endX] = [x(start.totalAlkalinityPpm), x(end.totalAlkalinityPpm)]
  const landsRight = endX < W - 140 && (endX >= startX || endX < 140)
  const [firstMove] = moves
  const nowBelow = firstMove !== undefined && firstMove.after.pH > firstMove.before.pH
  return (
    <figure className="min-w-0">
      <figcaption className="mb-2 flex items-baseline justify-between gap-3">
        <span className="head">Balance map</span>
        <span className="note text-muted">
          lines: dissolved CO<sub className="text-[0.72em]">2</sub>, mg/L
        </span>
      </figcaption>
      <svg
        viewBox={`-34 -6 ${W + 62} ${H + 44}`}
        className="w-full"
        role="img"
        aria-label={pathWords(plan, reader)}
      >
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
        <Contours estimate={estimate} frame={frame} />
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
              cx={x(start.totalAlkalinityPpm)}
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
          <Compass water={estimate.water} litres={tub.volumeLitres} x={x} y={y} />
        </g>
        {moves.map((step) => {
          const x1 = x(step.before.totalAlkalinityPpm)
          const y1 = y(step.before.pH)
          const x2 = x(step.after.totalAlkalinityPpm)
          const y2 = y(step.after.pH)
          const long = Math.hypot(x2 - x1, y2 - y1)
          // On a short arrow the number stands beside it.
          const aside = long < 44 ? 15 / long : 0
          const cx = (x1 + x2) / 2 + (y1 - y2) * aside
          const cy = (y1 + y2) / 2 + (x2 - x1) * aside
          return (
            <g key={step.order}>
              <path
                d={`M${x1} ${y1}L${x2} ${y2}`}
                stroke="var(--ink)"
                strokeWidth={2.2}
                strokeDasharray={step.kind === 'aerate' ? '3 3' : undefined}
                markerEnd="url(#map-arrow)"
              />
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
            </g>
          )
        })}
        {moves.length > 0 && (
          <circle
            cx={x(end.totalAlkalinityPpm)}
            cy={y(end.pH)}
            r={5.5}
            fill="var(--spruce)"
            stroke="var(--paper)"
            strokeWidth={1.5}
          />
        )}
        <circle
          cx={x(start.totalAlkalinityPpm)}
          cy={y(start.pH)}
          r={4.5}
          fill="var(--ink)"
          stroke="var(--paper)"
          strokeWidth={1.5}
        />
        <text
          x={Math.min(W - 60, Math.max(60, x(start.totalAlkalinityPpm)))}
          y={nowBelow ? y(start.pH) + 23 : Math.max(14, y(start.pH) - 13)}
          fontSize={13}
          fontWeight={650}
          textAnchor="middle"
          stroke="var(--stone)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {known ? 'now' : 'assumed'}: {numberWords(start.totalAlkalinityPpm, 0, reader)}, pH{' '}
          {numberWords(start.pH, 2, reader)}
        </text>
        {moves.length > 0 && (
          <text
            x={x(end.totalAlkalinityPpm) + (landsRight ? 12 : -12)}
            y={y(end.pH) + 4.5}
            fontSize={13}
            fontWeight={650}
            textAnchor={landsRight ? 'start' : 'end'}
          >
            lands: {numberWords(end.totalAlkalinityPpm, 0, reader)}, pH{' '}
            {numberWords(end.pH, 2, reader)}
          </text>
        )}
        {phTicks.map((tick) => (
          <text
            key={tick}
            x={-8}
            y={y(tick) + 4}
            fontSize={12}
            textAnchor="end"
            style={{ fill: 'var(--muted)' }}
          >
            {numberWords(tick, 1, reader)}
          </text>
        ))}
        {taTicks.map((tick) => (
          <text
            key={tick}
            x={x(tick)}
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
      </svg>
    </figure>
  )
}
