import { loseCarbonDioxide } from '@/core/water/aerate'
import { readWater } from '@/core/water/solveWater'
import { expectWithin, type GivenWater, vectors, waterOf } from './vectors'

interface Given extends GivenWater {
  transferRatePerHour?: number
  airCarbonDioxidePpm: number
  hours: number
}

const cases = vectors<Given>('kinetics').filter(
  ({ given }) => given.transferRatePerHour !== undefined && given.airCarbonDioxidePpm === 420,
)

test('there are aeration cases', () => expect(cases.length).toBeGreaterThan(0))

// d(DIC)/dt = −kLa (CO₂ − CO₂ in equilibrium with the air), Plummer & Busenberg 1982 constants.
test.each(cases)('$id', ({ given, expect: wanted, tolerance }) => {
  const start = waterOf(given)
  const rate = given.transferRatePerHour ?? 0
  const after = loseCarbonDioxide(start, rate, given.hours)
  expectWithin(readWater(after).pH, Number(wanted.pH), tolerance.pH)
  expectWithin(
    after.dissolvedInorganicCarbonMmol,
    Number(wanted.dissolvedInorganicCarbonMmolPerL),
    tolerance.dissolvedInorganicCarbonMmolPerL,
  )
  const settled = readWater(loseCarbonDioxide(start, 1, 200))
  expectWithin(settled.pH, Number(wanted.equilibriumPH), tolerance.equilibriumPH)
})
