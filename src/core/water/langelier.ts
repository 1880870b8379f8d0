/** What an index is worked out of; hardness and the carbonate part of alkalinity as CaCO₃, both above 0. */
export interface ScalingWater {
  pH: number
  temperatureCelsius: number
  totalDissolvedSolidsPpm: number
  calciumHardnessPpm: number
  carbonateAlkalinityPpm: number
}

/**
 * Langelier index in the closed form of Carrier (1965): pHs = (9.3 + A + B) − (C + D). Worked example: −0.73 at 25 °C and
 * +0.27 at 82 °C for 320 mg/L solids, 150 hardness, 34 alkalinity, pH 7.5.
 */
export const langelierIndexCarrier = ({
  pH,
  temperatureCelsius,
  totalDissolvedSolidsPpm,
  calciumHardnessPpm,
  carbonateAlkalinityPpm,
}: ScalingWater): number => {
  const a = (Math.log10(totalDissolvedSolidsPpm) - 1) / 10
  const b = -13.12 * Math.log10(temperatureCelsius + 273.15) + 34.55
  const c = Math.log10(calciumHardnessPpm) - 0.4
  const d = Math.log10(carbonateAlkalinityPpm)
  return pH - (9.3 + a + b - c - d)
}

/** The trade's temperature factors by °F: common practice. */
const TEMPERATURE_FACTORS = [
  [32, 0.0],
  [37, 0.1],
  [46, 0.2],
  [53, 0.3],
  [60, 0.4],
  [66, 0.5],
  [76, 0.6],
  [84, 0.7],
  [94, 0.8],
  [105, 0.9],
] as const

/** Between two entries by a straight line; beyond the table its end. */
export const tradeTemperatureFactor = (temperatureCelsius: number): number => {
  const fahrenheit = (temperatureCelsius * 9) / 5 + 32
  let below: readonly [number, number] = TEMPERATURE_FACTORS[0]
  for (const above of TEMPERATURE_FACTORS) {
    if (fahrenheit < above[0]) {
      if (above === TEMPERATURE_FACTORS[0]) return above[1]
      return below[1] + ((fahrenheit - below[0]) / (above[0] - below[0])) * (above[1] - below[1])
    }
    below = above
  }
  return below[1]
}

/**
 * The trade's table form: SI = pH + TF + CF + AF − 12.1, with 12.2 from 1000 mg/L of dissolved solids on (common practice).
 * The alkalinity is the carbonate part: stabiliser and borate taken off.
 */
export const saturationIndexTrade = ({
  pH,
  temperatureCelsius,
  totalDissolvedSolidsPpm,
  calciumHardnessPpm,
  carbonateAlkalinityPpm,
}: ScalingWater): number =>
  pH +
  tradeTemperatureFactor(temperatureCelsius) +
  Math.log10(calciumHardnessPpm) -
  0.4 +
  Math.log10(carbonateAlkalinityPpm) -
  (totalDissolvedSolidsPpm >= 1000 ? 12.2 : 12.1)
