import { pairTo } from '@/core/advice/balance'
import { PRODUCTS } from '@/core/products/product'
import { effectOf } from '@/core/products/substance'
import { waterFromReading } from '@/core/water/solveWater'
import { expectWithin, vectors } from './vectors'

interface Given {
  pH: number
  totalAlkalinityPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  temperatureC: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
  targetPH: number
  targetTotalAlkalinityPpm: number
  waterVolumeL: number
  bisulfatePurityPercent: number
}

// Plummer & Busenberg 1982, Davies activities, closed to the air.
test.each(vectors<Given>('dose-pairs'))('$id', ({ given, expect: wanted, tolerance }) => {
  const water = waterFromReading({
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
  if (!water) throw new Error('a possible water was refused')
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
