import { loseCarbonDioxide } from '@/core/water/aerate'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import { expectWithin, vectors } from './vectors'

interface Given {
  pH: number
  totalAlkalinityPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  temperatureC: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
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
  const start = waterFromReading({
    pH: given.pH,
    totalAlkalinityPpm: given.totalAlkalinityPpm,
    calciumHardnessPpm: 0,
    cyanuricAcidPpm: given.cyanuricAcidPpm,
    boratePpm: given.boratePpm,
    freeChlorinePpm: 0,
    combinedChlorinePpm: 0,
    brominePpm: 0,
    temperatureCelsius: given.temperatureC,
    totalDissolvedSolidsPpm: given.totalDissolvedSolidsPpm,
    saltPpm: given.saltPpm,
  })
  if (!start) throw new Error('a possible water was refused')
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
