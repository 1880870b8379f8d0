import { planToday } from '@/core'
import { gapMinutes } from '@/core/advice/handling'
import { overdoseHelp } from '@/core/advice/overdose'
import { dosePlan, type Plan } from '@/core/advice/plan'
import { scheduleOf, waitBefore } from '@/core/advice/schedule'
import { filledShelf, type ShelfItem } from '@/core/advice/shelf'
import { journeyTo } from '@/core/advice/whatIf'
import { estimateOfReading } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import { addProduct } from '@/core/products/addProduct'
import { roundToMeasure, roundToScoop } from '@/core/products/measure'
import type { ProductName } from '@/core/products/product'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { MINUTE } from '@/core/time'
import { questionsFor } from '@/core/today/alternatives'
import { type Choices, landingIn, USUAL_CHOICES } from '@/core/tub/choices'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import type { WaterReading } from '@/core/water/water'
import { NOW, plainReading, tubWith } from './waters'

const READ = [
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'freeChlorine',
  'bromine',
  'salt',
] as const

const stateOf = (given: Partial<WaterReading>, id: ProgrammeId = 'granular chlorine') => {
  const tub = tubWith(id)
  const state = estimateOfReading(tub, plainReading(given), READ, { method: 'meter', at: NOW })
  if (!state) throw new Error('no water reads so')
  return { tub, state }
}
const planWith = (given: Partial<WaterReading>, choices: Partial<Choices>, shelf?: ShelfItem[]) => {
  const { tub, state } = stateOf(given)
  return dosePlan(tub, [], state, { choices, shelf })
}
const products = ({ steps }: ReturnType<typeof dosePlan>) =>
  steps.map((step) => (step.kind === 'add' ? step.product : step.kind))
const gramsOf = ({ steps }: ReturnType<typeof dosePlan>, product: ProductName) =>
  steps.reduce(
    (sum, step) => sum + (step.kind === 'add' && step.product === product ? step.grams : 0),
    0,
  )

/** One maker's school: dissolved in a bucket, jets and filtering off for half an hour (common practice). */
test('granules from a bucket: jets off, half an hour, and no air in between', () => {
  const low = { freeChlorinePpm: 1, pH: 7.9 }
  const plan = planWith(low, { granules: 'in a bucket' })
  const step = plan.steps.find((one) => one.kind === 'add' && one.product.includes('dichlor'))
  expect(step).toMatchObject({ jets: 'off', cover: 'open', waitMinutes: 30 })
  const scattered = planWith(low, {}).steps.find(
    (one) => one.kind === 'add' && one.product.includes('dichlor'),
  )
  expect(scattered).toMatchObject({ jets: 'on', waitMinutes: 20 })
  const tub = { choices: { granules: 'in a bucket' as const } }
  expect(gapMinutes('air', 'sodium dichlor dihydrate', tub)).toBe(30)
  expect(gapMinutes('water', 'sodium dichlor dihydrate', tub)).toBe(30)
  expect(gapMinutes('water', 'sodium hypochlorite', tub)).toBe(20)
  const { tub: own, state } = stateOf(low)
  const asked = questionsFor(own, [], state).find(({ asks }) => asks === 'granules')
  expect(asked?.alternatives.map(({ value }) => value)).toEqual(['scattered', 'in a bucket'])
  const without = stateOf({ freeChlorinePpm: 1 }, 'hydrogen peroxide')
  expect(questionsFor(without.tub, [], without.state).map(({ asks }) => asks)).not.toContain(
    'granules',
  )
})

describe('ways to do it', () => {
  const acidic = { pH: 6.9, totalAlkalinityPpm: 85 }
  test('air alone moves pH and leaves alkalinity', () => {
    const plan = planWith(acidic, { raisePh: 'air' })
    expect(products(plan)).toContain('aerate')
    expect(products(plan)).not.toContain('sodium carbonate')
    expect(plan.after.pH).toBeGreaterThan(7.1)
    expect(Math.abs(plan.after.totalAlkalinityPpm - 85)).toBeLessThan(3)
  })
  test('soda ash alone takes alkalinity along', () => {
    const plan = planWith({ pH: 6.9, totalAlkalinityPpm: 105 }, { raisePh: 'soda ash' })
    expect(products(plan)).toContain('sodium carbonate')
    expect(products(plan)).not.toContain('aerate')
    expect(plan.after.totalAlkalinityPpm).toBeGreaterThan(106)
    expect(plan.after.totalAlkalinityPpm).toBeLessThanOrEqual(121)
  })
  test('acid in parts: half is half, and the rest waits for the test', () => {
    const sour = { pH: 8.2, totalAlkalinityPpm: 132 }
    const whole = gramsOf(planWith(sour, {}), 'sodium bisulfate')
    const half = planWith(sour, { acidParts: '2' })
    expect(gramsOf(half, 'sodium bisulfate') / whole).toBeCloseTo(0.5, 1)
    expect(half.later.some(({ product }) => product === 'sodium bisulfate')).toBe(true)
  })
  test('just inside pours less than the middle, and still lands inside', () => {
    const middle = planWith({ totalAlkalinityPpm: 55, pH: 7.5 }, {})
    const edge = planWith({ totalAlkalinityPpm: 55, pH: 7.5 }, { aim: 'edge' })
    expect(gramsOf(edge, 'sodium bicarbonate')).toBeLessThan(gramsOf(middle, 'sodium bicarbonate'))
    expect(edge.after.totalAlkalinityPpm).toBeGreaterThan(80)
    expect(landingIn({ low: 80, high: 120 }, 130, 'edge')).toBe(115)
    expect(landingIn({ low: 80, high: 120 }, 60, 'edge')).toBe(85)
    expect(landingIn({ low: 80, high: 120 }, 60, 'middle')).toBe(100)
  })
  // Practice: one high and one low, the high one comes down first.
  test('by default the high one comes down first, and the other order can be had', () => {
    const mixed = { pH: 8.2, totalAlkalinityPpm: 55 }
    expect(products(planWith(mixed, {})).slice(0, 2)).toEqual([
      'sodium bisulfate',
      'sodium bicarbonate',
    ])
    expect(products(planWith(mixed, { order: 'alkalinity first' })).slice(0, 2)).toEqual([
      'sodium bicarbonate',
      'sodium bisulfate',
    ])
  })
  test('another acid or chlorine does the same by its own strength', () => {
    const liquid = planWith({ pH: 8.1 }, { acid: 'hydrochloric acid' })
    expect(products(liquid)).toContain('hydrochloric acid')
    expect(liquid.after.pH).toBeCloseTo(planWith({ pH: 8.1 }, {}).after.pH, 1)
    const bleach = planWith({ freeChlorinePpm: 1 }, { sanitizer: 'sodium hypochlorite' })
    expect(products(bleach)).toEqual(['sodium hypochlorite'])
    expect(bleach.after.cyanuricAcidPpm).toBeCloseTo(bleach.before.cyanuricAcidPpm, 6)
  })
  test('only questions whose answers differ are asked, each with one answer in force', () => {
    const { tub, state } = stateOf({ pH: 8.2, totalAlkalinityPpm: 55, freeChlorinePpm: 1 })
    const questions = questionsFor(tub, [], state)
    expect(questions.map(({ asks }) => asks)).toEqual(
      expect.arrayContaining(['order', 'acid', 'sanitizer', 'aim']),
    )
    expect(questions.map(({ asks }) => asks)).not.toContain('raisePh')
    for (const { alternatives } of questions) {
      expect(alternatives.length).toBeGreaterThan(1)
      expect(alternatives.filter(({ chosen }) => chosen)).toHaveLength(1)
    }
    const fine = stateOf({})
    // Where all is well only the label's own rhythm would still pour something.
    expect(questionsFor(fine.tub, [], fine.state).map(({ asks }) => asks)).toEqual(['dosing'])
  })
  test('what is asked for is what is planned', () => {
    const { tub, state } = stateOf({ pH: 7, totalAlkalinityPpm: 100, freeChlorinePpm: 1 })
    for (const { asks, alternatives } of questionsFor(tub, [], state))
      for (const { value, plan } of alternatives) {
        const again = dosePlan(tub, [], state, { choices: { ...USUAL_CHOICES, [asks]: value } })
        expect(products(again)).toEqual(products(plan))
      }
  })
})

describe('the shelf', () => {
  test('what is there goes first, the rest is taken to be had and said to be so', () => {
    const own: ShelfItem[] = [{ product: 'hydrochloric acid' }, { product: 'sodium hypochlorite' }]
    const shelf = filledShelf(own, programmeOf('granular chlorine'))
    const plan = planWith({ pH: 8.2, totalAlkalinityPpm: 55, freeChlorinePpm: 1 }, {}, shelf)
    expect(products(plan)).toEqual([
      'hydrochloric acid',
      'sodium bicarbonate',
      'sodium hypochlorite',
    ])
    const assumed = plan.steps.map((step) => step.kind === 'add' && step.assumed)
    expect(assumed).toEqual([false, true, false])
  })
  test('a dose is rounded to the owner’s scoop where its quarters are fine enough', () => {
    const scoop = { name: 'scoop', grams: 30 }
    expect(roundToScoop(scoop, 44)).toBe(45)
    expect(roundToScoop(scoop, 2)).toBeUndefined()
    expect(roundToMeasure('sodium bicarbonate', 44, scoop)).toBe(45)
    // A quarter of it is 7.5 g, too coarse for 11 g.
    expect(roundToMeasure('sodium bicarbonate', 11, scoop)).toBe(11)
  })
  test('the rounding goes into the forecast', () => {
    const shelf: ShelfItem[] = [
      { product: 'sodium bicarbonate', scoop: { name: 'mug', grams: 100 } },
    ]
    const plan = planWith({ totalAlkalinityPpm: 55, pH: 7.4 }, {}, shelf)
    const grams = gramsOf(plan, 'sodium bicarbonate')
    expect(grams % 25).toBe(0)
    // Pure bicarbonate raises alkalinity by 50.04/84.01 of its own mass: stoichiometry.
    expect(plan.after.totalAlkalinityPpm - 55).toBeCloseTo(
      (1000 * grams * (50.04 / 84.007)) / 1320,
      1,
    )
  })
})

describe('waits', () => {
  const dosed = (product: ProductName, minutesAgo: number): Entry => ({
    id: minutesAgo,
    kind: 'dose',
    at: NOW - minutesAgo * MINUTE,
    body: { product, grams: 10 },
  })
  test('acid and chlorine wait for each other, a neutral salt does not, air only until acid has spread', () => {
    expect(gapMinutes('sodium dichlor dihydrate', 'sodium bisulfate', {})).toBe(30)
    expect(gapMinutes('sodium chloride', 'sodium bicarbonate', {})).toBe(5)
    expect(gapMinutes('air', 'sodium bisulfate', {})).toBe(15)
    expect(gapMinutes('air', 'sodium bicarbonate', {})).toBe(0)
    expect(
      waitBefore([dosed('sodium bisulfate', 10)], 'sodium dichlor dihydrate', NOW, {})?.until,
    ).toBe(NOW + 20 * MINUTE)
    expect(waitBefore([dosed('sodium bisulfate', 10)], 'air', NOW, {})?.until).toBe(
      NOW + 5 * MINUTE,
    )
    expect(waitBefore([dosed('sodium bisulfate', 20)], 'air', NOW, {})).toBeUndefined()
  })
  test('waits overlap: the end is sooner than one after the other, and never sooner than a wait', () => {
    const { tub, state } = stateOf(
      { pH: 7.5, totalAlkalinityPpm: 35, saltPpm: 300, calciumHardnessPpm: 60 },
      'in-line salt chlorine',
    )
    const { steps } = dosePlan(tub, [], state)
    const { starts, waits, mixedAt, testAt } = scheduleOf(steps, [], NOW, tub)
    expect(testAt).toBe(mixedAt)
    expect(NOW + waits.reduce((sum, one) => sum + one, 0) * MINUTE).toBeCloseTo(testAt, -5)
    const oneByOne = steps.reduce((sum, { waitMinutes }) => sum + waitMinutes * MINUTE, NOW)
    expect(steps.length).toBeGreaterThan(1)
    expect(mixedAt).toBeLessThan(oneByOne)
    for (const [i, step] of steps.entries()) {
      expect(mixedAt).toBeGreaterThanOrEqual((starts[i] ?? 0) + step.waitMinutes * MINUTE)
      expect(starts[i] ?? 0).toBeGreaterThanOrEqual(starts[i - 1] ?? NOW)
    }
  })
  test('what the journal has mixing delays the first step and the end', () => {
    const { tub, state } = stateOf({ pH: 8.1 })
    const { steps } = dosePlan(tub, [], state)
    const { starts, mixedAt } = scheduleOf(steps, [dosed('sodium dichlor dihydrate', 5)], NOW, tub)
    expect(starts[0]).toBe(NOW + 15 * MINUTE)
    expect(mixedAt).toBeGreaterThanOrEqual(NOW + 45 * MINUTE)
  })
})

describe('too much', () => {
  test('chlorine: by waiting, by water, by remover in its stoichiometric range', () => {
    const { tub, state } = stateOf({ freeChlorinePpm: 14 })
    const help = overdoseHelp(tub, state)
    if (!help?.remover || !help.waitHours) throw new Error('no help')
    expect(help.stayOut).toBe(true)
    // 14 to the middle of 3 to 5 is 10 ppm: 10 mg/L ÷ 70.906 × 248.18, a quarter of it where it ends as sulfate
    // (4 Cl₂ + S₂O₃²⁻ + 5 H₂O → 2 SO₄²⁻ + 8 Cl⁻ + 10 H⁺), by 1320 L.
    expect(help.remover.first).toBeCloseTo((1.32 * (10 / 70.906) * 248.18) / 4, 2)
    expect(help.remover.most).toBeCloseTo(1.32 * (10 / 70.906) * 248.18 * 2, 1)
    expect(help.replaceFraction).toBeCloseTo(1 - 5 / 14, 6)
    // First-order loss of a fifth a day: ln(14/5) ÷ 0.2 = 5.1 days at the mean.
    expect(help.waitHours.quickest).toBeLessThan(5.15 * 24)
    expect(help.waitHours.slowest).toBeGreaterThan(5.15 * 24)
  })
  test('in band, or not read, there is nothing to undo', () => {
    const { tub, state } = stateOf({ freeChlorinePpm: 5 })
    expect(overdoseHelp(tub, state)).toBeUndefined()
    const unread = estimateOfReading(tub, plainReading({ freeChlorinePpm: 14 }), ['pH'], {
      method: 'drops',
      at: NOW,
    })
    expect(unread && overdoseHelp(tub, unread)).toBeUndefined()
  })
})

describe('the ring on the map', () => {
  const water = waterFromReading(plainReading({ pH: 7.2, totalAlkalinityPpm: 70 }))
  if (!water) throw new Error('no water')
  test.each([
    [7.6, 110],
    [7.0, 60],
    [7.4, 100],
    [7.9, 72],
  ])('what it says it takes to reach pH %d and %d ppm, the products do', (pH, alkalinity) => {
    const journey = journeyTo(water, pH, alkalinity, 1000)
    if (!journey || journey.airHours === undefined) throw new Error('no way there')
    let there = addProduct(water, 'sodium bicarbonate', journey.bicarbonateGrams, 1000)
    there = addProduct(there, 'sodium carbonate', journey.sodaAshGrams, 1000)
    there = addProduct(there, 'sodium bisulfate', journey.dryAcidGrams, 1000)
    if (journey.airHours > 0)
      there = loseCarbonDioxide(there, TRANSFER_PER_HOUR.jetsWithAir, journey.airHours)
    const landed = readWater(there)
    expect(landed.pH).toBeCloseTo(pH, 1)
    expect(Math.abs(landed.totalAlkalinityPpm - alkalinity)).toBeLessThan(0.5)
  })
})

describe('the sanitizer by its label', () => {
  const at = (hoursAgo: number): Entry[] => [
    {
      id: 1,
      kind: 'dose',
      at: NOW - hoursAgo * 60 * MINUTE,
      body: { product: 'sodium dichlor dihydrate', grams: 10 },
    },
  ]
  const codesOf = ({ notes }: Plan) => notes.map(({ reason }) => reason.code)
  const label = { dosing: 'label' } as const
  test('once a day, whatever was read, and never on top of too much', () => {
    const { tub, state } = stateOf({ freeChlorinePpm: 4 })
    const due = planToday(tub, at(30), state, { choices: label }).plan
    expect(products(due)).toEqual(['sodium dichlor dihydrate'])
    // 6 to 10 g for 1000 L a day, common practice.
    expect(gramsOf(due, 'sodium dichlor dihydrate') / 1.32).toBeGreaterThan(6)
    expect(gramsOf(due, 'sodium dichlor dihydrate') / 1.32).toBeLessThan(10)
    expect(codesOf(due)).toContain('label untested')
    const early = planToday(tub, at(8), state, { choices: label }).plan
    expect(products(early)).toEqual([])
    expect(early.notes.map(({ reason }) => reason)).toContainEqual(
      expect.objectContaining({ code: 'label not due', hoursAgo: 8, everyDays: 1 }),
    )
    const high = stateOf({ freeChlorinePpm: 9 })
    expect(products(planToday(tub, [], high.state, { choices: label }).plan)).toEqual([])
  })
  test('by the rule that was typed from the bottle, and not without one', () => {
    const { tub, state } = stateOf({ freeChlorinePpm: 3.6 })
    const bleach: ShelfItem = { product: 'sodium hypochlorite' }
    const choices = { ...label, sanitizer: bleach.product }
    const none = planToday(tub, [], state, { choices, shelf: [bleach] }).plan
    expect(none.steps).toEqual([])
    expect(codesOf(none)).toContain('label unknown')
    const rule = { amount: 30, unit: 'mL' as const, perLitres: 1000, everyDays: 2, note: '' }
    const ruled = planToday(tub, [], state, { choices, shelf: [{ ...bleach, label: rule }] }).plan
    // 30 mL for 1000 L is 39.6 mL here, rounded to a millilitre; bleach of 6 % weighs 1.08 g/mL.
    expect(gramsOf(ruled, 'sodium hypochlorite')).toBeCloseTo(40 * 1.08, 0)
  })
})
