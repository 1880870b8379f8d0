import type { Estimate } from '../estimate/estimate'
import { BLEACHES, monopersulfateShown } from '../testing/interference'
import { type Implausibility, implausibilities } from '../testing/plausibility'
import { QUANTITIES, type Quantity, type Readings } from '../testing/quantity'

/** A reading this many standard deviations from what was expected is not chance. */
const UNLIKELY = 3
/** Monopersulfate that shows less than this in a test is not worth a word, ppm as chlorine. */
const SHOWN_PPM = 0.3

/** How far a reading lies beyond what chance explains; 0 where it does not. */
export const unlikelyBy = (
  expected: { value: number; standardDeviation: number },
  value: number,
  readingDeviation: number,
): number =>
  Math.max(
    0,
    Math.abs(value - expected.value) -
      UNLIKELY * Math.hypot(expected.standardDeviation, readingDeviation),
  )

/** A value that nothing in the journal since the last test explains. */
const unexplained = (
  before: Estimate,
  readings: Readings,
  deviationOf: (quantity: Quantity, value: number) => number,
): Implausibility[] =>
  QUANTITIES.flatMap((quantity) => {
    const value = readings[quantity]
    const expected = before.quantities[quantity]
    if (value === undefined || !expected.lastReading || quantity === 'temperature') return []
    const beyond = unlikelyBy(expected, value, deviationOf(quantity, value))
    const higher = value > expected.value
    return beyond > 0 ? [{ quantity, reason: { code: 'unexplained', beyond, higher } }] : []
  })

/**
 * Why a person should look again before a test is kept: values that are rare, that contradict each other, or that what was
 * logged since the last test cannot explain. One reason a quantity, the strongest.
 * @param before the estimate just before this test
 * @param deviationOf one standard deviation of these readings
 */
export const inconsistencies = (
  before: Estimate,
  readings: Readings,
  deviationOf: (quantity: Quantity, value: number) => number,
): Implausibility[] => {
  const found = implausibilities(readings)
  const { freeChlorine, totalChlorine, pH, totalAlkalinity } = readings
  for (const residual of ['freeChlorine', 'bromine'] as const) {
    const read = readings[residual]
    if (pH !== undefined && read !== undefined && read >= BLEACHES[residual])
      found.push({
        quantity: 'pH',
        reason: { code: 'bleaches pH', residual, belowPpm: BLEACHES[residual] },
      })
    if (
      read !== undefined &&
      read < 0.5 &&
      before.quantities[residual].lastReading &&
      before.quantities[residual].value >= BLEACHES[residual]
    )
      found.push({
        quantity: residual,
        reason: { code: 'bleached', expectedPpm: before.quantities[residual].value },
      })
  }
  const shown = monopersulfateShown(before.water).totalChlorinePpm
  if (
    shown > SHOWN_PPM &&
    totalChlorine !== undefined &&
    totalChlorine - (freeChlorine ?? 0) > SHOWN_PPM
  )
    found.push({
      quantity: 'totalChlorine',
      reason: { code: 'shock shows', ppm: shown },
    })
  const unlikely = unexplained(before, readings, deviationOf)
  const moved = (quantity: Quantity) => unlikely.some((one) => one.quantity === quantity)
  if (moved('pH') && totalAlkalinity !== undefined && !moved('totalAlkalinity'))
    found.push({
      quantity: 'pH',
      reason: { code: 'pH moved alone' },
    })
  const already = new Set(found.map(({ quantity }) => quantity))
  return [
    ...found.filter(({ quantity }, i) => found.findIndex((one) => one.quantity === quantity) === i),
    ...unlikely.filter(({ quantity }) => !already.has(quantity)),
  ]
}
