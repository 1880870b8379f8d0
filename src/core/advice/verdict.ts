import { type Estimate, isStale } from '../estimate/estimate'
import type { Entry } from '../journal/entry'
import { HEALTH_FLOOR, HOTTEST_CELSIUS, programmeOf, STAY_OUT_ABOVE } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import type { Tub } from '../tub'
import { roundOf, type Wait, waitingUntil } from './round'
import { stateOf } from './state'

export interface Fault {
  quantity: Quantity
  value: number
  /** The side of the limit it is on, and the limit. */
  side: 'low' | 'high'
  limit: number
}

/** Whether anyone should get in, and why. */
export type Verdict =
  | { kind: 'no reading' }
  | { kind: 'stale'; quantity: Quantity; ageHours: number }
  | { kind: 'never read'; quantity: Quantity }
  | ({ kind: 'mixing'; faults: Fault[] } & Wait)
  | { kind: 'out of band'; faults: Fault[] }
  /** Doses have been made since the test; the estimate says it is right, no test has shown it. */
  | { kind: 'retest' }
  | { kind: 'likely'; reachesLow: boolean }
  | { kind: 'ready'; balanceOut: Fault[] }

/**
 * Sanitizer, pH and heat decide whether anyone gets in; alkalinity, hardness and stabiliser are the tub's comfort and are
 * named without closing it. Limits: the owner's band for the residual, the published 7.0–7.8 for pH (widened to the owner's
 * band where that is wider), the published 40 °C.
 */
export const verdict = (tub: Tub, journal: readonly Entry[], estimate: Estimate): Verdict => {
  const { sanitizer } = programmeOf(tub.programme)
  const { quantities } = estimate
  if (estimate.lastTestAt === undefined) return { kind: 'no reading' }

  const faults: Fault[] = []
  const judge = (quantity: Quantity, low: number, high: number, slack: number) => {
    const one = quantities[quantity]
    if (!one.lastReading || isStale(quantity, one.ageHours)) return
    if (one.value < low - slack)
      faults.push({ quantity, value: one.value, side: 'low', limit: low })
    if (one.value > high + slack)
      faults.push({ quantity, value: one.value, side: 'high', limit: high })
  }
  judge(sanitizer, tub.targets.sanitizer.low, STAY_OUT_ABOVE[sanitizer], 0.05)
  judge(
    'pH',
    Math.min(HEALTH_FLOOR.pH.low, tub.targets.pH.low),
    Math.max(HEALTH_FLOOR.pH.high, tub.targets.pH.high),
    0.005,
  )
  judge('temperature', 0, HOTTEST_CELSIUS, 0.2)

  const { doses, aerations } = roundOf(journal, estimate)
  const mixing = waitingUntil(journal, estimate.at)
  if (mixing) return { kind: 'mixing', ...mixing, faults }

  for (const quantity of [sanitizer, 'pH'] as const) {
    const { lastReading, ageHours } = quantities[quantity]
    if (!lastReading || ageHours === undefined) return { kind: 'never read', quantity }
    if (isStale(quantity, ageHours)) return { kind: 'stale', quantity, ageHours }
  }
  if (faults.length > 0) return { kind: 'out of band', faults }
  if (doses.length > 0 || aerations.length > 0) return { kind: 'retest' }

  if (stateOf(tub, estimate, sanitizer) === 'drifting')
    return {
      kind: 'likely',
      reachesLow:
        quantities[sanitizer].value - quantities[sanitizer].driftDeviation <
        tub.targets.sanitizer.low,
    }

  const balanceOut: Fault[] = []
  for (const quantity of ['pH', 'totalAlkalinity', 'calciumHardness', 'cyanuricAcid'] as const) {
    const state = stateOf(tub, estimate, quantity)
    if (state === 'low' || state === 'high') {
      const band = tub.targets[quantity]
      balanceOut.push({
        quantity,
        value: quantities[quantity].value,
        side: state,
        limit: band[state],
      })
    }
  }
  return { kind: 'ready', balanceOut }
}
