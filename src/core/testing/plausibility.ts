import { equilibriaFor } from '../water/equilibrium'
import { speciate } from '../water/speciation'
import { QUANTITIES, QUANTITY, type Quantity, type Readings } from './quantity'

export interface Implausibility {
  quantity: Quantity
  /** Why a person should look again before it is kept. */
  sentence: string
}

/** Readings that are possible and unlikely: kept once the person confirms them. Temperatures are judged in °C. */
export const implausibilities = (readings: Readings): Implausibility[] => {
  const found: Implausibility[] = []
  for (const quantity of QUANTITIES) {
    const value = readings[quantity]
    if (value === undefined) continue
    const { name, usual } = QUANTITY[quantity]
    if (value < usual[0] || value > usual[1])
      found.push({
        quantity,
        sentence:
          quantity === 'temperature'
            ? value > usual[1]
              ? 'That is hotter than any tub should run.'
              : 'That is colder than a tub in use.'
            : `${name} ${value} is rare: tubs usually read ${usual[0]} to ${usual[1]}.`,
      })
  }
  const { freeChlorine, totalChlorine, pH, totalAlkalinity, cyanuricAcid } = readings
  if (freeChlorine !== undefined && totalChlorine !== undefined && freeChlorine > totalChlorine)
    found.push({
      quantity: 'freeChlorine',
      sentence: `Free chlorine ${freeChlorine} is above total chlorine ${totalChlorine}; free is a part of total.`,
    })
  if (pH !== undefined && totalAlkalinity !== undefined) {
    const k = equilibriaFor(readings.temperature ?? 38, 500, 0)
    if (!speciate(pH, totalAlkalinity, cyanuricAcid ?? 0, 0, k))
      found.push({
        quantity: 'totalAlkalinity',
        sentence: `At pH ${pH}${cyanuricAcid ? ` with stabiliser ${cyanuricAcid}` : ''} the alkalinity must be more than ${totalAlkalinity}; one of them is misread.`,
      })
  }
  return found
}
