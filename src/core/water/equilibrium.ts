import {
  ionicStrength,
  LOG_CHLORINATED,
  LOG_CYANURIC,
  LOG_HYDROLYSIS,
  logActivity,
  logBoric,
  logFirstCarbonic,
  logHenryCarbonDioxide,
  logHypochlorous,
  logSecondCarbonic,
  logWater,
} from './constants'

/**
 * Constants made conditional for one temperature and ionic strength: concentrations of ions against the *activity* of H⁺,
 * so `ratio = constant / 10^−pH` with no further correction. mol/L throughout.
 */
export interface Equilibria {
  hydrogen: number
  water: number
  firstCarbonic: number
  secondCarbonic: number
  henry: number
  boric: number
  cyanuric: readonly [number, number, number]
  hypochlorous: number
  dichlorocyanuric: number
  monochlorocyanuric: number
  monochlorocyanurate: number
  /** [H₂ClCy] = [H₃Cy]·[HOCl]·mono, and so on up the chlorinated acids. */
  chlorination: readonly [number, number, number]
}

const power = (log: number) => 10 ** log

/** @param ionicStrengthMolPerLitre 0 leaves the published constants uncorrected. */
export const equilibriaAt = (
  temperatureCelsius: number,
  ionicStrengthMolPerLitre: number,
): Equilibria => {
  const g1 = logActivity(temperatureCelsius, 1, ionicStrengthMolPerLitre)
  const g2 = 4 * g1
  const g3 = 9 * g1
  const k1 = logFirstCarbonic(temperatureCelsius)
  const cy1 = LOG_CYANURIC[0]
  const cy2 = cy1 + LOG_CYANURIC[1]
  const cy3 = cy2 + LOG_CYANURIC[2]
  const mono = -LOG_HYDROLYSIS.monochlorocyanuric
  const di = mono - LOG_HYDROLYSIS.dichlorocyanuric
  const tri = di - LOG_HYDROLYSIS.trichlorocyanuric
  return {
    hydrogen: power(-g1),
    water: power(logWater(temperatureCelsius) - g1),
    firstCarbonic: power(k1 - g1),
    secondCarbonic: power(k1 + logSecondCarbonic(temperatureCelsius) - g2),
    henry: power(logHenryCarbonDioxide(temperatureCelsius)),
    boric: power(logBoric(temperatureCelsius) - g1),
    cyanuric: [power(cy1 - g1), power(cy2 - g2), power(cy3 - g3)],
    hypochlorous: power(logHypochlorous(temperatureCelsius) - g1),
    dichlorocyanuric: power(LOG_CHLORINATED.dichlorocyanuric - g1),
    monochlorocyanuric: power(LOG_CHLORINATED.monochlorocyanuric - g1),
    monochlorocyanurate: power(
      LOG_CHLORINATED.monochlorocyanuric + LOG_CHLORINATED.monochlorocyanurate - g2,
    ),
    chlorination: [power(mono), power(di), power(tri)],
  }
}

let cached: { temperature: number; strength: number; value: Equilibria } | undefined

/** As `equilibriaAt`, from dissolved solids; remembers the last water, since a plan asks for the same one many times. */
export const equilibriaFor = (
  temperatureCelsius: number,
  totalDissolvedSolidsPpm: number,
  saltPpm: number,
): Equilibria => {
  const strength = ionicStrength(totalDissolvedSolidsPpm, saltPpm)
  if (cached && cached.temperature === temperatureCelsius && cached.strength === strength)
    return cached.value
  const value = equilibriaAt(temperatureCelsius, strength)
  cached = { temperature: temperatureCelsius, strength, value }
  return value
}
