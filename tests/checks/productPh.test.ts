import { addEffect, spend } from '@/core/products/addProduct'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { effectOf } from '@/core/products/substance'
import { readWater } from '@/core/water/solveWater'
import { expectWithin, type GivenWater, vectors, waterOf } from './vectors'

interface Given extends GivenWater {
  product: ProductName
  purityPercent?: number
  massG: number
  waterVolumeL: number
  stage: 'added' | 'spent'
}

const cases = vectors<Given>('product-ph')

// Plummer & Busenberg 1982, Davies activities, closed to the air, ionic strength held at the start.
test.each(cases)('$id: $given.product, $given.stage', ({ given, expect: wanted, tolerance }) => {
  const start = waterOf(given)
  const effect = given.purityPercent
    ? effectOf('sodium bisulfate', { purity: given.purityPercent / 100 })
    : PRODUCTS[given.product].perGram
  let water = addEffect(
    start,
    { ...effect, totalDissolvedSolidsPpm: 0, saltPpm: 0 },
    given.massG,
    given.waterVolumeL,
  )
  if (given.stage === 'spent') {
    const { freeChlorineMmol, bromineMmol, monopersulfateMmol } = water
    water = spend(water, { freeChlorineMmol, bromineMmol, monopersulfateMmol })
  }
  const got = readWater(water)
  const named: Record<string, number> = {
    pH: got.pH,
    totalAlkalinityPpm: got.totalAlkalinityPpm,
    cyanuricAcidPpm: got.cyanuricAcidPpm,
    boratePpm: got.boratePpm,
    dissolvedInorganicCarbonMmolPerL: water.dissolvedInorganicCarbonMmol,
  }
  for (const [key, value] of Object.entries(wanted)) {
    if (typeof value === 'number') expectWithin(named[key] ?? Number.NaN, value, tolerance[key])
  }
})
