import { dosePlan } from '@/core/advice/plan'
import { OBJECTIVES } from '@/core/advice/recipe'
import { estimateOfReading } from '@/core/estimate/estimate'
import type { ProductName } from '@/core/products/product'
import { NOW, plainReading, tubWith } from './waters'

const READ = ['pH', 'totalAlkalinity', 'calciumHardness', 'freeChlorine'] as const
const PH = [6.7, 7, 7.4, 7.8, 8.1, 8.4]
const ALKALINITIES = [40, 60, 80, 100, 120, 150, 180]
const WITH_BORAX: ProductName[] = [
  'sodium bicarbonate',
  'sodium bisulfate',
  'borax decahydrate',
  'sodium dichlor dihydrate',
]
/** pH to which borax or soda ash may carry water on the way: common practice. */
const HIGHEST_ON_THE_WAY = 8.2

const tub = tubWith()
const { pH: phBand, totalAlkalinity: band } = tub.targets

const plans = (objective: (typeof OBJECTIVES)[number], products?: ProductName[]) =>
  PH.flatMap((pH) =>
    ALKALINITIES.flatMap((totalAlkalinityPpm) => {
      const reading = plainReading({ pH, totalAlkalinityPpm })
      const state = estimateOfReading(tub, reading, READ, { method: 'meter', at: NOW })
      if (!state) return []
      const shelf = products?.map((product) => ({ product, gramsLeft: undefined }))
      return [{ pH, totalAlkalinityPpm, plan: dosePlan(tub, [], state, { objective, shelf }) }]
    }),
  )

describe.each(OBJECTIVES)('by %s', (objective) => {
  test.each([
    ['the usual shelf', undefined],
    ['borax instead of soda ash', WITH_BORAX],
  ] as const)('%s: every plan arrives in the band or says what is left and why', (_, products) => {
    const found = plans(objective, products && [...products])
    expect(found.length).toBeGreaterThan(40)
    for (const { pH, totalAlkalinityPpm, plan } of found) {
      const { after } = plan
      const arrives =
        after.pH > phBand.low - 0.01 &&
        after.pH < phBand.high + 0.01 &&
        after.totalAlkalinityPpm > band.low - 1 &&
        after.totalAlkalinityPpm < band.high + 1
      expect([
        pH,
        totalAlkalinityPpm,
        arrives || plan.later.length + plan.notes.length > 0,
      ]).toEqual([pH, totalAlkalinityPpm, true])
      for (const step of plan.steps)
        expect(step.after.pH).toBeLessThanOrEqual(Math.max(HIGHEST_ON_THE_WAY, pH))
    }
  })
})
