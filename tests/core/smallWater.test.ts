import fc from 'fast-check'
import { chlorineSpecies } from '@/core/water/chlorineCyanurate'
import { CHLORINE_G_PER_MOL, CYANURIC_ACID_G_PER_MOL } from '@/core/water/constants'
import { equilibriaFor } from '@/core/water/equilibrium'
import { evaporate } from '@/core/water/evaporate'
import { fastHypochlorousAcid } from '@/core/water/fastChlorine'
import { mixWater } from '@/core/water/mix'
import { calciteIndexAt, calciteSaturationIndex } from '@/core/water/saturation'
import { readWater, waterFromReading } from '@/core/water/solveWater'
import { volumeByTracer } from '@/core/water/volumeByTracer'
import { CONSERVED } from '@/core/water/water'
import { anyReading, plainReading } from './waters'

const waterOf = (reading: Parameters<typeof waterFromReading>[0]) => {
  const water = waterFromReading(reading)
  if (!water) throw new Error('a possible water was refused')
  return water
}
const k = equilibriaFor(38, 600, 0)
const chlorine = (ppm: number) => ppm / (1000 * CHLORINE_G_PER_MOL)
const stabiliser = (ppm: number) => ppm / (1000 * CYANURIC_ACID_G_PER_MOL)
const tubPh = fc.double({ min: 7.0, max: 8.2, noNaN: true })

describe('the fast form of HOCl', () => {
  const excess = (ppm: number, cya: number, pH: number) => {
    const activity = 10 ** -pH
    const full = chlorineSpecies(chlorine(ppm), stabiliser(cya), activity, k).hypochlorousAcid
    return fastHypochlorousAcid(chlorine(ppm), stabiliser(cya), activity, k) / full - 1
  }
  test('is within 0.2 % of the full set wherever it claims to be', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        tubPh,
        (ppm, times, pH) => expect(Math.abs(excess(ppm, times * ppm, pH))).toBeLessThan(0.002),
      ),
      { numRuns: 500 },
    )
  })
  test('without stabiliser is exact; without chlorine is nothing', () => {
    fc.assert(fc.property(tubPh, (pH) => expect(excess(4, 0, pH)).toBeCloseTo(0, 9)))
    expect(fastHypochlorousAcid(0, stabiliser(30), 1e-7, k)).toBe(0)
  })
})

test('more stabiliser or a higher pH never leaves more HOCl', () => {
  const share = (cya: number, pH: number) =>
    chlorineSpecies(chlorine(4), stabiliser(cya), 10 ** -pH, k).hypochlorousAcid
  fc.assert(
    fc.property(fc.double({ min: 0, max: 100, noNaN: true }), tubPh, (cya, pH) => {
      expect(share(cya + 1, pH)).toBeLessThan(share(cya, pH))
      expect(share(cya, pH + 0.05)).toBeLessThan(share(cya, pH))
    }),
  )
})

test('chlorine is conserved between its forms', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 200, noNaN: true }),
      tubPh,
      (ppm, cya, pH) => {
        const species = chlorineSpecies(chlorine(ppm), stabiliser(cya), 10 ** -pH, k)
        const sum = species.hypochlorousAcid + species.hypochlorite + species.cyanurateBound
        expect(sum / chlorine(ppm)).toBeCloseTo(1, 9)
      },
    ),
  )
})

test('evaporation leaves everything behind; topped up with pure water nothing has changed', () => {
  fc.assert(
    fc.property(anyReading, fc.double({ min: 0, max: 0.5, noNaN: true }), (reading, fraction) => {
      const water = waterOf(reading)
      const left = evaporate(water, fraction)
      const pure = { ...water }
      for (const key of CONSERVED) pure[key] = 0
      const full = mixWater(left, pure, fraction)
      for (const key of CONSERVED) expect(full[key]).toBeCloseTo(water[key], 9)
    }),
  )
  const denser = readWater(evaporate(waterOf(plainReading()), 0.2))
  expect(denser.calciumHardnessPpm).toBeCloseTo(250, 6)
})

// Above pH 8.5 heat takes more pH than it adds to the carbonate, so the law ends there.
test('a heater scales before the tub does, up to pH 8.2', () => {
  fc.assert(
    fc.property(anyReading, (given) => {
      const reading = {
        ...given,
        pH: Math.min(given.pH, 8.2),
        calciumHardnessPpm: given.calciumHardnessPpm + 20,
      }
      const hot = calciteIndexAt(waterOf(reading), reading.temperatureCelsius + 20)
      expect(hot).toBeGreaterThan(calciteSaturationIndex(reading) ?? Number.NaN)
    }),
    { numRuns: 50 },
  )
})

describe('volume by tracer', () => {
  test('200 g of bicarbonate that raise alkalinity by 90 ppm say 1324 L (stoichiometry)', () => {
    const traced = volumeByTracer(200, { yieldPpm: 595.71, risePpm: 90, riseDeviationPpm: 5 }, 0.02)
    expect(traced?.volumeLitres).toBeCloseTo(1323.8, 1)
    // 5/90 and 2 % together.
    expect(traced?.standardDeviationLitres).toBeCloseTo(1323.8 * Math.hypot(5 / 90, 0.02), 3)
  })
  test('a rise within twice its error tells nothing', () => {
    expect(
      volumeByTracer(20, { yieldPpm: 595.71, risePpm: 9, riseDeviationPpm: 5 }, 0.02),
    ).toBeUndefined()
    expect(
      volumeByTracer(20, { yieldPpm: 595.71, risePpm: 0, riseDeviationPpm: 0 }, 0),
    ).toBeUndefined()
  })
})
