import fc from 'fast-check'
import highsLoader from 'highs'
import { minimise, type Row } from '@/core/advice/linearProgram'
import { bestRecipe, type RequiredChange, recipeFor } from '@/core/advice/recipe'
import { type ShelfItem, sourcesOf } from '@/core/advice/shelf'
import { ppmPerUnit } from '@/core/products/doseTarget'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { programmeOf } from '@/core/programmes/programme'
import { waterFromReading } from '@/core/water/solveWater'
import { plainReading } from './waters'

// Checked against HiGHS, another solver of linear programs, by another method.

const coefficient = fc.integer({ min: -9, max: 9 })
const program = fc
  .record({ columns: fc.integer({ min: 1, max: 5 }), rows: fc.integer({ min: 1, max: 5 }) })
  .chain(({ columns, rows }) =>
    fc.record({
      costs: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: columns, maxLength: columns }),
      lines: fc.array(
        fc.record({
          coefficients: fc.array(coefficient, { minLength: columns, maxLength: columns }),
          kind: fc.constantFrom('=' as const, '≤' as const, '≥' as const),
          limit: fc.integer({ min: -20, max: 20 }),
        }),
        { minLength: rows, maxLength: rows },
      ),
    }),
  )

let highs: Awaited<ReturnType<typeof highsLoader>>
beforeAll(async () => {
  highs = await highsLoader()
})

const sumOf = (coefficients: readonly number[]) =>
  coefficients.map((c, j) => `${c < 0 ? '-' : '+'} ${Math.abs(c)} x${j}`).join(' ')

/** The least cost by HiGHS; undefined where no x meets every row. */
const byHighs = (costs: readonly number[], rows: readonly Omit<Row, 'penalty'>[]) => {
  const sign = { '=': '=', '≤': '<=', '≥': '>=' }
  const { Status, ObjectiveValue } = highs.solve(
    [
      'Minimize',
      ` cost: ${sumOf(costs)}`,
      'Subject To',
      ...rows.map(
        ({ coefficients, kind, limit }, i) =>
          ` r${i}: ${sumOf(coefficients)} ${sign[kind]} ${limit}`,
      ),
      'End',
    ].join('\n'),
  )
  return Status === 'Optimal' ? ObjectiveValue : undefined
}

test('the same least cost as HiGHS where there is an answer, and a miss where there is none', () => {
  let solved = 0
  fc.assert(
    fc.property(program, ({ costs, lines }) => {
      const rows = lines.map((line) => ({ ...line, penalty: 1e5 }))
      const ours = minimise(costs, rows)
      const theirs = byHighs(costs, rows)
      const missed = ours.missed.reduce((sum, by) => sum + Math.abs(by), 0)
      if (theirs === undefined) {
        expect(missed).toBeGreaterThan(1e-6)
        return
      }
      solved++
      expect(missed).toBeLessThan(1e-6)
      expect(ours.cost).toBeCloseTo(theirs, 5)
      for (const [i, { coefficients, kind, limit }] of rows.entries()) {
        const is = coefficients.reduce((sum, c, j) => sum + c * (ours.x[j] ?? 0), 0)
        if (kind !== '≥') expect(is).toBeLessThan(limit + 1e-6)
        if (kind !== '≤') expect(is).toBeGreaterThan(limit - 1e-6)
        expect(ours.missed[i]).toBeCloseTo(0, 6)
      }
    }),
    { numRuns: 500 },
  )
  expect(solved).toBeGreaterThan(100)
})

// A textbook program (the classic product mix, from memory): maximise 3x + 5y under x ≤ 4, 2y ≤ 12, 3x + 2y ≤ 18 → 36.
test('the product mix of the textbooks', () => {
  const row = (coefficients: number[], limit: number): Row => ({
    coefficients,
    kind: '≤',
    limit,
    penalty: 1e9,
  })
  const { x, cost } = minimise([-3, -5], [row([1, 0], 4), row([0, 2], 12), row([3, 2], 18)])
  expect(x).toEqual([2, 6])
  expect(cost).toBeCloseTo(-36, 9)
})

const water = waterFromReading(plainReading())
const shelf = (...items: (ProductName | ShelfItem)[]) => {
  if (!water) throw new Error('no water')
  return sourcesOf(
    items.map((item) => (typeof item === 'string' ? { product: item } : item)),
    programmeOf('granular chlorine'),
    water,
  ).sources
}
const LITRES = 1000

describe('a recipe', () => {
  const wanted: RequiredChange = {
    hardness: { low: 60, high: 60 },
    stabiliser: { low: 0, high: 5 },
    chlorine: { low: 3, high: 3 },
  }
  const all = shelf(
    'calcium chloride dihydrate',
    'calcium chloride anhydrous',
    'calcium hypochlorite',
    'sodium dichlor dihydrate',
    'sodium hypochlorite',
  )

  test('of least mass weighs what HiGHS finds, one kind of chlorine at a time', () => {
    const ours = bestRecipe(wanted, all, { volumeLitres: LITRES, objective: 'mass' })
    const masses = ['calcium hypochlorite', 'sodium dichlor dihydrate', 'sodium hypochlorite'].map(
      (kind) => {
        const some = all.filter(
          ({ product }) => PRODUCTS[product].family !== 'chlorine' || product === kind,
        )
        const rows = Object.entries(wanted).flatMap(([aimed, { low, high }]) => {
          const coefficients = some.map(({ effect }) => ppmPerUnit(effect, aimed as 'hardness'))
          return [
            { coefficients, kind: '≥' as const, limit: low },
            { coefficients, kind: '≤' as const, limit: high },
          ]
        })
        return byHighs(
          some.map(() => 1),
          rows,
        )
      },
    )
    expect(ours.cost).toBeCloseTo(Math.min(...masses.map((mass) => mass ?? Infinity)), 6)
    expect(ours.missed).toEqual({})
  })

  test('of fewest steps lets calcium hypochlorite bring part of the hardness', () => {
    const few = bestRecipe(wanted, all, { volumeLitres: LITRES, objective: 'steps' })
    const mass = bestRecipe(wanted, all, { volumeLitres: LITRES, objective: 'mass' })
    expect(few.doses.size).toBeLessThanOrEqual(mass.doses.size)
    expect(few.missed).toEqual({})
  })

  test('takes no more than is left, and reports what is missing', () => {
    const short = recipeFor(
      { hardness: { low: 60, high: 60 } },
      shelf({ product: 'calcium chloride dihydrate', gramsLeft: 20 }),
      { volumeLitres: LITRES, objective: 'practice' },
    )
    expect(short.doses.get('calcium chloride dihydrate')).toBeCloseTo(20, 9)
    // 20 g in 1000 L are 20 · 100.09 / 147.01 ppm (stoichiometry).
    expect(short.missed.hardness).toBeCloseTo((20 * 100.09) / 147.01 - 60, 1)
  })

  test('by stock starts on the fuller box', () => {
    const from = shelf(
      { product: 'calcium chloride dihydrate', gramsLeft: 200 },
      { product: 'calcium chloride anhydrous', gramsLeft: 3000 },
    )
    const { doses } = recipeFor({ hardness: { low: 60, high: 60 } }, from, {
      volumeLitres: LITRES,
      objective: 'stock',
    })
    expect([...doses.keys()]).toEqual(['calcium chloride anhydrous'])
  })
})
