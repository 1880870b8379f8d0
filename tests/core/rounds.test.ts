import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { type Entry, MINUTE, type NewEntry } from '@/core/journal/entry'
import { addProduct } from '@/core/products/addProduct'
import { programmeOf } from '@/core/programmes/programme'
import { type Method, readingError } from '@/core/testing/quantity'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import type { Water } from '@/core/water/water'
import { normal, seeded } from '@/demo/random'
import { NOW, plainReading, tubWith } from './waters'

/** A tub that obeys the chemistry and is seen only through tests with the method's own error. */
const live = (
  start: { pH: number; totalAlkalinityPpm: number },
  presetId: string,
  method: Method,
  seed: number,
) => {
  const programme = programmeOf('granular chlorine')
  const preset = programme.presets.find(({ id }) => id === presetId) ?? programme.presets[0]
  const tub = tubWith('granular chlorine', { targets: preset.targets })
  const random = seeded(seed)
  const made = waterFromReading(plainReading({ ...start, freeChlorinePpm: 1 }))
  if (!made) throw new Error('a possible water was refused')
  let water: Water = made
  let now = NOW
  let entries: Entry[] = []
  let highestAcidDip = 14
  const add = (entry: NewEntry) => {
    entries = [...entries, { ...entry, id: entries.length + 1 } as Entry]
  }
  const read = () => {
    const truth = readWater(water)
    const noisy = (
      quantity: 'pH' | 'totalAlkalinity' | 'calciumHardness' | 'freeChlorine',
      value: number,
    ) => Math.max(0, value + readingError(quantity, method, value) * normal(random))
    add({
      kind: 'test',
      at: now,
      body: {
        method,
        readings: {
          pH: noisy('pH', truth.pH),
          totalAlkalinity: noisy('totalAlkalinity', truth.totalAlkalinityPpm),
          calciumHardness: noisy('calciumHardness', truth.calciumHardnessPpm),
          freeChlorine: noisy('freeChlorine', truth.freeChlorinePpm),
        },
      },
    })
  }
  const round = () => {
    read()
    for (let i = 0; i < 8; i++) {
      const [step] = dosePlan(tub, entries, estimate(tub, entries, now)).steps
      if (!step) break
      if (step.kind === 'add') {
        water = addProduct(water, step.product, step.grams, tub.volumeLitres)
        add({ kind: 'dose', at: now, body: { product: step.product, grams: step.grams } })
        if (step.product === 'sodium bisulfate')
          highestAcidDip = Math.min(highestAcidDip, readWater(water).pH)
      } else if (step.kind === 'aerate') {
        water = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, step.minutes / 60)
        add({ kind: 'aeration', at: now, body: { minutes: step.minutes } })
      }
      now += 30 * MINUTE
    }
    now += MINUTE
  }
  return {
    round,
    truth: () => readWater(water),
    targets: preset.targets,
    dip: () => highestAcidDip,
  }
}

const WATERS = [
  { pH: 8.2, totalAlkalinityPpm: 60 },
  { pH: 7.0, totalAlkalinityPpm: 60 },
  { pH: 7.0, totalAlkalinityPpm: 110 },
  { pH: 8.1, totalAlkalinityPpm: 110 },
  { pH: 7.5, totalAlkalinityPpm: 45 },
]

const outside = (value: number, low: number, high: number) => Math.max(low - value, 0, value - high)

describe.each(['full', 'firm'])('with the target %s, tested with a meter', (presetId) => {
  test.each(WATERS)(
    'pH $pH, alkalinity $totalAlkalinityPpm: three rounds bring it home',
    (start) => {
      for (const seed of [1, 2, 3, 4]) {
        const tub = live(start, presetId, 'meter', seed)
        for (let round = 0; round < 3; round++) tub.round()
        const { pH, totalAlkalinityPpm, freeChlorinePpm } = tub.truth()
        const { targets } = tub
        // In band, or off by no more than the meter itself is.
        expect(outside(pH, targets.pH.low, targets.pH.high)).toBeLessThan(0.12)
        expect(
          outside(totalAlkalinityPpm, targets.totalAlkalinity.low, targets.totalAlkalinity.high),
        ).toBeLessThan(12)
        expect(
          outside(freeChlorinePpm, targets.sanitizer.low, targets.sanitizer.high),
        ).toBeLessThan(0.5)
      }
    },
  )
})

test('even by a misread strip, acid never takes pH below 6.7', () => {
  const dips = WATERS.flatMap((start) =>
    [11, 12, 13, 14, 15, 16].map((seed) => {
      const tub = live(start, 'full', 'strip', seed)
      tub.round()
      tub.round()
      return tub.dip()
    }),
  )
  expect(Math.min(...dips)).toBeGreaterThan(6.7)
})
