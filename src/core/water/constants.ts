/**
 * Equilibrium constants and molar masses. Logs are base 10, temperatures in °C unless named otherwise.
 * The sources were not at hand when these were entered: every constant is from memory of the source named,
 * and agrees with the published value at 25 °C that stands in docs/constants.md.
 */

const KELVIN = 273.15

/** Molar masses, g/mol (IUPAC abridged atomic weights, 2021). */
export const ATOM = {
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
} as const

const CALCIUM_CARBONATE_G_PER_MOL = ATOM.Ca + ATOM.C + 3 * ATOM.O
/** mg/L as CaCO₃ per meq/L of alkalinity. */
export const ALKALINITY_PPM_PER_MEQ = CALCIUM_CARBONATE_G_PER_MOL / 2
/** mg/L as CaCO₃ per mmol/L of calcium. */
export const HARDNESS_PPM_PER_MMOL = CALCIUM_CARBONATE_G_PER_MOL
export const CHLORINE_G_PER_MOL = 2 * ATOM.Cl
export const BROMINE_G_PER_MOL = 2 * ATOM.Br
export const PEROXIDE_G_PER_MOL = 2 * (ATOM.H + ATOM.O)
export const CYANURIC_ACID_G_PER_MOL = 3 * (ATOM.C + ATOM.N + ATOM.O + ATOM.H)
const SODIUM_CHLORIDE_G_PER_MOL = ATOM.Na + ATOM.Cl

/** a + bT + c/T + d log T + e/T², the form of Plummer & Busenberg (1982) and Nordstrom et al. (1990). */
const fiveTerm = (kelvin: number, [a, b, c, d, e]: [number, number, number, number, number]) =>
  a + b * kelvin + c / kelvin + d * Math.log10(kelvin) + e / (kelvin * kelvin)

/** Henry's constant of CO₂, mol/(L atm). Plummer & Busenberg 1982, 0–90 °C. log KH = −1.468 at 25 °C. */
export const logHenryCarbonDioxide = (celsius: number) =>
  fiveTerm(celsius + KELVIN, [108.3865, 0.01985076, -6919.53, -40.45154, 669365])

/** First dissociation of carbonic acid. Plummer & Busenberg 1982, 0–90 °C. −6.352 at 25 °C. */
export const logFirstCarbonic = (celsius: number) =>
  fiveTerm(celsius + KELVIN, [-356.3094, -0.06091964, 21834.37, 126.8339, -1684915])

/** Second dissociation of carbonic acid. Plummer & Busenberg 1982, 0–90 °C. −10.329 at 25 °C. */
export const logSecondCarbonic = (celsius: number) =>
  fiveTerm(celsius + KELVIN, [-107.8871, -0.03252849, 5151.79, 38.92561, -563713.9])

/** Solubility product of calcite. Plummer & Busenberg 1982, 0–90 °C. −8.480 at 25 °C. */
export const logCalcite = (celsius: number) =>
  fiveTerm(celsius + KELVIN, [-171.9065, -0.077993, 2839.319, 71.595, 0])

/** Ion product of water. Nordstrom et al. 1990. −13.9995 at 25 °C (quoted −13.998). */
export const logWater = (celsius: number) =>
  fiveTerm(celsius + KELVIN, [-283.971, -0.05069842, 13323, 102.24447, -1119669])

/**
 * Boric acid. 9.24 at 25 °C (CRC; Baes & Mesmer 1976), moved by van 't Hoff with ΔH = 13.8 kJ/mol
 * (Baes & Mesmer, from memory): 9.14 at 38 °C.
 */
export const logBoric = (celsius: number) =>
  -9.24 - (13800 / (Math.LN10 * 8.314462618)) * (1 / (celsius + KELVIN) - 1 / 298.15)

/** Hypochlorous acid. Morris 1966, 0–35 °C; −7.537 at 25 °C, −7.445 at 38 °C (a little outside its range). */
export const logHypochlorous = (celsius: number) =>
  -(3000 / (celsius + KELVIN) - 10.0686 + 0.0253 * (celsius + KELVIN))

/** Hypobromous acid, 25 °C. Kelley & Tartar 1956, Farkas & Lewin 1950; literature runs from 8.55 to 8.8. */
export const LOG_HYPOBROMOUS = -8.65

/** Cyanuric acid, 25 °C. O'Brien, Morris & Butler 1974. Used at all temperatures: the error at 38 °C is unknown. */
export const LOG_CYANURIC = [-6.88, -11.4, -13.5] as const

/** Acid dissociation of the chlorinated cyanurates, 25 °C. O'Brien, Morris & Butler 1974. */
export const LOG_CHLORINATED = {
  dichlorocyanuric: -3.75,
  monochlorocyanuric: -5.33,
  monochlorocyanurate: -10.12,
} as const

/** Loss of one HOCl by hydrolysis, 25 °C. O'Brien, Morris & Butler 1974. */
export const LOG_HYDROLYSIS = {
  trichlorocyanuric: -1.8,
  dichlorocyanuric: -2.93,
  monochlorocyanuric: -4.07,
} as const

/** Density of water, g/mL. Gildseth et al. 1972, rational form, 0–100 °C. 0.99707 at 25 °C. */
const waterDensity = (celsius: number) =>
  1 - ((celsius - 3.9863) ** 2 * (celsius + 288.9414)) / (508929.2 * (celsius + 68.12963))

/** Relative permittivity of water. Malmberg & Maryott 1956, 0–100 °C. 78.30 at 25 °C. */
const waterPermittivity = (celsius: number) =>
  87.74 - 0.40008 * celsius + 9.398e-4 * celsius ** 2 - 1.41e-6 * celsius ** 3

/** Debye–Hückel slope, (kg/mol)^½. 0.511 at 25 °C, 0.522 at 38 °C. */
export const debyeHueckelSlope = (celsius: number) =>
  (1.82483e6 * Math.sqrt(waterDensity(celsius))) /
  (waterPermittivity(celsius) * (celsius + KELVIN)) ** 1.5

/** log γ of an ion by Davies with 0.3 I; good to about 0.01 up to I = 0.1 mol/L, and exactly 0 at I = 0. */
export const logActivity = (celsius: number, charge: number, ionicStrengthMolPerLitre: number) => {
  const root = Math.sqrt(ionicStrengthMolPerLitre)
  return (
    -debyeHueckelSlope(celsius) *
    charge *
    charge *
    (root / (1 + root) - 0.3 * ionicStrengthMolPerLitre)
  )
}

/**
 * Ionic strength, mol/L, from dissolved solids: 2.5·10⁻⁵ per mg/L (Langelier 1936), with sodium chloride counted exactly.
 * Bicarbonate and chloride water is nearer 1.7–2.0·10⁻⁵; the pH this moves is below 0.01 at 1000 mg/L.
 */
export const ionicStrength = (totalDissolvedSolidsPpm: number, saltPpm: number) =>
  2.5e-5 * Math.max(0, totalDissolvedSolidsPpm - saltPpm) +
  saltPpm / (1000 * SODIUM_CHLORIDE_G_PER_MOL)

/** Share of CO₂ in air, atm at sea level; altitude and water vapour neglected. */
export const AIR_CARBON_DIOXIDE_ATM = 420e-6
