/**
 * A tub of water as the amounts it conserves, per litre. pH is not among them: it is always solved
 * (see solveWater.ts), so that any product, mixing or loss of gas is plain addition here.
 */
export interface Water {
  temperatureCelsius: number
  /** All dissolved solids, mg/L, salt included. */
  totalDissolvedSolidsPpm: number
  /** Sodium chloride, mg/L; part of the dissolved solids. */
  saltPpm: number
  /**
   * Alkalinity, meq/L, against CO₂, H₂O, B(OH)₃, H₃Cy and HOCl. Hypochlorite and chlorinated cyanurates count here;
   * a titrated sample is dechlorinated, so `readWater` leaves them out.
   */
  alkalinityMeq: number
  dissolvedInorganicCarbonMmol: number
  calciumMmol: number
  cyanurateMmol: number
  borateMmol: number
  /** Free chlorine as Cl₂: HOCl, OCl⁻ and what cyanurate holds. */
  freeChlorineMmol: number
  combinedChlorineMmol: number
  /** Active bromine as Br₂. */
  bromineMmol: number
  /** Bromide that an oxidiser can turn into bromine. */
  bromideMmol: number
  /** HSO₅⁻ not yet used. */
  monopersulfateMmol: number
  peroxideMmol: number
  /** Chlorine (as Cl₂) that a reducing agent still in the water can destroy. */
  reducerMmol: number
  /** Alkalinity, meq, that the reducing agent leaves behind once it is used up. */
  reducerAlkalinityMeq: number
  /** Sulfate that it leaves behind then. */
  reducerSulfateMmol: number
  /** Polymeric biguanide, mg/L. Harmless to the balance; never beside a halogen. */
  biguanidePpm: number
  chlorideMmol: number
  sulfateMmol: number
  /** Traces that stain or feed, mg/L; phosphate as PO₄. Too little to move the balance. */
  copperPpm: number
  ironPpm: number
  phosphatePpm: number
}

/** The keys that add up when waters mix or a product dissolves. */
export const CONSERVED = [
  'totalDissolvedSolidsPpm',
  'saltPpm',
  'alkalinityMeq',
  'dissolvedInorganicCarbonMmol',
  'calciumMmol',
  'cyanurateMmol',
  'borateMmol',
  'freeChlorineMmol',
  'combinedChlorineMmol',
  'bromineMmol',
  'bromideMmol',
  'monopersulfateMmol',
  'peroxideMmol',
  'reducerMmol',
  'reducerAlkalinityMeq',
  'reducerSulfateMmol',
  'biguanidePpm',
  'chlorideMmol',
  'sulfateMmol',
  'copperPpm',
  'ironPpm',
  'phosphatePpm',
] as const satisfies readonly (keyof Water)[]

/** What tests say about a water. pH on the activity scale; ppm = mg/L; alkalinity and hardness as CaCO₃; borate as B. */
export interface WaterReading {
  pH: number
  totalAlkalinityPpm: number
  calciumHardnessPpm: number
  cyanuricAcidPpm: number
  boratePpm: number
  freeChlorinePpm: number
  combinedChlorinePpm: number
  brominePpm: number
  /** H₂O₂, mg/L. */
  peroxidePpm: number
  biguanidePpm: number
  copperPpm: number
  ironPpm: number
  /** As PO₄. */
  phosphatePpm: number
  temperatureCelsius: number
  totalDissolvedSolidsPpm: number
  saltPpm: number
}

/** For readings that showed none of them. */
export const WITHOUT_EXTRAS = {
  freeChlorinePpm: 0,
  combinedChlorinePpm: 0,
  brominePpm: 0,
  peroxidePpm: 0,
  biguanidePpm: 0,
  copperPpm: 0,
  ironPpm: 0,
  phosphatePpm: 0,
} as const satisfies Partial<WaterReading>
