import { addProduct } from '@/core/products/addProduct'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { readWater } from '@/core/water/solveWater'
import type { Water } from '@/core/water/water'

export const COMPASS_RADIUS = 62
const REACH = 36

const SHORT: Partial<Record<ProductName, string>> = {
  'sodium bicarbonate': 'bicarb',
  'sodium carbonate': 'soda ash',
  'sodium bisulfate': 'acid',
  'hydrochloric acid': 'acid',
  'borax decahydrate': 'borax',
}

/** Products that move pH and alkalinity, one a direction. */
const pushersOf = (products: readonly ProductName[]) => {
  const acid = products.find((product) => PRODUCTS[product].family === 'acid')
  return products.filter(
    (product) => product in SHORT && (PRODUCTS[product].family !== 'acid' || product === acid),
  )
}

/** Which way each product pushes from here: a direction for a small dose, on the map's own scales, not an amount. */
export const Compass = ({
  water,
  products,
  x,
  y,
}: {
  water: Water
  products: readonly ProductName[]
  x: (alkalinity: number) => number
  y: (pH: number) => number
}) => {
  const here = readWater(water)
  const ways = [
    ...pushersOf(products).map((product) => ({
      name: SHORT[product] ?? product,
      after: readWater(addProduct(water, product, 0.015, 1)),
    })),
    {
      name: 'air',
      after: readWater(loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, 0.6)),
    },
  ]
  return (
    <g>
      <circle r={COMPASS_RADIUS} fill="var(--paper)" stroke="var(--hair)" />
      <text y={-48} fontSize={12} textAnchor="middle" style={{ fill: 'var(--muted)' }}>
        pushes
      </text>
      {ways.map(({ name, after }) => {
        const dx = x(after.totalAlkalinityPpm) - x(here.totalAlkalinityPpm)
        const dy = y(after.pH) - y(here.pH)
        const length = Math.hypot(dx, dy)
        if (length < 0.2) return null
        const [ux, uy] = [dx / length, dy / length]
        const up = Math.abs(ux) < 0.35
        return (
          <g key={name}>
            <path
              d={`M0 0L${(ux * REACH).toFixed(1)} ${(uy * REACH).toFixed(1)}`}
              stroke="var(--ink)"
              strokeWidth={1.7}
              strokeDasharray={name === 'air' ? '2 3' : undefined}
              markerEnd="url(#map-arrow)"
            />
            <text
              x={up || ux < 0 ? ux * 26 - 7 : Math.min(ux * 34, 24)}
              y={up || ux < 0 ? uy * 26 + 4 : uy > -0.3 ? uy * 30 + 15 : uy * REACH + 2}
              fontSize={12.5}
              textAnchor={up || ux < 0 ? 'end' : 'start'}
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
