import {
  addProduct,
  loseCarbonDioxide,
  PRODUCTS,
  type ProductName,
  readWater,
  TRANSFER_PER_HOUR,
  type Water,
} from '@/core'
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
  const directions = ways.map(({ after }) => {
    const dx = x(after.totalAlkalinityPpm) - x(here.totalAlkalinityPpm)
    const dy = y(after.pH) - y(here.pH)
    const length = Math.hypot(dx, dy)
    return [dx / Math.max(length, 1e-9), dy / Math.max(length, 1e-9), length] as const
  })
  return (
    <g>
      <circle r={COMPASS_RADIUS} fill="var(--paper)" stroke="var(--hair)" />
      <text y={-48} fontSize={12} textAnchor="middle" style={{ fill: 'var(--muted)' }}>
        effects
      </text>
      {ways.map(({ name }, i) => {
        const [ux = 0, uy = 0, length = 0] = directions[i] ?? []
        if (length < 0.2) return null
        // Two that push nearly the same way have their names on either side.
        const twin = directions.find(([vx, vy], j) => j !== i && ux * vx + uy * vy > 0.9)
        const left = twin ? ux < twin[0] : ux < 0 || Math.abs(ux) < 0.35
        const beside = twin !== undefined && !left
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
              x={left ? ux * 26 - 7 : beside ? ux * 26 + 7 : Math.min(ux * 34, 24)}
              y={left || beside ? uy * 26 + 4 : uy > -0.3 ? uy * 30 + 15 : uy * REACH + 2}
              fontSize={12.5}
              textAnchor={left ? 'end' : 'start'}
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
