import { stands } from '../advice/justCorrected'
import { wandered } from '../advice/planContext'
import { isStale } from '../estimate/estimate'
import type { LastReading } from '../estimate/fold'
import { FRESH_HOURS, mayStand, stillStands } from '../estimate/mayStand'
import { quantityOf } from '../estimate/testedWater'
import { isKind } from '../journal/entry'
import { COMBINED_KEEP_OUT, keepOutAbove, programmeOf, STABILISER } from '../programmes/programme'
import { type Quantity, readingError } from '../testing/quantity'
import { HOUR, type Instant } from '../time'
import { phLimits, residualFloor } from '../tub/targetsNow'
import { type Closure, dosedSince, lastDosed, type Situation, SLACK } from './closure'

/** Readings so near to each other are of one water; assumed. */
const OF_ONE_EVENING = 2 * HOUR
/** Standard deviations by which readings and an estimate may differ by chance. */
const TOO_FAR = 2

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length

/** The last reading of a quantity, while it still says something. */
const known = ({ estimate }: Situation, quantity: Quantity): LastReading | undefined => {
  const { lastReading, ageHours } = estimate.quantities[quantity]
  return lastReading && !isStale(quantity, ageHours) ? lastReading : undefined
}

const beginning = ({ estimate, past, now }: Situation): Instant =>
  estimate.filledAt ?? past[0]?.at ?? now

const shut = (
  situation: Situation,
  code: 'sanitizer high' | 'sanitizer low' | 'pH low' | 'pH high',
  quantity: Quantity,
  { limit, since }: { limit: number; since: Instant },
): Closure => ({
  code,
  quantity,
  value: situation.estimate.quantities[quantity].value,
  limit,
  since,
  until: null,
  lift:
    code === 'sanitizer high'
      ? { by: 'test', quantities: [quantity] }
      : // What corrects pH hangs on alkalinity.
        quantity === 'pH' && !known(situation, 'totalAlkalinity')
        ? { by: 'test', quantities: ['totalAlkalinity'] }
        : { by: 'dose', quantity },
})

const askedAgain = (
  { now }: Situation,
  quantity: Quantity,
  since: Instant,
  logged?: boolean,
): Closure => ({
  code: 'test too old',
  quantity,
  ageHours: (now - since) / HOUR,
  unsure: true,
  ...(logged === undefined ? {} : { logged }),
  since,
  until: null,
  lift: { by: 'test', quantities: [quantity] },
})

/** What decides and was never read in this water, or too long ago. */
const unread = (situation: Situation): Closure[] => {
  const { quantities } = situation.estimate
  const decisive = [programmeOf(situation.tub.programme).sanitizer, 'pH'] as const
  const never = decisive.filter((quantity) => !quantities[quantity].lastReading)
  return [
    ...(never.length > 0
      ? [
          {
            code: 'never tested' as const,
            quantities: never,
            since: beginning(situation),
            until: null,
            lift: { by: 'test' as const, quantities: never },
          },
        ]
      : []),
    ...decisive.flatMap((quantity): Closure[] => {
      const { lastReading, ageHours } = quantities[quantity]
      return lastReading && ageHours !== undefined && isStale(quantity, ageHours)
        ? [
            {
              code: 'test too old',
              quantity,
              ageHours,
              unsure: false,
              since: lastReading.at,
              until: null,
              lift: { by: 'test', quantities: [quantity] },
            },
          ]
        : []
    }),
  ]
}

const residualOut = (situation: Situation): Closure | undefined => {
  const { tub, estimate, now, past } = situation
  const { sanitizer } = programmeOf(tub.programme)
  const residual = known(situation, sanitizer)
  if (!residual) return undefined
  const { value, standardDeviation, ageHours = 0 } = estimate.quantities[sanitizer]
  const floor = residualFloor(tub, quantityOf(estimate.reading, 'cyanuricAcid'))
  const since = residual.at
  const low = (one: number) => one < floor - SLACK.residual
  const lastSoak = past
    .filter(isKind('soak'))
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  const lastDose = lastDosed(past)
  const untouched = Math.max(lastSoak, lastDose)
  if (value > keepOutAbove(tub) + SLACK.residual)
    return shut(situation, 'sanitizer high', sanitizer, { limit: keepOutAbove(tub), since })
  // A fresh reading at the floor opens the tub where the estimate lies below it by less than may be.
  const shows =
    !low(residual.value) &&
    untouched < since &&
    ageHours <= FRESH_HOURS &&
    stillStands(estimate.residualTail, floor)
  if (low(value) && !shows)
    return shut(situation, 'sanitizer low', sanitizer, { limit: floor, since })
  // Read too low, and nothing that was logged has changed it: a second reading shows whether it is. With two of one evening the
  // estimate has it, unless their mean is lost or too far from it.
  const readHere = past.flatMap(({ kind, at, body }) => {
    const read = kind === 'test' ? body.readings[sanitizer] : undefined
    return kind === 'test' && read !== undefined && at > Math.max(untouched, now - OF_ONE_EVENING)
      ? [{ read, error: readingError(sanitizer, body.method, read) }]
      : []
  })
  const said = mean(readHere.map(({ read }) => read))
  const error = Math.hypot(...readHere.map((one) => one.error)) / readHere.length
  const agree = value - said <= TOO_FAR * Math.hypot(error, standardDeviation)
  const standsByBoth = readHere.length > 1 && agree && stillStands(said, floor)
  if (low(residual.value) && !dosedSince(past, since) && !standsByBoth)
    return {
      code: 'sanitizer low',
      quantity: sanitizer,
      value: residual.value,
      limit: floor,
      since,
      until: null,
      lift: { by: 'test', quantities: [sanitizer] },
    }
  // What bathers left takes all of it before long.
  if (estimate.outstandingDemandPpm >= value) return askedAgain(situation, sanitizer, since, true)
  const { programme } = tub
  return mayStand({ programme, sanitizer, estimate, floor, lastSoak, lastDose })
    ? undefined
    : askedAgain(situation, sanitizer, since, untouched > since)
}

const phOut = (situation: Situation): Closure | undefined => {
  const { tub, estimate, past } = situation
  const { value, odd } = estimate.quantities.pH
  // One that nothing explains is read again first: a closure of its own.
  const pH = odd ? undefined : known(situation, 'pH')
  if (!pH) return undefined
  const { low, high } = phLimits(tub)
  const out = (one: number) => one < low - SLACK.pH || one > high + SLACK.pH
  if (!out(value)) return undefined
  // What only time has carried out of its limits is read before it is dosed for.
  if (!out(pH.value) && wandered(tub, estimate, 'pH')) return askedAgain(situation, 'pH', pH.at)
  // One read within them a moment ago stands; far from what was expected, it is read again (contradictions).
  if (stands(past, estimate.quantities.pH) && !out(pH.value)) return undefined
  return value < low
    ? shut(situation, 'pH low', 'pH', { limit: low, since: pH.at })
    : shut(situation, 'pH high', 'pH', { limit: high, since: pH.at })
}

/** What makes free chlorine useless, or the air above it sting. */
const chlorineSpent = (situation: Situation): Closure[] => {
  const { quantities, reading } = situation.estimate
  const found: Closure[] = []
  const total = quantities.totalChlorine.lastReading
  if (total && reading.combinedChlorinePpm >= COMBINED_KEEP_OUT - SLACK.residual)
    found.push({
      code: 'combined chlorine high',
      value: reading.combinedChlorinePpm,
      limit: COMBINED_KEEP_OUT,
      since: total.at,
      until: null,
      lift: { by: 'dose', quantity: 'totalChlorine' },
    })
  const stabiliserPpm = quantityOf(reading, 'cyanuricAcid')
  if (stabiliserPpm > STABILISER.most + 0.5)
    found.push({
      code: 'stabiliser too high',
      value: stabiliserPpm,
      limit: STABILISER.most,
      since: quantities.cyanuricAcid.lastReading?.at ?? beginning(situation),
      until: null,
      lift: { by: 'part change' },
    })
  return found
}

/** What the readings and the estimate of them say against getting in. */
export const readings = (situation: Situation): Closure[] => {
  const { sanitizer } = programmeOf(situation.tub.programme)
  const [residual, pH] = [residualOut(situation), phOut(situation)]
  return [
    ...unread(situation),
    ...(residual ? [residual] : []),
    ...(pH ? [pH] : []),
    ...(sanitizer === 'freeChlorine' ? chlorineSpent(situation) : []),
  ]
}
