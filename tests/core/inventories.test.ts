import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { NewEntry } from '@/core/journal/entry'
import { addProduct, spend } from '@/core/products/addProduct'
import { incompatibilityIn } from '@/core/products/incompatibilities'
import { fromDose, roundToMeasure, toDose } from '@/core/products/measure'
import { labelDose, PRODUCT_NAMES, PRODUCTS } from '@/core/products/product'
import { combinedBehind, monopersulfateShown } from '@/core/testing/interference'
import { HOUR, MINUTE } from '@/core/time'
import { ATOM, CHLORINE_G_PER_MOL } from '@/core/water/constants'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import { CONSERVED, type Water } from '@/core/water/water'
import { journal, NOW, plainReading, tested, tubWith } from './waters'

const waterOf = (given: Parameters<typeof plainReading>[0] = {}, bromide = 0): Water => {
  const water = waterFromReading(plainReading(given), bromide)
  if (!water) throw new Error('no water reads so')
  return water
}

describe('a reducer', () => {
  test('takes chlorine out at once, and what is left of it takes the next dose (stoichiometry)', () => {
    // Na₂S₂O₃·5H₂O, 248.18 g/mol; all the way to sulfate it takes four HOCl: 2 mg/L take 2.285 ppm Cl₂.
    const perMilligram = (4 * CHLORINE_G_PER_MOL) / 248.18
    const some = addProduct(
      waterOf({ freeChlorinePpm: 4 }),
      'sodium thiosulfate pentahydrate',
      2,
      1000,
    )
    expect(readWater(some).freeChlorinePpm).toBeCloseTo(4 - 2 * perMilligram, 2)
    expect(some.reducerMmol).toBeCloseTo(0, 12)
    // S₂O₃²⁻ + 4 HOCl + H₂O → 2 SO₄²⁻ + 4 Cl⁻ + 6 H⁺
    expect(some.sulfateMmol).toBeCloseTo((2 * 2) / 248.18, 4)
    expect(some.reducerSulfateMmol).toBeCloseTo(0, 12)

    const much = addProduct(
      waterOf({ freeChlorinePpm: 1 }),
      'sodium thiosulfate pentahydrate',
      3,
      1000,
    )
    expect(readWater(much).freeChlorinePpm).toBeCloseTo(0, 9)
    const left = 3 * perMilligram - 1
    expect(much.reducerMmol * CHLORINE_G_PER_MOL).toBeCloseTo(left, 2)
    const dosed = addProduct(much, 'sodium hypochlorite', 100, 1000)
    const without = addProduct(waterOf({ freeChlorinePpm: 0 }), 'sodium hypochlorite', 100, 1000)
    expect(readWater(dosed).freeChlorinePpm).toBeCloseTo(
      readWater(without).freeChlorinePpm - left,
      2,
    )
  })

  test('in two halves does what the whole does', () => {
    const start = waterOf({ freeChlorinePpm: 3 })
    const whole = addProduct(start, 'sodium thiosulfate pentahydrate', 40, 1000)
    const half = addProduct(start, 'sodium thiosulfate pentahydrate', 20, 1000)
    const both = addProduct(half, 'sodium thiosulfate pentahydrate', 20, 1000)
    for (const key of CONSERVED) expect(both[key]).toBeCloseTo(whole[key], 9)
  })

  test('peroxide destroys 2.085 ppm of chlorine a ppm, and is gone itself (H₂O₂ + HOCl, stoichiometry)', () => {
    const water = waterOf({ freeChlorinePpm: 4 })
    const dosed = addProduct(water, 'hydrogen peroxide', 2, 1000)
    // 2 mg/L of a 12 % solution are 0.24 ppm H₂O₂.
    expect(readWater(dosed).freeChlorinePpm).toBeCloseTo(4 - 0.24 * (70.906 / 34.014), 2)
    expect(dosed.peroxideMmol).toBeCloseTo(0, 12)
  })
})

describe('what must not meet', () => {
  test('biguanide and any halogen: never', () => {
    const biguanide = waterOf({ freeChlorinePpm: 0, biguanidePpm: 30 })
    for (const product of [
      'sodium dichlor dihydrate',
      'potassium monopersulfate',
      'sodium bromide',
    ] as const)
      expect(incompatibilityIn(biguanide, product)?.kind).toBe('never')
    expect(incompatibilityIn(biguanide, 'hydrogen peroxide')).toBeUndefined()
    expect(incompatibilityIn(waterOf({ freeChlorinePpm: 2 }), 'biguanide')?.kind).toBe('never')
    expect(incompatibilityIn(waterOf({ freeChlorinePpm: 0 }), 'biguanide')).toBeUndefined()
  })
  test('peroxide and chlorine waste each other; a remover left over says how much it takes', () => {
    expect(incompatibilityIn(waterOf({ freeChlorinePpm: 3 }), 'hydrogen peroxide')?.kind).toBe(
      'wasted',
    )
    const removed = addProduct(
      waterOf({ freeChlorinePpm: 0 }),
      'sodium thiosulfate pentahydrate',
      3,
      1000,
    )
    expect(incompatibilityIn(removed, 'sodium hypochlorite')).toEqual({
      kind: 'wasted',
      code: 'chlorine remover left',
      ppm: expect.closeTo(3.43, 1),
    })
  })
  test('a plan never pours what the water must not meet', () => {
    const entries = journal(
      tested(NOW - 5 * MINUTE, { freeChlorine: 0, pH: 7.5, totalAlkalinity: 100, biguanide: 30 }),
    )
    const tub = tubWith('granular chlorine')
    const plan = dosePlan(tub, entries, estimate(tub, entries, NOW))
    expect(plan.steps.some((s) => s.kind === 'add' && s.product.includes('chlor'))).toBe(false)
    expect(plan.notes.map(({ reason }) => reason)).toContainEqual(
      expect.objectContaining({
        code: 'excluded',
        exclusion: expect.objectContaining({
          incompatibility: { kind: 'never', code: 'biguanide in the water' },
        }),
      }),
    )
  })
})

describe('non-chlorine shock in a chlorine test', () => {
  const shocked = addProduct(waterOf({ freeChlorinePpm: 3 }), 'potassium monopersulfate', 20, 1000)

  test('20 g in 1000 L show as about 4 ppm of combined chlorine (0.2004 g Cl₂ a gram, stoichiometry)', () => {
    expect(monopersulfateShown(shocked).totalChlorinePpm).toBeCloseTo(20 * 0.2004, 2)
    expect(monopersulfateShown(shocked).freeChlorinePpm).toBeLessThan(0.3)
  })
  test('is taken off a reading, and never below nothing', () => {
    const shown = monopersulfateShown(shocked)
    const total = 3 + shown.totalChlorinePpm
    expect(combinedBehind(total + 0.8, 3 + shown.freeChlorinePpm, shocked)).toBeCloseTo(0.8, 9)
    expect(combinedBehind(3, 3, shocked)).toBe(0)
  })

  const shock: NewEntry = {
    kind: 'dose',
    at: NOW - 20 * HOUR,
    body: { product: 'potassium monopersulfate', grams: 40 },
  }
  const read = tested(NOW - 10 * MINUTE, {
    freeChlorine: 3.5,
    totalChlorine: 5.5,
    pH: 7.5,
    totalAlkalinity: 100,
  })
  const remarksOf = (...entries: NewEntry[]) => {
    const tub = tubWith()
    const all = journal(...entries)
    return dosePlan(tub, all, estimate(tub, all, NOW))
      .notes.filter(({ quantity }) => quantity === 'totalChlorine')
      .map(({ reason }) => reason)
  }
  test('explains a high total; without a shock the same reading asks for one', () => {
    expect(remarksOf(shock, read)).toEqual([
      expect.objectContaining({ code: 'shock shows as combined' }),
    ])
    expect(remarksOf(read)).toEqual([{ code: 'combined chlorine', ppm: expect.closeTo(2, 1) }])
  })
  test('stays believed through a test that cannot show it, and fades in days', () => {
    const tub = tubWith()
    const shockLeft = (hours: number) =>
      estimate(
        tub,
        journal(shock, tested(NOW - 19 * HOUR, { pH: 7.4 })),
        NOW - 20 * HOUR + hours * HOUR,
      ).water.monopersulfateMmol
    expect(shockLeft(2)).toBeGreaterThan(0.05)
    expect(shockLeft(48)).toBeLessThan(0.1 * shockLeft(2))
  })
})

test('spending takes at most what is there, and leaves the halide', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 10, noNaN: true }),
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      (freeChlorinePpm, freeChlorineMmol) => {
        const before = waterOf({ freeChlorinePpm })
        const after = spend(before, { freeChlorineMmol })
        expect(after.freeChlorineMmol).toBeGreaterThanOrEqual(0)
        expect(after.freeChlorineMmol + after.chlorideMmol).toBeCloseTo(
          before.freeChlorineMmol + before.chlorideMmol,
          12,
        )
      },
    ),
  )
})

describe('measures', () => {
  test('every product comes back from the person’s unit, liquids by volume', () => {
    for (const name of PRODUCT_NAMES)
      for (const mass of ['gram', 'ounce'] as const)
        expect(fromDose(name, toDose(name, 123, mass), mass)).toBeCloseTo(123, 9)
    // 31.45 % acid weighs 1.16 g/mL (handbook, from memory); 1 US fl oz is 29.5735 mL.
    expect(toDose('hydrochloric acid', 116, 'gram')).toBeCloseTo(100, 9)
    expect(fromDose('hydrochloric acid', 1, 'ounce')).toBeCloseTo(29.5735 * 1.16, 3)
    expect(toDose('hydrochloric acid', roundToMeasure('hydrochloric acid', 30), 'gram')).toBe(26)
  })
  test('a label’s dose follows the volume it is given for', () => {
    const { label } = PRODUCTS['scale and metal inhibitor']
    if (!label) throw new Error('no label')
    expect(labelDose(label, 1320)).toBeCloseTo((60 * 1320) / 1000, 9)
    expect(labelDose(label, 2640)).toBeCloseTo(2 * labelDose(label, 1320), 9)
  })
  test('a labelled helper leaves the balance alone', () => {
    const before = waterOf()
    const after = addProduct(before, 'clarifier', 30, 1000)
    for (const key of CONSERVED) expect(after[key]).toBeCloseTo(before[key], 12)
  })
})

test('salt to 4,000 ppm: alkalinity and pH come back, and HOCl weakens as ions crowd', () => {
  const plain = waterOf()
  const salted = waterOf({ saltPpm: 4000, totalDissolvedSolidsPpm: 4600 })
  expect(readWater(salted).pH).toBeCloseTo(7.5, 9)
  expect(readWater(salted).totalAlkalinityPpm).toBeCloseTo(100, 9)
  // At the same pH and alkalinity, stronger ions hold more carbonate and need a little less carbon.
  expect(salted.dissolvedInorganicCarbonMmol).toBeLessThan(plain.dissolvedInorganicCarbonMmol)
  // 4 g/L of NaCl are 68.4 mmol/L of chloride (stoichiometry).
  const dosed = addProduct(waterOf(), 'sodium chloride', 4, 1)
  expect(dosed.chlorideMmol - plain.chlorideMmol).toBeCloseTo(4000 / (ATOM.Na + ATOM.Cl), 6)
})
