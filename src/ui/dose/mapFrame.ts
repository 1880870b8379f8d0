import { equilibriaFor, type Plan, speciate, type Targets, type WaterReading } from '@/core'
import { COMPASS_RADIUS } from './Compass'

export const W = 446
export const H = 350
/** Molar mass of CO₂, g/mol. */
const CARBON_DIOXIDE = 44.009
const CO2_LINES = [0.5, 1, 2, 4, 8, 16]

export interface MapPoint {
  pH: number
  totalAlkalinityPpm: number
}

export interface Frame {
  x: (alkalinity: number) => number
  y: (pH: number) => number
  alkalinityAt: (x: number) => number
  phAt: (y: number) => number
  alkalinity: [number, number]
  pH: [number, number]
}

/** Room for the target, the reading and the whole path, on round numbers. */
export const frameFor = (targets: Targets, plans: readonly Plan[]): Frame => {
  const path = plans.flatMap((plan) => [plan.before, ...plan.steps.map((step) => step.after)])
  const ta = path.map((point) => point.totalAlkalinityPpm)
  const ph = path.map((point) => point.pH)
  const { totalAlkalinity, pH } = targets
  const alkalinity: [number, number] = [
    Math.max(0, 20 * Math.floor((Math.min(totalAlkalinity.low, ...ta) - 30) / 20)),
    20 * Math.ceil((Math.max(totalAlkalinity.high, ...ta) + 30) / 20),
  ]
  const phs: [number, number] = [
    Math.floor(5 * (Math.min(pH.low, ...ph) - 0.28)) / 5,
    Math.ceil(5 * (Math.max(pH.high, ...ph) + 0.28)) / 5,
  ]
  const [perPpm, perPh] = [W / (alkalinity[1] - alkalinity[0]), H / (phs[1] - phs[0])]
  return {
    alkalinity,
    pH: phs,
    x: (value) => perPpm * (value - alkalinity[0]),
    y: (value) => H - perPh * (value - phs[0]),
    alkalinityAt: (x) => alkalinity[0] + x / perPpm,
    phAt: (y) => phs[0] + (H - y) / perPh,
  }
}

/** Every so many units, on round numbers. */
export const ticks = ([low, high]: readonly [number, number], step: number): number[] => {
  const first = Math.ceil(low / step - 1e-9)
  const last = Math.floor(high / step + 1e-9)
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step)
}

export interface Contour {
  level: number
  path: string
  end: { x: number; y: number; atEdge: boolean }
}

/** Lines of equal dissolved CO₂, mg/L, of this water at other alkalinities and pH. */
export const contoursFor = (reading: WaterReading, frame: Frame): Contour[] => {
  const k = equilibriaFor(
    reading.temperatureCelsius,
    reading.totalDissolvedSolidsPpm,
    reading.saltPpm,
  )
  const carbonDioxide = (alkalinity: number, pH: number) => {
    const species = speciate({ ...reading, pH, totalAlkalinityPpm: alkalinity }, k)
    return species ? species.carbonDioxideMmol * CARBON_DIOXIDE : 0
  }
  // It falls as pH rises.
  const phAt = (alkalinity: number, wanted: number) => {
    let low = 5
    let high = 9.5
    for (let i = 0; i < 30; i++) {
      const pH = (low + high) / 2
      if (carbonDioxide(alkalinity, pH) > wanted) low = pH
      else high = pH
    }
    return (low + high) / 2
  }
  const [from, to] = [Math.max(5, frame.alkalinity[0]), frame.alkalinity[1]]
  return CO2_LINES.flatMap((level) => {
    const points = Array.from({ length: 25 }, (_, i) => {
      const alkalinity = from + ((to - from) * i) / 24
      return [alkalinity, phAt(alkalinity, level)] as const
    }).filter(([, pH]) => pH > frame.pH[0] && pH < frame.pH[1])
    const end = points.at(-1)
    if (!end || points.length < 2) return []
    return [
      {
        level,
        path: points
          .map(([a, pH], i) => `${i ? 'L' : 'M'}${frame.x(a).toFixed(1)} ${frame.y(pH).toFixed(1)}`)
          .join(''),
        end: { x: frame.x(end[0]), y: frame.y(end[1]), atEdge: end[0] === to },
      },
    ]
  })
}

/** The corner for the compass that keeps clearest of the target and the path. */
const freeCorner = (
  path: readonly (readonly [number, number])[],
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

/** The nearest point that the map shows. */
export const withinFrame = ({ pH, totalAlkalinityPpm }: MapPoint, frame: Frame): MapPoint => ({
  pH: Math.min(frame.pH[1], Math.max(frame.pH[0], pH)),
  totalAlkalinityPpm: Math.min(
    frame.alkalinity[1],
    Math.max(Math.max(5, frame.alkalinity[0]), totalAlkalinityPpm),
  ),
})

/** Where the compass covers neither the target nor the plan's way, px. */
export const cornerFor = (
  { totalAlkalinity, pH }: Targets,
  plan: Plan,
  { x, y }: Frame,
): readonly [number, number] =>
  freeCorner(
    [plan.before, ...plan.steps.map((step) => step.after)].map(
      (water) => [x(water.totalAlkalinityPpm), y(water.pH)] as const,
    ),
    {
      left: x(totalAlkalinity.low),
      right: x(totalAlkalinity.high),
      top: y(pH.high),
      bottom: y(pH.low),
    },
  )
