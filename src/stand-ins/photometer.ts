import { type DeviceReply, type Quantity, quantityOf, type WaterReading } from '@/core'

/** What the stand-in can show, and one standard deviation of a single reading: a fixed part and a share. */
const TESTS = {
  freeChlorine: { low: 0, high: 8, fixed: 0.05, share: 0.04 },
  totalChlorine: { low: 0, high: 8, fixed: 0.05, share: 0.04 },
  bromine: { low: 0, high: 13, fixed: 0.1, share: 0.04 },
  pH: { low: 6.5, high: 8.4, fixed: 0.05, share: 0 },
  totalAlkalinity: { low: 0, high: 200, fixed: 5, share: 0.02 },
  calciumHardness: { low: 0, high: 500, fixed: 8, share: 0.03 },
  cyanuricAcid: { low: 0, high: 160, fixed: 3, share: 0.04 },
} as const satisfies Partial<
  Record<Quantity, { low: number; high: number; fixed: number; share: number }>
>

export type PhotometerTest = keyof typeof TESTS
export const PHOTOMETER_TESTS = Object.keys(TESTS) as PhotometerTest[]

/** Tablets in a pack of reagent. */
export const PACK = 10
/** The lamp ages: every reading shows this much less than the last, as a share. */
const DRIFT_PER_READING = 0.0005

/**
 * A simulated photometer: noise, a lamp that ages, a pack of reagent that runs out, and a range beyond which it only says so.
 * @param random uniform in [0, 1)
 */
export const photometer = (random: () => number) => {
  const left = new Map<PhotometerTest, number>()
  let readings = 0
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return {
    /** A new pack of every reagent. */
    restock: () => left.clear(),
    measure: (water: WaterReading, test: PhotometerTest, dilutionParts = 0): DeviceReply => {
      const reply = { device: 'Practice photometer', test, dilutionParts }
      const tablets = left.get(test) ?? PACK
      if (tablets === 0) return { ...reply, status: 'out of reagent' }
      left.set(test, tablets - 1)
      const { low, high, fixed, share } = TESTS[test]
      const truth = quantityOf(water, test) / (test === 'pH' ? 1 : 1 + dilutionParts)
      const faded = test === 'pH' ? truth : truth * (1 - DRIFT_PER_READING * readings)
      readings++
      const value = faded + normal() * Math.hypot(fixed, share * faded)
      if (value > high) return { ...reply, status: 'over range' }
      if (value < low && test === 'pH') return { ...reply, status: 'under range' }
      return { ...reply, status: 'ok', value: Number(Math.max(low, value).toFixed(2)) }
    },
  }
}
