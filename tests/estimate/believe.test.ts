import { dosePlan } from '@/core/advice/plan'
import { stateOf } from '@/core/advice/state'
import { surelyModelled } from '@/core/advice/surelyModelled'
import { ENOUGH_READINGS, estimate } from '@/core/estimate/estimate'
import { advanceEnsemble } from '@/core/estimate/learning/advanceEnsemble'
import { ensembleOf, startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble } from '@/core/estimate/learning/ensembleState'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { HEALTH_FLOOR } from '@/core/programmes/programme'
import { seeded } from '@/core/random'
import { readingError } from '@/core/testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import { virtualTub } from '@/demo/virtualTub'
import { NOW, tubWith } from '../core/waters'
import { heldOutTub } from './heldOut'

const held = heldOutTub(5)
const { tub, journal } = held
const lastTest = journal.findLast((entry) => entry.kind === 'test')
const soaked = journal.findLast((entry) => entry.kind === 'soak' && entry.at < (lastTest?.at ?? 0))
const at = (instant: Instant, some: readonly Entry[] = journal) =>
  estimate(tub, some, instant, ensembleOf(tub, some, instant, 150))
const tested = lastTest?.at ?? 0
const untilTest = journal.filter((entry) => entry.at <= tested)

test('a reading moves the estimate by its weight; hours later, or once somebody has been in, it is the tub’s own record that speaks', () => {
  const fresh = at(tested + HOUR, untilTest).quantities.freeChlorine
  expect(fresh.modelledFrom).toBeUndefined()
  const { value = 0, expected } = { ...fresh.lastReading, expected: fresh.expected?.value ?? 0 }
  // Between what was expected of it and what it read, an hour's loss aside.
  expect(fresh.value).toBeGreaterThan(0.95 * Math.min(value, expected))
  expect(fresh.value).toBeLessThan(1.02 * Math.max(value, expected))
  const later = at(tested + 12 * HOUR, untilTest).quantities.freeChlorine
  expect(later.modelledFrom).toBeGreaterThanOrEqual(ENOUGH_READINGS)
  expect(later.lastReading).toEqual(fresh.lastReading)
  const bathed = [
    ...untilTest,
    { id: 9000, kind: 'soak', at: tested + HOUR, body: { people: 2, minutes: 30 } } as Entry,
  ]
  const { quantities } = at(tested + 2 * HOUR, bathed)
  expect(quantities.freeChlorine.modelledFrom).toBeDefined()
  expect(quantities.pH.modelledFrom).toBeUndefined()
})

test('the first reading of a water is all there is of it', () => {
  const first = journal.findIndex(({ kind }) => kind === 'test')
  const some = journal.slice(0, first + 1)
  const one = some.at(-1)
  if (one?.kind !== 'test') throw new Error('no test in it')
  const { quantities } = at(one.at, some)
  for (const quantity of ['freeChlorine', 'pH', 'totalAlkalinity'] as const) {
    const read = one.body.readings[quantity] ?? 0
    const error = readingError(quantity, one.body.method, read)
    expect(quantities[quantity].value).toBeCloseTo(read, 2)
    expect(quantities[quantity].standardDeviation / error).toBeGreaterThan(0.8)
    expect(quantities[quantity].standardDeviation / error).toBeLessThan(1.2)
  }
})

test('where somebody has been in it is less sure, and in band only where nine in ten are', () => {
  // With a soak in between nobody knows how much it took.
  const soak = { kind: 'soak', body: { people: 3, minutes: 40 } } as const
  const bathed: Entry[] = [...untilTest, { id: 9000, at: tested + HOUR, ...soak }]
  const quiet = at(tested + 7 * HOUR, untilTest).quantities
  const busy = at(tested + 2 * HOUR, bathed).quantities
  expect(busy.freeChlorine.standardDeviation).toBeGreaterThan(quiet.freeChlorine.standardDeviation)
  const { value, standardDeviation } = quiet.freeChlorine
  const state = (low: number) =>
    stateOf(
      { ...tub, targets: { ...tub.targets, sanitizer: { low, high: 20 } } },
      at(tested + 7 * HOUR, untilTest),
      'freeChlorine',
    )
  expect(state(value - 1.6 * standardDeviation)).toBe('in band')
  expect(state(value - 0.8 * standardDeviation)).toBe('drifting')
})

test('the water that is believed reads as the estimate says', () => {
  const known = at(tested + 30 * HOUR)
  for (const quantity of ['freeChlorine', 'pH', 'totalAlkalinity'] as const)
    expect(quantityOf(known.reading, quantity)).toBeCloseTo(known.quantities[quantity].value, 6)
})

test('an old reading is dosed by where the estimate is sure enough', () => {
  const known = at(tested + 40 * HOUR, untilTest)
  const { freeChlorine } = known.quantities
  const sure = { ...freeChlorine, standardDeviation: 0.4, value: 1.5 }
  expect(surelyModelled(sure, 2)).toBe(true)
  expect(surelyModelled({ ...sure, standardDeviation: 1.4 }, 2)).toBe(false)
  expect(surelyModelled({ ...sure, ageHours: 100 }, 2)).toBe(false)
  const plan = dosePlan(tub, untilTest, {
    ...known,
    reading: { ...known.reading, freeChlorinePpm: 1.5 },
    quantities: { ...known.quantities, freeChlorine: sure },
  })
  expect(plan.steps.some((step) => step.kind === 'add')).toBe(true)
  expect(plan.notes).not.toContainEqual({
    quantity: 'freeChlorine',
    reason: expect.objectContaining({ code: 'too old' }),
  })
})

test('after a soak what still waits in the water is known, and a plan doses for it, though never past a shock', () => {
  const after = (soaked?.at ?? 0) + 2 * HOUR
  const some = journal.filter((entry) => entry.at <= after)
  const known = at(after, some)
  expect(known.outstandingDemandPpm).toBeGreaterThan(0.1)
  const read = (outstandingDemandPpm: number) => {
    const reading = { ...known.reading, freeChlorinePpm: 3.4 }
    const quantity = {
      ...known.quantities.freeChlorine,
      value: 3.4,
      standardDeviation: 0.2,
      ageHours: 1,
    }
    const plan = dosePlan(tub, some, {
      ...known,
      outstandingDemandPpm,
      reading,
      quantities: { ...known.quantities, freeChlorine: quantity },
    })
    const [chlorine] = plan.steps.filter(
      (step) => step.kind === 'add' && step.product === 'sodium dichlor dihydrate',
    )
    if (chlorine) expect(chlorine.why.code).toBe('outstanding demand')
    return chlorine?.kind === 'add' ? chlorine.grams : 0
  }
  expect(read(0)).toBe(0)
  expect(read(1)).toBeGreaterThan(0)
  expect(read(3)).toBeGreaterThan(read(2))
  // A gram of dichlor in 1000 L gives 0.55 ppm: from 3.4 ppm no further than to 10, however much is left to be met.
  expect(read(40)).toBe(read(20))
  expect(3.4 + (read(40) * 554) / tub.volumeLitres).toBeLessThan(10.5)
})

/** Six weeks of two people on most evenings, tested every other day, dosed by the plan alone. */
const mornings = (minds: boolean): number[] => {
  const own = tubWith('granular chlorine')
  const random = seeded(11)
  const world = virtualTub(
    own,
    { lossPerHour: 0.25 / 24, demandGramsPerPersonHour: 6, feedPerHour: 0 },
    { start: NOW, random },
  )
  const kept: Entry[] = []
  const ensemble = startEnsemble(own, 100, NOW)
  const keep = (entry: NewEntry) => {
    const one = { ...entry, id: kept.length + 1 } as Entry
    kept.push(one)
    takeEntry(ensemble, own, one)
  }
  const state = (now: Instant) => {
    const ahead = copyEnsemble(ensemble)
    advanceEnsemble(ahead, own, now)
    const known = estimate(own, kept, now, ahead)
    return minds ? known : { ...known, outstandingDemandPpm: 0 }
  }
  const follow = (now: Instant) => {
    world.advance(now)
    for (const step of dosePlan(own, kept, state(now)).steps)
      if (step.kind === 'add') {
        world.dose(step.product, step.grams)
        keep({ kind: 'dose', at: now, body: { product: step.product, grams: step.grams } })
      }
  }
  keep({ kind: 'water', at: NOW, body: { replacedFraction: 1 } })
  const seen: number[] = []
  for (let day = 1; day <= 42; day++) {
    const evening = NOW + day * DAY
    world.advance(evening)
    if (day % 2 === 1) {
      keep({
        kind: 'test',
        at: evening,
        body: {
          method: 'drops',
          readings: world.read(['freeChlorine', 'pH', 'totalAlkalinity'], 'drops'),
        },
      })
      follow(evening + MINUTE)
    }
    if (day % 5 !== 0) {
      world.advance(evening + HOUR)
      world.soak(2, 30)
      keep({ kind: 'soak', at: evening + HOUR, body: { people: 2, minutes: 30 } })
      follow(evening + 2 * HOUR)
    }
    world.advance(evening + 12 * HOUR)
    if (day > 14) seen.push(world.truth().freeChlorinePpm)
  }
  return seen
}

test('where demand lingers overnight, a plan that minds it leaves the tub less often without chlorine in the morning', () => {
  const low = (seen: number[]) => seen.filter((ppm) => ppm < 0.5 * HEALTH_FLOOR.freeChlorine).length
  const [without, minding] = [mornings(false), mornings(true)]
  expect(low(minding)).toBeLessThan(0.7 * low(without))
  expect(Math.max(...minding)).toBeLessThan(10)
})
