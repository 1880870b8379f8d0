import fc from 'fast-check'
import { cooledTo, heatingHours, holdingPowerKw, timeConstantFrom } from '@/core/heat/heat'
import { chlorineAfter } from '@/core/water/chlorineDecay'

const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true })

test('a time constant comes back from the cooling it makes', () => {
  fc.assert(
    fc.property(positive(20, 400), positive(1, 72), (constant, hours) => {
      const end = cooledTo(40, 0, constant, hours)
      expect(timeConstantFrom(40, end, 0, hours)).toBeCloseTo(constant, 4)
    }),
  )
})

test('104 °F in 30 °F air, 7 °F lost in a day: about 240 h (one measured case, common practice)', () => {
  expect(timeConstantFrom(40, 36.111, -1.111, 24)).toBeCloseTo(241.5, 0)
})

test('warming up is not cooling', () => {
  expect(timeConstantFrom(30, 35, 10, 5)).toBeUndefined()
})

test('heating takes longer with losses, and never ends where they are as large as the heater', () => {
  const without = heatingHours({ volumeLitres: 1500, heaterKw: 3 }, 15, 38)
  const losses = { airCelsius: 0, timeConstantHours: 200 }
  expect(heatingHours({ volumeLitres: 1500, heaterKw: 3 }, 15, 38, losses)).toBeGreaterThan(
    without ?? Number.NaN,
  )
  expect(heatingHours({ volumeLitres: 1500, heaterKw: 0.1 }, 15, 38, losses)).toBeUndefined()
  expect(heatingHours({ volumeLitres: 1500, heaterKw: 3 }, 38, 38)).toBe(0)
})

test('a heater of the holding power holds, no more', () => {
  const power = holdingPowerKw(1500, 38, 5, 200)
  const losses = { airCelsius: 5, timeConstantHours: 200 }
  expect(heatingHours({ volumeLitres: 1500, heaterKw: power }, 20, 38.001, losses)).toBeUndefined()
  expect(
    heatingHours({ volumeLitres: 1500, heaterKw: 1.01 * power }, 20, 38, losses),
  ).toBeGreaterThan(0)
})

const soak = {
  freeChlorinePpm: 5,
  lossRatePerHour: 0.02,
  people: 2,
  soakHours: 1,
  demandGramsChlorinePerPersonHour: 4,
  waterVolumeLitres: 1500,
  hours: 6,
}

test('more people, more hours or less water never leave more chlorine, and never less than none', () => {
  fc.assert(
    fc.property(
      positive(0, 12),
      positive(0, 3),
      positive(0, 24),
      positive(0, 0.2),
      (people, soakHours, hours, lossRatePerHour) => {
        const given = { ...soak, people, soakHours, hours, lossRatePerHour }
        const left = chlorineAfter(given)
        expect(left).toBeGreaterThanOrEqual(0)
        expect(left).toBeLessThanOrEqual(5)
        expect(chlorineAfter({ ...given, people: people + 1 })).toBeLessThanOrEqual(left)
        expect(chlorineAfter({ ...given, hours: hours + 1 })).toBeLessThanOrEqual(left)
        expect(chlorineAfter({ ...given, waterVolumeLitres: 750 })).toBeLessThanOrEqual(left)
      },
    ),
  )
})

test('without any loss the bathers take demand times time', () => {
  const left = chlorineAfter({ ...soak, lossRatePerHour: 0 })
  expect(left).toBeCloseTo(Math.max(0, 5 - (2 * 4 * 1000) / 1500), 9)
})
