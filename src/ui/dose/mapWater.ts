import { type Estimate, type Plan, type WaterReading, waterFromReading } from '@/core'
import { type DisplayPreferences, formatNumber, formatStep } from '@/words/words'
import type { MapPoint } from './mapFrame'

export const pointWords = ({ totalAlkalinityPpm, pH }: MapPoint, preferences: DisplayPreferences) =>
  `alkalinity ${formatNumber(totalAlkalinityPpm, 0, preferences)} ppm and pH ${formatNumber(pH, 2, preferences)}`

/** The path in words, for ears and for those who do not read maps. */
export const pathWords = (plan: Plan, preferences: DisplayPreferences) => {
  const parts = plan.steps.map((step) => {
    const { figure, name } = formatStep(step, preferences)
    return `${figure} ${name} to ${pointWords(step.after, preferences)}`
  })
  return `From ${pointWords(plan.before, preferences)}${parts.length ? `; ${parts.join('; ')}` : ''}.`
}

/** The reading with another pH and alkalinity, everything else as it is; undefined where no water reads so. */
export const readAs = (
  estimate: Estimate,
  { pH, totalAlkalinityPpm }: MapPoint,
): Estimate | undefined => {
  const reading: WaterReading = { ...estimate.reading, pH, totalAlkalinityPpm }
  const water = waterFromReading(reading)
  if (!water) return undefined
  const { quantities } = estimate
  return {
    ...estimate,
    reading,
    water: {
      ...estimate.water,
      alkalinityMeq: water.alkalinityMeq,
      dissolvedInorganicCarbonMmol: water.dissolvedInorganicCarbonMmol,
    },
    quantities: {
      ...quantities,
      pH: { ...quantities.pH, value: pH },
      totalAlkalinity: { ...quantities.totalAlkalinity, value: totalAlkalinityPpm },
    },
  }
}
