import { stands } from '../advice/justCorrected'
import { wandered } from '../advice/planContext'
import { isStale } from '../estimate/estimate'
import { FRESH_HOURS, mayStand, nineInTenStand } from '../estimate/mayStand'
import { quantityOf } from '../estimate/testedWater'
import { isKind } from '../journal/entry'
import { COMBINED_KEEP_OUT, keepOutAbove, programmeOf, STABILISER } from '../programmes/programme'
import type { Quantity } from '../testing/quantity'
import { HOUR, type Instant } from '../time'
import { phLimits, residualFloor } from '../tub/targetsNow'
import { type Closure, dosedSince, lastDosed, type Situation, SLACK } from './closure'

export const readings = ({ tub, estimate, now, past }: Situation): Closure[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const { quantities } = estimate
  const found: Closure[] = []
  const decisive = [sanitizer, 'pH'] as const
  const began = estimate.filledAt ?? past[0]?.at ?? now
  const never = decisive.filter((quantity) => !quantities[quantity].lastReading)
  if (never.length > 0)
    found.push({
      code: 'never tested',
      quantities: never,
      since: began,
      until: null,
      lift: { by: 'test', quantities: never },
    })
  for (const quantity of decisive) {
    const { lastReading, ageHours } = quantities[quantity]
    if (lastReading && ageHours !== undefined && isStale(quantity, ageHours))
      found.push({
        code: 'test too old',
        quantity,
        ageHours,
        unsure: false,
        since: lastReading.at,
        until: null,
        lift: { by: 'test', quantities: [quantity] },
      })
  }
  const known = (quantity: Quantity) => {
    const one = quantities[quantity]
    return one.lastReading && !isStale(quantity, one.ageHours) ? one.lastReading : undefined
  }
  const shut = (
    code: 'sanitizer high' | 'sanitizer low' | 'pH low' | 'pH high',
    quantity: Quantity,
    limit: number,
    since: Instant,
  ) =>
    found.push({
      code,
      quantity,
      value: quantities[quantity].value,
      limit,
      since,
      until: null,
      lift:
        code === 'sanitizer high'
          ? { by: 'test', quantities: [quantity] }
          : // What corrects pH hangs on alkalinity.
            quantity === 'pH' && !known('totalAlkalinity')
            ? { by: 'test', quantities: ['totalAlkalinity'] }
            : { by: 'dose', quantity },
    })
  const stabiliserPpm = quantityOf(estimate.reading, 'cyanuricAcid')
  const residual = known(sanitizer)
  const lastSoak = past
    .filter(isKind('soak'))
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  if (residual) {
    const { value } = quantities[sanitizer]
    const floor = residualFloor(tub, stabiliserPpm)
    // A fresh reading at the floor opens the tub where the estimate lies below it by less than may be.
    const shows = (read: number) =>
      read >= floor - SLACK.residual &&
      Math.max(lastSoak, lastDosed(past)) < residual.at &&
      (quantities[sanitizer].ageHours ?? 0) <= FRESH_HOURS &&
      nineInTenStand(estimate.residualTail, floor)
    if (value > keepOutAbove(tub) + SLACK.residual)
      shut('sanitizer high', sanitizer, keepOutAbove(tub), residual.at)
    else if (value < floor - SLACK.residual && !shows(residual.value))
      shut('sanitizer low', sanitizer, floor, residual.at)
    else if (residual.value < floor - SLACK.residual && !dosedSince(past, residual.at))
      // Read too low, and nothing that was logged has changed it: only a reading shows that it came back.
      found.push({
        code: 'sanitizer low',
        quantity: sanitizer,
        value: residual.value,
        limit: floor,
        since: residual.at,
        until: null,
        lift: { by: 'test', quantities: [sanitizer] },
      })
    else if (estimate.outstandingDemandPpm >= value)
      // What bathers left takes all of it before long.
      found.push({
        code: 'test too old',
        quantity: sanitizer,
        ageHours: (now - residual.at) / HOUR,
        unsure: true,
        logged: true,
        since: residual.at,
        until: null,
        lift: { by: 'test', quantities: [sanitizer] },
      })
    else if (
      !mayStand({
        programme: tub.programme,
        sanitizer,
        estimate,
        floor,
        lastSoak,
        lastDose: lastDosed(past),
      })
    )
      found.push({
        code: 'test too old',
        quantity: sanitizer,
        ageHours: (now - residual.at) / HOUR,
        unsure: true,
        logged: lastSoak > residual.at || lastDosed(past) > residual.at,
        since: residual.at,
        until: null,
        lift: { by: 'test', quantities: [sanitizer] },
      })
  }
  // One that nothing explains is read again first: a closure of its own.
  const pH = quantities.pH.odd ? undefined : known('pH')
  if (pH) {
    const { value } = quantities.pH
    const { low, high } = phLimits(tub)
    const out = (one: number) => one < low - SLACK.pH || one > high + SLACK.pH
    // What only time has carried out of its limits is read before it is dosed for.
    if (out(value) && !out(pH.value) && wandered(tub, estimate, 'pH'))
      found.push({
        code: 'test too old',
        quantity: 'pH',
        ageHours: (now - pH.at) / HOUR,
        unsure: true,
        since: pH.at,
        until: null,
        lift: { by: 'test', quantities: ['pH'] },
      })
    // One read within them a moment ago stands; far from what was expected, it is read again (contradictions).
    else if (!stands(past, quantities.pH) || out(pH.value)) {
      if (value < low - SLACK.pH) shut('pH low', 'pH', low, pH.at)
      if (value > high + SLACK.pH) shut('pH high', 'pH', high, pH.at)
    }
  }
  if (sanitizer === 'freeChlorine') {
    const total = quantities.totalChlorine.lastReading
    const combined = estimate.reading.combinedChlorinePpm
    if (total && combined >= COMBINED_KEEP_OUT - SLACK.residual)
      found.push({
        code: 'combined chlorine high',
        value: combined,
        limit: COMBINED_KEEP_OUT,
        since: total.at,
        until: null,
        lift: { by: 'dose', quantity: 'totalChlorine' },
      })
    if (stabiliserPpm > STABILISER.most + 0.5)
      found.push({
        code: 'stabiliser too high',
        value: stabiliserPpm,
        limit: STABILISER.most,
        since: quantities.cyanuricAcid.lastReading?.at ?? began,
        until: null,
        lift: { by: 'part change' },
      })
  }
  return found
}
