import { isShockDose } from '../advice/shockAmount'
import { type Entry, type EntryOf, inOrder } from '../journal/entry'
import { isHeavy } from '../journal/load'
import { cutsIn } from '../journal/powerCut'
import { isTrouble, SHOCK_SIGNS } from '../journal/sign'
import { PRODUCTS } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { wayOut } from '../routine/wayOut'
import { COMBINED_HIGH_PPM, type Readings } from '../testing/quantity'
import { DAY, HOUR, type Instant } from '../time'
import { methodOf, shockEvery } from '../tub/methods'
import type { Tub } from '../tub/tub'

/** Shorter than this no test is asked for; longer, water that stood warm asks for a shock too, hours. Assumed. */
const CUT_HOURS = { noticed: 2, long: 12 }
/** Legionella and its kind grow between about 20 and 45 °C (public guidance on warm water, from memory). */
const WARM_CELSIUS = 20

/**
 * Power cuts that are over and long enough to matter.
 * @param past oldest first
 */
export const cutsToAnswer = (
  tub: Tub,
  past: readonly Entry[],
): { from: Instant; to: Instant; long: boolean }[] => {
  const { sanitizer } = programmeOf(tub.programme)
  // Where nothing that is at hand is a shock, a test alone has to do.
  const shocked = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
  return cutsIn(past).flatMap(({ from, to }) => {
    if (to === undefined || to - from < CUT_HOURS.noticed * HOUR) return []
    const long =
      shocked && to - from >= CUT_HOURS.long * HOUR && tub.setTemperatureCelsius >= WARM_CELSIUS
    return [{ from, to, long }]
  })
}

/** What goes in so long after people got out is for what they left. Assumed. */
const SOAKS_OWN = DAY
/** A shock that is due within so long was poured as one. Assumed. */
const AS_GOOD_AS_DUE = 12 * HOUR

export const isClear = ({ kind, body }: Entry): boolean =>
  kind === 'look' && !body.signs.some(isTrouble)

/** Why an entry asks for a whole shock by itself, where it does. */
export const shockAsked = (
  tub: Tub,
  { kind, body }: Entry,
): 'load' | 'sign' | 'trouble' | 'combined' | undefined => {
  switch (kind) {
    case 'soak':
      return isHeavy(body) ? 'load' : undefined
    case 'look':
      return body.signs.some((one) => SHOCK_SIGNS.includes(one)) ? 'sign' : undefined
    case 'treatment':
      return wayOut(body.cause, tub).steps.some((step) => step.kind === 'shock')
        ? 'trouble'
        : undefined
    case 'test': {
      const combined = combinedIn(body.readings)
      return combined !== undefined && combined > COMBINED_HIGH_PPM ? 'combined' : undefined
    }
    default:
      return undefined
  }
}

const combinedIn = ({ totalChlorine, freeChlorine }: Readings): number | undefined =>
  totalChlorine === undefined || freeChlorine === undefined
    ? undefined
    : totalChlorine - freeChlorine

/**
 * The doses that were shocks, oldest first: of a shock's size, and not what a soak had of its own. A chlorine dose that follows a light
 * soak is that, however large, unless a shock was due or something asked for one; where every soak has its little shock, each counts.
 * @param share of a shock's worth that counts as one
 */
export const shocksIn = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  share = 1,
): EntryOf<'dose'>[] => {
  const past = inOrder(journal.filter(({ at }) => at <= now))
  const every = methodOf(tub, 'shockRhythm') === 'after every soak' ? 0 : shockEvery(tub)
  const cuts = cutsToAnswer(tub, past).filter(({ long }) => long)
  const shocks: EntryOf<'dose'>[] = []
  let last = past[0]?.at ?? now
  let soaked = Number.NEGATIVE_INFINITY
  const asked = new Set<NonNullable<ReturnType<typeof shockAsked>>>()
  for (const entry of past) {
    // Gone by a later look or test, it calls for nothing.
    if (isClear(entry)) asked.delete('sign')
    if (entry.kind === 'test' && combinedIn(entry.body.readings) !== undefined)
      asked.delete('combined')
    const why = shockAsked(tub, entry)
    if (why) asked.add(why)
    if (entry.kind === 'soak') soaked = entry.at
    if (entry.kind !== 'dose') continue
    const { at, body } = entry
    const { product, grams } = body
    const due = at >= last + every - AS_GOOD_AS_DUE
    const answers = asked.size > 0 || due || cuts.some(({ to }) => to > last && to <= at)
    const { goes, perGram } = PRODUCTS[product]
    const chlorine = goes !== 'in a feeder' && perGram.freeChlorineMmol > 0
    const soaksOwn = chlorine && at - soaked <= SOAKS_OWN && !answers
    if (isShockDose(tub, product, grams, share) && !soaksOwn) {
      shocks.push(entry)
      last = at
      asked.clear()
    }
    if (chlorine) soaked = Number.NEGATIVE_INFINITY
  }
  return shocks
}
