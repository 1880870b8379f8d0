import {
  debyeHueckelSlope,
  ionicStrength,
  logActivity,
  logBoric,
  logCalcite,
  logFirstCarbonic,
  logHenryCarbonDioxide,
  logHypochlorous,
  logSecondCarbonic,
  logWater,
} from '@/core/water/constants'

// Published values at 25 °C: Plummer & Busenberg 1982; Nordstrom et al. 1990; Morris 1966; CRC. From memory.
test.each([
  ['Henry’s constant of CO₂', logHenryCarbonDioxide, -1.468, 3],
  ['first dissociation of carbonic acid', logFirstCarbonic, -6.352, 3],
  ['second dissociation of carbonic acid', logSecondCarbonic, -10.329, 3],
  ['calcite', logCalcite, -8.48, 3],
  ['ion product of water', logWater, -13.998, 2],
  ['boric acid', logBoric, -9.24, 9],
  ['hypochlorous acid', logHypochlorous, -7.537, 3],
] as const)('%s at 25 °C', (_, log, published, digits) => {
  expect(log(25)).toBeCloseTo(published, digits)
})

// At tub temperature: Morris 1966; van ’t Hoff for boric acid; from memory.
test('hypochlorous and boric acid are stronger in a warm tub', () => {
  expect(logHypochlorous(38)).toBeCloseTo(-7.445, 3)
  expect(logBoric(38)).toBeCloseTo(-9.14, 2)
})

// Debye–Hückel slope: 0.511 at 25 °C and 0.522 at 38 °C (handbook, from memory).
test('activity follows Davies', () => {
  expect(debyeHueckelSlope(25)).toBeCloseTo(0.511, 3)
  expect(debyeHueckelSlope(38)).toBeCloseTo(0.522, 3)
  expect(logActivity(25, 1, 0)).toBeCloseTo(0, 12)
  // −0.511 (√0.01 / 1.1 − 0.003) for one charge at 0.01 mol/L.
  expect(logActivity(25, 1, 0.01)).toBeCloseTo(-0.0449, 3)
  expect(logActivity(25, 2, 0.01)).toBeCloseTo(4 * logActivity(25, 1, 0.01), 12)
})

test('salt counts exactly in the ionic strength, other solids by Langelier’s rule', () => {
  expect(ionicStrength(1000, 0)).toBeCloseTo(0.025, 12)
  expect(ionicStrength(1750, 1750)).toBeCloseTo(1750 / 58440, 5)
})
