import type { CellFault, CellStatus, WaterReading } from '@/core'

/** Where the simulated cell works, and what it makes at full output, g Cl₂ an hour. */
const LIMITS = {
  salt: { low: 1200, high: 2400 },
  temperature: { low: 15, high: 40.5 },
  gramsPerHour: 1.2,
}
/** Its meter: a fixed part and a share, one standard deviation; cold water reads low. */
const METER = { fixed: 20, share: 0.02, perDegreeBelow25: 0.01 }

/** A simulated salt cell: output, its own salt meter, limits of salt and temperature, and faults. @param random uniform in [0, 1) */
export const saltCell = (random: () => number) => {
  let outputPercent = 30
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return {
    set: (percent: number) => {
      outputPercent = Math.min(100, Math.max(0, percent))
    },
    status: ({ saltPpm, temperatureCelsius }: WaterReading): CellStatus => {
      const cold = 1 - METER.perDegreeBelow25 * Math.max(0, 25 - temperatureCelsius)
      const shown = Math.max(
        0,
        saltPpm * cold + normal() * Math.hypot(METER.fixed, METER.share * saltPpm),
      )
      const fault: CellFault | undefined =
        temperatureCelsius < LIMITS.temperature.low
          ? 'too cold'
          : temperatureCelsius > LIMITS.temperature.high
            ? 'too hot'
            : shown < LIMITS.salt.low
              ? 'low salt'
              : shown > LIMITS.salt.high
                ? 'high salt'
                : undefined
      return {
        device: 'Practice cell',
        outputPercent,
        saltPpm: Math.round(shown),
        temperatureCelsius,
        chlorineGramsPerHour: fault ? 0 : (LIMITS.gramsPerHour * outputPercent) / 100,
        ...(fault ? { fault } : {}),
      }
    },
  }
}
