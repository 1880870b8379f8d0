import { bisulfateEffect, PRODUCT_NAMES, PRODUCTS, type ProductName } from '@/core/products/product'
import {
  ALKALINITY_PPM_PER_MEQ,
  ATOM,
  BROMINE_G_PER_MOL,
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  HARDNESS_PPM_PER_MMOL,
} from '@/core/water/constants'
import { expectWithin, vectors } from './vectors'

interface Given {
  product: string
  massG?: number
  waterVolumeL: number
  purityPercent?: number
  potassiumPeroxymonosulfatePercent?: number
}

const known = (name: string): name is ProductName => PRODUCT_NAMES.includes(name as ProductName)
const cases = vectors<Given>('product-effect').filter(
  ({ given }) =>
    known(given.product) &&
    given.massG !== undefined &&
    (given.potassiumPeroxymonosulfatePercent ?? 43) === 43,
)

test('the vectors cover the products that are dosed', () => {
  expect(new Set(cases.map(({ given }) => given.product)).size).toBeGreaterThanOrEqual(6)
})

// Stoichiometry with IUPAC atomic weights, by an independent implementation.
test.each(cases)('$id: $given.product', ({ given, expect: wanted, tolerance }) => {
  const name = given.product as ProductName
  const effect =
    name === 'sodium bisulfate' && given.purityPercent !== undefined
      ? bisulfateEffect(given.purityPercent / 100)
      : PRODUCTS[name].perGram
  const share = (given.massG ?? 0) / given.waterVolumeL
  // Every oxidiser used up takes one equivalent of alkalinity a mol, which is what "spent" means.
  const oxidant = effect.freeChlorineMmol + effect.bromineMmol + effect.monopersulfateMmol
  const got: Record<string, number> = {
    totalAlkalinityAddedPpm: share * effect.alkalinityMeq * ALKALINITY_PPM_PER_MEQ,
    totalAlkalinitySpentPpm: share * (effect.alkalinityMeq - oxidant) * ALKALINITY_PPM_PER_MEQ,
    dissolvedInorganicCarbonMmolPerL: share * effect.dissolvedInorganicCarbonMmol,
    // BCDMH is reported by its vectors as bromine alone: its chlorine half turns bromide into bromine.
    freeChlorinePpm:
      effect.bromineMmol > 0 ? 0 : share * effect.freeChlorineMmol * CHLORINE_G_PER_MOL,
    totalBrominePpm: share * (effect.bromineMmol + effect.freeChlorineMmol) * BROMINE_G_PER_MOL,
    oxidantAsChlorinePpm: share * oxidant * CHLORINE_G_PER_MOL,
    cyanuricAcidPpm: share * effect.cyanurateMmol * CYANURIC_ACID_G_PER_MOL,
    calciumHardnessPpm: share * effect.calciumMmol * HARDNESS_PPM_PER_MMOL,
    bromideAddedPpm: share * effect.bromideMmol * ATOM.Br,
    bromideSpentPpm: share * (effect.bromideMmol + effect.bromineMmol) * ATOM.Br,
    chlorideAddedPpm: share * effect.chlorideMmol * ATOM.Cl,
    chlorideSpentPpm: share * (effect.chlorideMmol + effect.freeChlorineMmol) * ATOM.Cl,
    sulfateAddedPpm: share * effect.sulfateMmol * (ATOM.S + 4 * ATOM.O),
    sulfateSpentPpm:
      share * (effect.sulfateMmol + effect.monopersulfateMmol) * (ATOM.S + 4 * ATOM.O),
    totalDissolvedSolidsPpm: share * effect.dissolvedSolidsMg,
  }
  for (const [key, value] of Object.entries(wanted)) {
    if (typeof value === 'number') expectWithin(got[key] ?? Number.NaN, value, tolerance[key])
  }
})
