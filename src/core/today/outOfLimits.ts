import { isStale } from '../estimate/estimate'
import { mayStand } from '../estimate/mayStand'
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
  const out = (
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
    if (value > keepOutAbove(tub) + SLACK.residual)
      out('sanitizer high', sanitizer, keepOutAbove(tub), residual.at)
    else if (value < floor - SLACK.residual) out('sanitizer low', sanitizer, floor, residual.at)
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
    else if ((estimate.outstandingDemandPpm ?? 0) >= value)
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
  const pH = known('pH')
  if (pH) {
    const { value } = quantities.pH
    const { low, high } = phLimits(tub)
    if (value < low - SLACK.pH) out('pH low', 'pH', low, pH.at)
    if (value > high + SLACK.pH) out('pH high', 'pH', high, pH.at)
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
