import {
  effectOf,
  type Strength,
  SUBSTANCE_NAMES,
  type SubstanceName,
} from '@/core/products/substance'
import type { CONSERVED } from '@/core/water/water'

/** Abridged standard atomic weights, IUPAC 2021, typed here apart from the core's own. */
const WEIGHTS: Record<string, number> = {
  H: 1.008,
  B: 10.81,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Na: 22.99,
  S: 32.06,
  Cl: 35.45,
  K: 39.098,
  Ca: 40.078,
  Br: 79.904,
}

/** Molar mass of a formula such as Na2B4O7(H2O)10, g/mol. */
const molarMass = (formula: string): number => {
  const grouped = /\(([^)]*)\)(\d*)/g
  let mass = 0
  for (const [, inner = '', times = ''] of formula.matchAll(grouped))
    mass += molarMass(inner) * Number(times || 1)
  for (const [, element = '', count = ''] of formula
    .replace(grouped, '')
    .matchAll(/([A-Z][a-z]?)(\d*)/g))
    mass += (WEIGHTS[element] ?? Number.NaN) * Number(count || 1)
  return mass
}

type Ion = (typeof CONSERVED)[number]

/**
 * Every product as a chemist would write it down: what a gram of it holds of which substance, and what one mole of that gives the
 * water as it dissolves, by the equation beside it. Whatever is not named is nothing. Alkalinity counts from H₃Cy, B(OH)₃, CO₂,
 * HSO₅⁻ and HOCl.
 */
const ROWS: {
  product: SubstanceName
  equation: string
  strength?: Strength
  formula: string
  fraction: number
  perMole: Partial<Record<Ion, number>>
}[] = [
  {
    product: 'sodium bicarbonate',
    equation: 'NaHCO3 → Na+ + HCO3−',
    formula: 'NaHCO3',
    fraction: 1,
    perMole: { alkalinityMeq: 1, dissolvedInorganicCarbonMmol: 1 },
  },
  {
    product: 'sodium carbonate',
    equation: 'Na2CO3 → 2 Na+ + CO3 2−',
    formula: 'Na2CO3',
    fraction: 1,
    perMole: { alkalinityMeq: 2, dissolvedInorganicCarbonMmol: 1 },
  },
  {
    product: 'sodium bisulfate',
    equation: 'NaHSO4 → Na+ + H+ + SO4 2−',
    strength: { purity: 1 },
    formula: 'NaHSO4',
    fraction: 1,
    perMole: { alkalinityMeq: -1, sulfateMmol: 1 },
  },
  {
    product: 'hydrochloric acid',
    equation: 'HCl → H+ + Cl−',
    formula: 'HCl',
    fraction: 0.3145,
    perMole: { alkalinityMeq: -1, chlorideMmol: 1 },
  },
  {
    product: 'borax decahydrate',
    equation: 'Na2B4O7 + 7 H2O → 2 Na+ + 2 OH− + 4 B(OH)3',
    formula: 'Na2B4O7(H2O)10',
    fraction: 1,
    perMole: { alkalinityMeq: 2, borateMmol: 4 },
  },
  {
    product: 'boric acid',
    equation: 'B(OH)3',
    formula: 'H3BO3',
    fraction: 1,
    perMole: { borateMmol: 1 },
  },
  {
    product: 'calcium chloride anhydrous',
    equation: 'CaCl2 → Ca2+ + 2 Cl−',
    formula: 'CaCl2',
    fraction: 1,
    perMole: { calciumMmol: 1, chlorideMmol: 2 },
  },
  {
    product: 'calcium chloride dihydrate',
    equation: 'CaCl2 · 2 H2O',
    formula: 'CaCl2(H2O)2',
    fraction: 1,
    perMole: { calciumMmol: 1, chlorideMmol: 2 },
  },
  {
    product: 'calcium chloride flake 77 percent',
    equation: '77 % CaCl2',
    formula: 'CaCl2',
    fraction: 0.77,
    perMole: { calciumMmol: 1, chlorideMmol: 2 },
  },
  {
    product: 'sodium dichlor dihydrate',
    equation: 'NaCl2C3N3O3 + 2 H2O + H+ → Na+ + H3C3N3O3 + 2 HOCl',
    formula: 'NaCl2C3N3O3(H2O)2',
    fraction: 1,
    perMole: { alkalinityMeq: 1, cyanurateMmol: 1, freeChlorineMmol: 2 },
  },
  {
    product: 'trichlor',
    equation: 'Cl3C3N3O3 + 3 H2O → H3C3N3O3 + 3 HOCl',
    formula: 'Cl3C3N3O3',
    fraction: 1,
    perMole: { cyanurateMmol: 1, freeChlorineMmol: 3 },
  },
  {
    product: 'sodium hypochlorite',
    equation: 'NaOCl + NaCl: Na+ + OCl−, and as much Cl−',
    formula: 'NaOCl',
    fraction: 0.06,
    perMole: { alkalinityMeq: 1, freeChlorineMmol: 1, chlorideMmol: 1 },
  },
  {
    product: 'calcium hypochlorite',
    equation: 'Ca(OCl)2 → Ca2+ + 2 OCl−; 65 % available is 65 / (2 × 70.9) mol Ca(OCl)2',
    formula: 'Cl4',
    fraction: 0.65,
    perMole: { alkalinityMeq: 2, freeChlorineMmol: 2, calciumMmol: 1 },
  },
  {
    product: 'potassium monopersulfate',
    equation: '2 KHSO5 · KHSO4 · K2SO4: for each HSO5− half an H+ and one SO4 2−',
    formula: 'KHSO5',
    fraction: 0.43,
    perMole: { alkalinityMeq: -0.5, monopersulfateMmol: 1, sulfateMmol: 1 },
  },
  {
    product: 'bromochlorodimethylhydantoin',
    equation: 'C5H6BrClN2O2 + 2 H2O → HOBr + HOCl + C5H8N2O2',
    formula: 'C5H6BrClN2O2',
    fraction: 1,
    perMole: { bromineMmol: 1, freeChlorineMmol: 1 },
  },
  {
    product: 'sodium bromide',
    equation: 'NaBr → Na+ + Br−',
    formula: 'NaBr',
    fraction: 1,
    perMole: { bromideMmol: 1 },
  },
  {
    product: 'sodium chloride',
    equation: 'NaCl → Na+ + Cl−',
    formula: 'NaCl',
    fraction: 1,
    perMole: { chlorideMmol: 1 },
  },
  {
    product: 'hydrogen peroxide',
    equation: 'H2O2',
    formula: 'H2O2',
    fraction: 0.12,
    perMole: { peroxideMmol: 1 },
  },
  {
    product: 'sodium thiosulfate pentahydrate',
    equation: 'S2O3 2− + 4 HOCl + H2O → 2 SO4 2− + 4 Cl− + 6 H+',
    strength: { oxidationLimit: 'sulfate' },
    formula: 'Na2S2O3(H2O)5',
    fraction: 1,
    perMole: { reducerMmol: 4, reducerAlkalinityMeq: -6, reducerSulfateMmol: 2 },
  },
  {
    product: 'cyanuric acid',
    equation: 'H3C3N3O3',
    formula: 'H3C3N3O3',
    fraction: 1,
    perMole: { cyanurateMmol: 1 },
  },
]

/** Mass that is told apart from what the moles say: solids, salt, and what no mole is counted of. */
const MASSES = new Set<string>([
  'totalDissolvedSolidsPpm',
  'saltPpm',
  'biguanidePpm',
  'copperPpm',
  'ironPpm',
  'phosphatePpm',
])

test.each(ROWS.map((row) => [row.product, row] as const))(
  '%s, ion by ion, from its formula',
  (product, { strength, formula, fraction, perMole }) => {
    const got = effectOf(product, strength)
    const mmolPerGram = (1000 * fraction) / molarMass(formula)
    for (const [ion, value] of Object.entries(got)) {
      if (MASSES.has(ion)) continue
      const expected = (perMole[ion as Ion] ?? 0) * mmolPerGram
      expect(Math.abs(value - expected)).toBeLessThanOrEqual(5e-4 * Math.abs(expected) + 1e-12)
    }
  },
)

test('dry acid as sold is 93.2 % acid, the rest sodium sulfate', () => {
  const { alkalinityMeq, sulfateMmol } = effectOf('sodium bisulfate')
  expect(alkalinityMeq).toBeCloseTo(-932 / molarMass('NaHSO4'), 3)
  expect(sulfateMmol).toBeCloseTo(932 / molarMass('NaHSO4') + 68 / molarMass('Na2SO4'), 3)
})

test('every product has its row; biguanide is a polymer and counted by its mass', () => {
  const audited = new Set<SubstanceName>([...ROWS.map(({ product }) => product), 'biguanide'])
  expect([...audited].sort()).toEqual([...SUBSTANCE_NAMES].sort())
  const { biguanidePpm, ...rest } = effectOf('biguanide')
  expect(biguanidePpm).toBeCloseTo(200, 6)
  for (const [ion, value] of Object.entries(rest)) if (!MASSES.has(ion)) expect(value).toBe(0)
})

// Salts that are all ions: as many charges up as down.
test.each([
  ['calcium chloride anhydrous', ({ calciumMmol, chlorideMmol }) => 2 * calciumMmol - chlorideMmol],
  ['hydrochloric acid', ({ alkalinityMeq, chlorideMmol }) => -alkalinityMeq - chlorideMmol],
] as [SubstanceName, (effect: ReturnType<typeof effectOf>) => number][])(
  'the charges of %s balance',
  (product, charge) => {
    expect(charge(effectOf(product))).toBeCloseTo(0, 9)
  },
)
