import { pairTo } from '@/core/advice/balance'
import { PRODUCTS } from '@/core/products/product'
import { effectOf } from '@/core/products/substance'
import { expectWithin, type GivenWater, vectors, waterOf } from './vectors'

interface Given extends GivenWater {
  targetPH: number
  targetTotalAlkalinityPpm: number
  waterVolumeL: number
  bisulfatePurityPercent: number
}

// Plummer & Busenberg 1982, Davies activities, closed to the air.
test.each(vectors<Given>('dose-pairs'))('$id', ({ given, expect: wanted, tolerance }) => {
  const water = waterOf(given)
  const pair = pairTo(water, given.targetPH, given.targetTotalAlkalinityPpm)
  if (!pair) throw new Error('a possible target was refused')
  const litres = given.waterVolumeL
  const named: Record<string, number> = {
    sodiumBicarbonateG:
      (pair.bicarbonateMmol * litres) / PRODUCTS['sodium bicarbonate'].perGram.alkalinityMeq,
    sodiumCarbonateG:
      (2 * pair.carbonateMmol * litres) / PRODUCTS['sodium carbonate'].perGram.alkalinityMeq,
    sodiumBisulfateG:
      (-pair.acidMeq * litres) /
      effectOf('sodium bisulfate', { purity: given.bisulfatePurityPercent / 100 }).alkalinityMeq,
    carbonDioxideLossMmolPerL: pair.carbonDioxideLossMmol,
  }
  for (const [key, value] of Object.entries(wanted)) {
    if (typeof value === 'number') expectWithin(named[key] ?? Number.NaN, value, tolerance[key])
  }
  const steps = [
    ['sodium bicarbonate', pair.bicarbonateMmol],
    ['sodium carbonate', pair.carbonateMmol],
    ['sodium bisulfate', pair.acidMeq],
    ['carbon dioxide loss', pair.carbonDioxideLossMmol],
  ] as const
  expect(
    steps
      .filter(([, amount]) => amount > 1e-9)
      .map(([name]) => name)
      .join(' + '),
  ).toBe(wanted.steps)
  expect(pair.carbonDioxideLossMmol > 1e-9).toBe(wanted.needsCarbonDioxideLoss)
})
