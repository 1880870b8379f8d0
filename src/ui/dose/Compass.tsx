import { addProduct } from '@/core/products/addProduct'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { readWater } from '@/core/water/solveWater'
import type { Water } from '@/core/water/water'

export const COMPASS_RADIUS = 62
const REACH = 36

/** Which way each product pushes from here: a direction for a small dose, on the map's own scales, not an amount. */
export const Compass = ({
  water,
  litres,
  x,
  y,
}: {
  water: Water
  litres: number
  x: (alkalinity: number) => number
  y: (pH: number) => number
}) => {
  const here = readWater(water)
  const ways = [
    ['bicarb', readWater(addProduct(water, 'sodium bicarbonate', 0.03 * litres, litres))],
    ['soda ash', readWater(addProduct(water, 'sodium carbonate', 0.012 * litres, litres))],
    ['acid', readWater(addProduct(water, 'sodium bisulfate', 0.02 * litres, litres))],
    ['air', readWater(loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, 0.6))],
  ] as const
  return (
    <g>
      <circle r={COMPASS_RADIUS} fill="var(--paper)" stroke="var(--hair)" />
      <text y={-48} fontSize={12} textAnchor="middle" style={{ fill: 'var(--muted)' }}>
        pushes
      </text>
      {ways.map(([name, after]) => {
        const dx = x(after.totalAlkalinityPpm) - x(here.totalAlkalinityPpm)
        const dy = y(after.pH) - y(here.pH)
        const length = Math.hypot(dx, dy)
        if (length < 1) return null
        const [ux, uy] = [dx / length, dy / length]
        const air = name === 'air'
        return (
          <g key={name}>
            <path
              d={`M0 0L${ux * REACH} ${uy * REACH}`}
              stroke="var(--ink)"
              strokeWidth={1.7}
              strokeDasharray={air ? '2 3' : undefined}
              markerEnd="url(#map-arrow)"
            />
            <text
              x={
                air
                  ? ux * 20 - 7
                  : name === 'acid'
                    ? ux * 30 - 7
                    : name === 'bicarb'
                      ? 4
                      : ux * REACH + 7
              }
              y={
                air
                  ? uy * 22 + 4
                  : name === 'acid'
                    ? uy * 30 + 4
                    : name === 'bicarb'
                      ? 18
                      : uy * REACH + 4
              }
              fontSize={12}
              textAnchor={air || name === 'acid' ? 'end' : 'start'}
            >
              {name}
            </text>
          </g>
        )
      })}
      <circle r={2.6} fill="var(--ink)" />
    </g>
  )
}
