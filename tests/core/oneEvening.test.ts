import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { normal, seeded } from '@/core/random'
import { readingError } from '@/core/testing/quantity'
import { MINUTE } from '@/core/time'
import { outsideTub } from './outsideTub'
import { NOW, tubWith } from './waters'

/*
 * Sixty waters on a tub of other chemistry (outsideTub.ts): every reading off by its drop kit, every dose by 7 % of a hand's measure, and
 * jets that drive gas out at 0.8 to 2.5 an hour where the plan takes 1.5.
 */
const ALKALINITIES = [60, 80, 100, 120, 135, 150, 165, 180, 190, 200]
const PH = [6.7, 7, 7.4, 7.8, 8.1, 8.4]
const MOST_ROUNDS = 4

const tub = tubWith()
const { pH: phBand, totalAlkalinity: band } = tub.targets

const evening = (start: { pH: number; totalAlkalinityPpm: number }, seed: number) => {
  const random = seeded(seed)
  const real = outsideTub(tub.volumeLitres, start)
  const transfer = 0.8 + 1.7 * random()
  const journal: Entry[] = []
  let at = NOW
  const keep = (entry: NewEntry) => journal.push({ ...entry, id: journal.length + 1 } as Entry)
  const read = (quantity: 'pH' | 'totalAlkalinity', value: number) =>
    value + readingError(quantity, 'drops', value) * normal(random)
  // Finer than a reading's own error nobody could tell.
  const inBand = () => {
    const [pH, ppm] = [real.pH(), real.totalAlkalinityPpm()]
    const [slackPh, slack] = [
      readingError('pH', 'drops', pH),
      readingError('totalAlkalinity', 'drops', ppm),
    ]
    return (
      pH > phBand.low - slackPh &&
      pH < phBand.high + slackPh &&
      ppm > band.low - slack &&
      ppm < band.high + slack
    )
  }
  let lowestPh = start.pH
  let highestPh = start.pH
  let lowest = start.totalAlkalinityPpm
  let minutes = 0
  for (let round = 0; round <= MOST_ROUNDS; round++) {
    if (inBand()) return { rounds: round, lowestPh, highestPh, lowest, minutes }
    keep({
      kind: 'test',
      at,
      body: {
        method: 'drops',
        readings: {
          pH: read('pH', real.pH()),
          totalAlkalinity: read('totalAlkalinity', real.totalAlkalinityPpm()),
          calciumHardness: 180,
          freeChlorine: 4,
        },
      },
    })
    const { steps } = dosePlan(tub, inOrder(journal), estimate(tub, inOrder(journal), at))
    for (const step of steps) {
      if (step.kind === 'replace water') continue
      const length = step.waitMinutes + (step.kind === 'aerate' ? step.minutes : 0)
      at += MINUTE
      if (step.kind === 'add') {
        real.dose(step.product, step.grams * (1 + 0.07 * normal(random)))
        keep({ kind: 'dose', at, body: { product: step.product, grams: step.grams } })
        real.pass(length, 0.1)
      } else {
        keep({ kind: 'aeration', at, body: { minutes: step.minutes } })
        real.pass(length, transfer)
      }
      at += length * MINUTE
      minutes += length
      lowestPh = Math.min(lowestPh, real.pH())
      highestPh = Math.max(highestPh, real.pH())
      lowest = Math.min(lowest, real.totalAlkalinityPpm())
    }
    at += 30 * MINUTE
  }
  return { rounds: Number.POSITIVE_INFINITY, lowestPh, highestPh, lowest, minutes }
}

const outcomes = ALKALINITIES.flatMap((totalAlkalinityPpm, i) =>
  PH.map((pH, j) => ({
    start: { pH, totalAlkalinityPpm },
    ...evening({ pH, totalAlkalinityPpm }, 100 * i + j + 1),
  })),
)
const within = (rounds: number) => outcomes.filter((one) => one.rounds <= rounds).length

test('of sixty waters up to 200 ppm, 54 are in band after two rounds and 58 after three', () => {
  expect(outcomes).toHaveLength(60)
  expect(within(2)).toBeGreaterThanOrEqual(54)
  expect(within(3)).toBeGreaterThanOrEqual(58)
})

test('none goes far past on the way', () => {
  for (const { start, lowestPh, highestPh, lowest } of outcomes) {
    expect(lowestPh).toBeGreaterThan(Math.min(6.75, start.pH - 0.01))
    expect(highestPh).toBeLessThan(Math.max(8.2, start.pH + 0.2))
    expect(lowest).toBeGreaterThan(Math.min(band.low - 10, start.totalAlkalinityPpm - 12))
  }
})
