import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { quantityOf } from '@/core/estimate/testedWater'
import { type Entry, inOrder } from '@/core/journal/entry'
import { addProduct } from '@/core/products/addProduct'
import { type Band, programmeOf } from '@/core/programmes/programme'
import { type Method, type Quantity, readingError } from '@/core/testing/quantity'
import { HOUR, MINUTE } from '@/core/time'
import type { Tub } from '@/core/tub/tub'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import type { Water, WaterReading } from '@/core/water/water'
import { NOW } from './waters'

const WATCHED = ['pH', 'totalAlkalinity', 'calciumHardness'] as const

export interface Outcome {
  /** Rounds until sanitizer, pH, alkalinity and hardness are all in band; undefined where the most allowed did not do. */
  rounds: number | undefined
  /** How far beyond the far edge of a band a dose has carried what it corrected, in standard deviations of one reading; 0 where it did not. */
  overshoot: number
  lowestPh: number
}

const bandsOf = (tub: Tub): [Quantity, Band][] => [
  [programmeOf(tub.programme).sanitizer, tub.targets.sanitizer],
  ...WATCHED.map((quantity): [Quantity, Band] => [quantity, tub.targets[quantity]]),
]

/** A test of a water that is really so: every value off by its method's error. */
const testOf = (tub: Tub, truth: WaterReading, method: Method, normal: () => number) =>
  Object.fromEntries(
    bandsOf(tub).map(([quantity]) => {
      const value = quantityOf(truth, quantity)
      return [quantity, Math.max(0, value + readingError(quantity, method, value) * normal())]
    }),
  )

/**
 * Test, dose as planned, test again, dose again: on a tub whose water is not quite what was read. In band means within one
 * standard deviation of a reading of it, for finer than that nobody could tell.
 */
export const roundsOf = (
  tub: Tub,
  start: WaterReading,
  method: Method,
  normal: () => number,
  most = 2,
): Outcome => {
  const begun = waterFromReading(start, start.brominePpm > 0 ? 0.4 : 0)
  if (!begun) throw new Error('no water reads so')
  let water: Water = begun
  const journal: Entry[] = []
  let at = NOW
  let overshoot = 0
  let lowestPh = start.pH
  const { dosedWith } = programmeOf(tub.programme)
  const slackOf = (quantity: Quantity, value: number) => readingError(quantity, method, value)
  let balanced = readWater(water)
  const inBand = () =>
    bandsOf(tub).every(([quantity, band]) => {
      const value = quantityOf(balanced, quantity)
      const slack = slackOf(quantity, value)
      return value >= band.low - slack && value <= band.high + slack
    })
  if (inBand()) return { rounds: 0, overshoot, lowestPh }
  for (let round = 1; round <= most; round++) {
    const before = balanced
    journal.push({
      id: journal.length + 1,
      kind: 'test',
      at,
      body: { method, readings: testOf(tub, balanced, method, normal) },
    })
    const plan = dosePlan(tub, inOrder(journal), estimate(tub, inOrder(journal), at))
    for (const step of plan.steps) {
      at += 20 * MINUTE
      if (step.kind === 'add') {
        water = addProduct(water, step.product, step.grams, tub.volumeLitres)
        journal.push({
          id: journal.length + 1,
          kind: 'dose',
          at,
          body: { product: step.product, grams: step.grams },
        })
      } else if (step.kind === 'aerate') {
        water = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, step.minutes / 60)
        journal.push({
          id: journal.length + 1,
          kind: 'aeration',
          at,
          body: { minutes: step.minutes },
        })
      }
      const now = readWater(water)
      lowestPh = Math.min(lowestPh, now.pH)
      // What a sanitizer does to pH and alkalinity goes again as it is used up.
      const sanitizes = step.kind === 'add' && dosedWith.includes(step.product)
      balanced = sanitizes
        ? { ...now, pH: balanced.pH, totalAlkalinityPpm: balanced.totalAlkalinityPpm }
        : now
    }
    for (const [quantity, band] of bandsOf(tub)) {
      const [was, is] = [quantityOf(before, quantity), quantityOf(balanced, quantity)]
      const beyond =
        was < band.low && is > band.high
          ? is - band.high
          : was > band.high && is < band.low
            ? band.low - is
            : 0
      overshoot = Math.max(overshoot, beyond / slackOf(quantity, is))
    }
    if (inBand()) return { rounds: round, overshoot, lowestPh }
    at += HOUR
  }
  return { rounds: undefined, overshoot, lowestPh }
}
