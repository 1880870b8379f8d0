import { equilibriaFor } from '@/core/water/equilibrium'
import { speciate } from '@/core/water/speciation'
import { expectWithin, type GivenWater, vectors } from './vectors'

// Plummer & Busenberg 1982, Davies activities; O'Brien, Morris & Butler 1974 (each case names its own).
test.each(vectors<GivenWater>('speciation'))(
  '$id agrees with $source',
  ({ given, expect: wanted, tolerance }) => {
    const k = equilibriaFor(given.temperatureC, given.totalDissolvedSolidsPpm, given.saltPpm)
    const got = speciate(given, k)
    if (wanted.physicallyPossible === false) {
      expect(got).toBeUndefined()
      return
    }
    if (!got) throw new Error('refused a possible water')
    const named: Record<string, number> = {
      carbonateAlkalinityPpm: got.carbonateAlkalinityPpm,
      cyanurateAlkalinityPpm: got.cyanurateAlkalinityPpm,
      borateAlkalinityPpm: got.borateAlkalinityPpm,
      dissolvedInorganicCarbonMmolPerL: got.dissolvedInorganicCarbonMmol,
      bicarbonateMmolPerL: got.bicarbonateMmol,
      carbonDioxideMmolPerL: got.carbonDioxideMmol,
      carbonateMicromolPerL: got.carbonateMmol * 1000,
      hydroxideMicromolPerL: got.hydroxideMmol * 1000,
      carbonDioxidePartialPressureMicroatm: got.carbonDioxidePartialPressureAtm * 1e6,
    }
    for (const [key, value] of Object.entries(wanted)) {
      if (typeof value === 'number') expectWithin(named[key] ?? Number.NaN, value, tolerance[key])
    }
  },
)
