import { dosePlan } from '@/core/advice/plan'
import { stateOf } from '@/core/advice/state'
import { estimate } from '@/core/estimate/estimate'
import { advanceEnsemble } from '@/core/estimate/learning/advanceEnsemble'
import { ensembleOf, expectedOf, startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble } from '@/core/estimate/learning/ensembleState'
import {
  ENOUGH_READINGS,
  mergeLearnedEstimate,
  startingFrom,
  surelyModelled,
} from '@/core/estimate/learning/mergeLearnedEstimate'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { HEALTH_FLOOR } from '@/core/programmes/programme'
import { seeded } from '@/core/random'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import { virtualTub } from '@/demo/virtualTub'
import { NOW, tubWith } from '../core/waters'
import { heldOutTub } from './heldOut'

const held = heldOutTub(5)
const { tub, journal } = held
const lastTest = journal.findLast((entry) => entry.kind === 'test')
const soaked = journal.findLast((entry) => entry.kind === 'soak' && entry.at < (lastTest?.at ?? 0))
const at = (instant: Instant, some: readonly Entry[] = journal) => {
  const plain = estimate(tub, some, instant)
  return {
    plain,
    known: mergeLearnedEstimate(tub, some, plain, ensembleOf(tub, some, instant, 150)),
  }
}
const tested = lastTest?.at ?? 0
const untilTest = journal.filter((entry) => entry.at <= tested)

test('a fresh reading stays what it is; hours later, or once somebody has been in, the tub’s own record speaks', () => {
  const fresh = at(tested + HOUR, untilTest)
  expect(fresh.known.quantities.freeChlorine).toEqual(fresh.plain.quantities.freeChlorine)
  const later = at(tested + 12 * HOUR, untilTest).known.quantities.freeChlorine
  expect(later.modelledFrom).toBeGreaterThanOrEqual(ENOUGH_READINGS)
  expect(later.lastReading).toEqual(fresh.plain.quantities.freeChlorine.lastReading)
  const bathed = [
    ...untilTest,
    { id: 9000, kind: 'soak', at: tested + HOUR, body: { people: 2, minutes: 30 } } as Entry,
  ]
  const { quantities } = at(tested + 2 * HOUR, bathed).known
  expect(quantities.freeChlorine.modelledFrom).toBeDefined()
  expect(quantities.pH.modelledFrom).toBeUndefined()
})

test('a tub with few readings, and a water never tested, keep the plain estimate', () => {
  const few = journal.slice(0, 8)
  const { plain, known } = at((few.at(-1)?.at ?? 0) + 12 * HOUR, few)
  expect(known.quantities).toBe(plain.quantities)
  expect(known.water).toBe(plain.water)
  // Only how low the residual may be is told from the start.
  expect(known.residualTail).toBeLessThan(known.quantities.freeChlorine.value)
  const filled = [
    ...journal,
    { id: 9001, kind: 'water', at: tested + 20 * DAY, body: { replacedFraction: 1 } } as Entry,
  ]
  const anew = at(tested + 20 * DAY + HOUR, filled)
  expect(anew.known).toBe(anew.plain)
})

test('where somebody has been in it is less sure, and in band only where nine in ten are', () => {
  // With a soak in between nobody knows how much it took.
  const soak = { kind: 'soak', body: { people: 3, minutes: 40 } } as const
  const bathed: Entry[] = [...untilTest, { id: 9000, at: tested + HOUR, ...soak }]
  const quiet = at(tested + 7 * HOUR, untilTest).known.quantities
  const busy = at(tested + 2 * HOUR, bathed).known.quantities
  expect(busy.freeChlorine.standardDeviation).toBeGreaterThan(quiet.freeChlorine.standardDeviation)
  const { value, standardDeviation } = quiet.freeChlorine
  const state = (low: number) =>
    stateOf(
      { ...tub, targets: { ...tub.targets, sanitizer: { low, high: 20 } } },
      at(tested + 7 * HOUR, untilTest).known,
      'freeChlorine',
    )
  expect(state(value - 1.6 * standardDeviation)).toBe('in band')
  expect(state(value - 0.8 * standardDeviation)).toBe('drifting')
})

test('the water that is believed reads as the estimate says', () => {
  const { known } = at(tested + 30 * HOUR)
  for (const quantity of ['freeChlorine', 'pH', 'totalAlkalinity'] as const)
    expect(quantityOf(known.reading, quantity)).toBeCloseTo(known.quantities[quantity].value, 6)
})

test('an old reading is dosed by where the estimate is sure enough', () => {
  const { known } = at(tested + 40 * HOUR, untilTest)
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
  const { known } = at(after, some)
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

test('a look ahead starts where the estimate stands', () => {
  const ensemble = ensembleOf(tub, untilTest, tested + HOUR, 200)
  const plain = estimate(tub, untilTest, tested + HOUR)
  const known = mergeLearnedEstimate(tub, untilTest, plain, ensemble)
  const start = startingFrom(ensemble, tub, known)
  for (const quantity of ['freeChlorine', 'pH', 'totalAlkalinity'] as const)
    expect(expectedOf(start, tub, quantity)?.median).toBeCloseTo(
      known.quantities[quantity].value,
      2,
    )
  // Hours later nothing is moved: the ensemble is what the estimate says.
  const later = ensembleOf(tub, untilTest, tested + 12 * HOUR, 200)
  const then = mergeLearnedEstimate(
    tub,
    untilTest,
    estimate(tub, untilTest, tested + 12 * HOUR),
    later,
  )
  expect([...startingFrom(later, tub, then).sanitizer]).toEqual([...later.sanitizer])
})

/** Six weeks of two people on most evenings, tested every other day, dosed by the plan alone. */
const mornings = (learns: boolean): number[] => {
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
    const plain = estimate(own, kept, now)
    if (!learns) return plain
    const ahead = copyEnsemble(ensemble)
    advanceEnsemble(ahead, own, now)
    return mergeLearnedEstimate(own, kept, plain, ahead)
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

test('where demand lingers overnight, a tub that has taught its rates is less often without chlorine in the morning', () => {
  const low = (seen: number[]) => seen.filter((ppm) => ppm < 0.5 * HEALTH_FLOOR.freeChlorine).length
  const [plain, learnt] = [mornings(false), mornings(true)]
  expect(low(learnt)).toBeLessThan(0.7 * low(plain))
  expect(Math.max(...learnt)).toBeLessThan(10)
})
