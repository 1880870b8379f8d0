import { equilibriaFor } from '../water/equilibrium'
import { speciate } from '../water/speciation'
import { QUANTITIES, QUANTITY, type Quantity, type Readings } from './quantity'

/** Why a reading should be looked at again before it is kept. Values are in the quantity's own unit, temperatures in °C. */
export type OutlierReason =
  | { code: 'too hot' | 'too cold' }
  | { code: 'rare'; value: number; usual: readonly [number, number] }
  | { code: 'free above total'; freePpm: number; totalPpm: number }
  | { code: 'alkalinity below hydroxide'; pH: number; stabiliserPpm: number; alkalinityPpm: number }
  /** Beyond anything that was logged, by so much. */
  | { code: 'unexplained'; beyond: number; higher: boolean }
  | { code: 'bleaches pH'; residual: Quantity; belowPpm: number }
  | { code: 'bleached'; expectedPpm: number }
  | { code: 'shock shows'; ppm: number }
  | { code: 'pH moved alone' }

export interface Implausibility {
  quantity: Quantity
  reason: OutlierReason
}

/** Readings that are possible and unlikely: kept once the person confirms them. Temperatures are judged in °C. */
export const implausibilities = (readings: Readings): Implausibility[] => {
  const found: Implausibility[] = []
  for (const quantity of QUANTITIES) {
    const value = readings[quantity]
    if (value === undefined) continue
    const { usual } = QUANTITY[quantity]
    if (value < usual[0] || value > usual[1])
      found.push({
        quantity,
        reason:
          quantity === 'temperature'
            ? { code: value > usual[1] ? 'too hot' : 'too cold' }
            : { code: 'rare', value, usual },
      })
  }
  const { freeChlorine, totalChlorine, pH, totalAlkalinity, cyanuricAcid } = readings
  if (freeChlorine !== undefined && totalChlorine !== undefined && freeChlorine > totalChlorine)
    found.push({
      quantity: 'freeChlorine',
      reason: { code: 'free above total', freePpm: freeChlorine, totalPpm: totalChlorine },
    })
  if (pH !== undefined && totalAlkalinity !== undefined) {
    const k = equilibriaFor(readings.temperature ?? 38, 500, 0)
    const reading = {
      pH,
      totalAlkalinityPpm: totalAlkalinity,
      cyanuricAcidPpm: cyanuricAcid ?? 0,
      boratePpm: 0,
    }
    if (!speciate(reading, k))
      found.push({
        quantity: 'totalAlkalinity',
        reason: {
          code: 'alkalinity below hydroxide',
          pH,
          stabiliserPpm: cyanuricAcid ?? 0,
          alkalinityPpm: totalAlkalinity,
        },
      })
  }
  return found
}
