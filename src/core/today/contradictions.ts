import { BALANCE_SETTLED_HOURS, corrects } from '../advice/justCorrected'
import { SAME_WATER } from '../estimate/learning/takeReadings'
import { type EntryOf, isKind } from '../journal/entry'
import { programmeOf } from '../programmes/programme'
import { type Method, type Quantity, readingError } from '../testing/quantity'
import type { Instant } from '../time'
import { phLimits, residualFloor } from '../tub/targetsNow'
import { type Closure, dosedSince, type Situation, SLACK } from './closure'

/** Farther apart than so many standard deviations of both they are not of one water: one in four hundred by chance. */
const DEVIATIONS = 3
/** Farther outside the limits than any kit reads wrongly at once, a pH that was read inside them is doubted. */
const PH_APART = 0.15
/** Below this pH water without alkalinity can be; above it cannot (the carbonate equilibrium at a tub's heat). */
const NO_ALKALINITY_PH = 6.5

const errorOf = (
  quantity: Quantity,
  one: { value: number; method: Method },
  other: { value: number; method: Method },
): number =>
  Math.hypot(
    readingError(quantity, one.method, one.value),
    readingError(quantity, other.method, other.value),
  )

type Why = Extract<Closure, { code: 'readings disagree' }>['why']

const disagrees = (why: Why, quantities: readonly Quantity[], since: Instant): Closure => ({
  code: 'readings disagree',
  quantities,
  why,
  since,
  until: null,
  lift: { by: 'test', quantities },
})

/** What was read last and cannot be: it is read again before anyone goes by it. */
export const contradictions = ({ past, tub, estimate, filledAt }: Situation): Closure[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const tests = past.filter(isKind('test')).filter(({ at }) => at >= filledAt)
  const found: Closure[] = []
  const ofSanitizer = tests.filter(({ body }) => body.readings[sanitizer] !== undefined)
  const [before, last] = ofSanitizer.slice(-2)
  const readingOf = ({ body }: EntryOf<'test'>, quantity: Quantity) => ({
    value: body.readings[quantity] ?? 0,
    method: body.method,
  })
  if (before && last && last.at - before.at <= SAME_WATER && !dosedSince(past, before.at)) {
    const [was, is] = [readingOf(before, sanitizer), readingOf(last, sanitizer)]
    const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
    // Only a rise that would open the tub hurts anybody.
    if (
      was.value < floor &&
      is.value >= floor &&
      is.value - was.value > DEVIATIONS * errorOf(sanitizer, was, is)
    )
      found.push(disagrees('risen by nothing', [sanitizer], last.at))
  }
  const { odd, lastReading, value, ageHours = 0 } = estimate.quantities.pH
  const { low, high } = phLimits(tub)
  const out = (pH: number) => pH < low - SLACK.pH || pH > high + SLACK.pH
  const correctedSince = (since: number) =>
    past.some((entry) => entry.at >= since && (corrects(entry) || entry.kind === 'water'))
  const within = (pH: number) => pH > low - PH_APART && pH < high + PH_APART
  // Read outside its limits and taken for inside them by all else that is known, or the other way round and far from it: only a second
  // reading shows it.
  const doubtful =
    lastReading &&
    (out(lastReading.value) ? !out(value) : ageHours <= BALANCE_SETTLED_HOURS.pH && !within(value))
  if (lastReading && (odd || (doubtful && !correctedSince(lastReading.at))))
    found.push(disagrees('pH by nothing', ['pH'], lastReading.at))
  const newest = tests.at(-1)
  if (newest) {
    const { freeChlorine, totalChlorine, totalAlkalinity, pH } = newest.body.readings
    if (
      freeChlorine !== undefined &&
      totalChlorine !== undefined &&
      freeChlorine - totalChlorine >
        DEVIATIONS *
          errorOf(
            'freeChlorine',
            readingOf(newest, 'freeChlorine'),
            readingOf(newest, 'totalChlorine'),
          )
    )
      found.push(disagrees('total below free', ['freeChlorine', 'totalChlorine'], newest.at))
    if (totalAlkalinity === 0 && pH !== undefined && pH > NO_ALKALINITY_PH)
      found.push(disagrees('no alkalinity', ['totalAlkalinity', 'pH'], newest.at))
  }
  return found
}
