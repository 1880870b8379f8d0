import type { Estimate } from '../estimate/estimate'
import type { CauseId } from '../journal/causeId'
import type { Entry } from '../journal/entry'
import { isTrouble, SIGNS_OF, type Sign, TRENDS } from '../journal/sign'
import { labelGrams, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { type RefillReason, refillReasons } from '../refill/refillDue'
import { waterLife } from '../refill/waterLife'
import { wayOut } from '../routine/wayOut'
import { DAY, type Instant } from '../time'
import { takesClarifier } from '../tub/methods'
import type { Tub } from '../tub/tub'
import type { Case } from './cases'
import type { Trouble } from './trouble'

/** What can be done to tired water, and what comes instead of it. */
export const TREATMENTS = [
  'shock',
  'enzyme',
  'clarifier',
  'anti-foam',
  'part change',
  'refill',
] as const
export type TreatmentWay = (typeof TREATMENTS)[number]

export interface WaterWay {
  way: TreatmentWay
  /** The label's own amount for this volume. */
  dose?: { product: ProductName; grams: number }
  litres?: number
  /** Until the tub can be used. */
  hours: number
  /** How long it holds, if people go on as they do; common practice where a product, this water's own clock where new water. */
  lastsDays: number
}

export type TreatWhy =
  | { code: 'cause'; cause: CauseId }
  | { code: 'due'; reason: RefillReason }
  | { code: 'came back'; sign: Sign; at: Instant }
  | { code: 'young'; ageDays: number | undefined; lifeDays: number; first: boolean }

export interface TreatOrChange {
  advice: 'treat' | 'change'
  why: TreatWhy
  /** What would turn the advice round. */
  reverses: { stillThereAt: Instant; againWithinDays: number } | undefined
  ways: readonly WaterWay[]
}

/** Nothing in a bottle gets these out. Common practice. */
const CHANGE_FOR: readonly CauseId[] = [
  'biofilm',
  'infection',
  'incompatible products',
  'old water',
]
/** Likely enough to drain for; assumed. */
const SURE = 0.4
const SOON = 7 * DAY
const AGAIN_DAYS = 14
/** How long each is said to hold, days, and until people may get in, hours; common practice. */
const HOLDS: Record<
  Exclude<TreatmentWay, 'part change' | 'refill'>,
  { days: number; hours: number }
> = {
  shock: { days: 7, hours: 12 },
  enzyme: { days: 7, hours: 1 },
  clarifier: { days: 14, hours: 24 },
  'anti-foam': { days: 1, hours: 1 },
}
const HELPS: Partial<Record<Sign, readonly TreatmentWay[]>> = {
  cloudy: ['shock', 'clarifier'],
  foam: ['shock', 'enzyme', 'anti-foam'],
  'chlorine smell': ['shock'],
  'musty smell': ['shock'],
  'oily sheen': ['enzyme'],
  'white line': ['enzyme'],
  'sanitizer will not hold': ['shock'],
}
/** A third is what one goes down to the skimmer for; common practice. */
const PART = 1 / 3
const PART_HOURS = 3
/** Where nobody has worked out how long a refill takes here; common practice, most of it heating. */
const REFILL_HOURS = 12

const onTheWater = (sign: Sign): boolean =>
  isTrouble(sign) && (TRENDS.includes(sign) || !SIGNS_OF.tub.some((one) => one === sign))

/**
 * Both schools for this water: treat it, or change it. Undefined where what is wrong is not in the water.
 * @param refillHours as the day of a refill works it out here
 */
export const treatOrChange = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  {
    estimate,
    found,
    cases,
    refillHours = REFILL_HOURS,
  }: {
    estimate: Estimate
    found: Pick<Trouble, 'signs' | 'causes'>
    cases: readonly Case[]
    refillHours?: number
  },
): TreatOrChange | undefined => {
  const signs = found.signs.filter(onTheWater)
  const [top] = found.causes
  if (signs.length === 0 || !top) return undefined
  const life = waterLife(tub)
  const { filledAt } = estimate
  const reasons = refillReasons(tub, journal, estimate)
  const lasting = reasons.filter(({ rule }) => rule !== 'signs' && rule !== 'trouble')
  const ends = Math.min(
    filledAt === undefined ? now + life : filledAt + life,
    ...lasting.map(({ at }) => at),
  )
  const left = Math.max(0, ends - now)
  const { sanitizer } = programmeOf(tub.programme)
  const halogen = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
  const named = new Set(signs.flatMap((sign) => HELPS[sign] ?? []))
  const ways = TREATMENTS.flatMap((way): WaterWay[] => {
    if (way === 'refill')
      return [{ way, litres: tub.volumeLitres, hours: refillHours, lastsDays: life / DAY }]
    if (way === 'part change')
      return [
        {
          way,
          litres: tub.volumeLitres * PART,
          hours: PART_HOURS,
          lastsDays: (left + PART * (life - left)) / DAY,
        },
      ]
    if (!named.has(way) || (way === 'shock' && !halogen)) return []
    if (way === 'clarifier' && !takesClarifier(tub)) return []
    const { days, hours } = HOLDS[way]
    const grams = way === 'shock' ? undefined : labelGrams(way, tub.volumeLitres)
    return [
      {
        way,
        hours,
        lastsDays: Math.min(days, left / DAY),
        ...(grams === undefined ? {} : { dose: { product: way as ProductName, grams } }),
      },
    ]
  })
  const before = cases.findLast(
    (one) =>
      one.until !== undefined &&
      one.until > Math.max(now - 30 * DAY, filledAt ?? 0) &&
      one.seen.some((sign) => signs.includes(sign)),
  )
  const due = lasting.find(({ at }) => at <= now + SOON)
  const again = before?.seen.find((sign) => signs.includes(sign))
  const why: TreatWhy =
    CHANGE_FOR.includes(top.cause) && top.likelihood >= SURE
      ? { code: 'cause', cause: top.cause }
      : due
        ? { code: 'due', reason: due }
        : before && again
          ? { code: 'came back', sign: again, at: before.since }
          : {
              code: 'young',
              ageDays: filledAt === undefined ? undefined : (now - filledAt) / DAY,
              lifeDays: life / DAY,
              first: !cases.some(
                (one) => one.until !== undefined && one.since >= (filledAt ?? now),
              ),
            }
  const advice = why.code === 'young' ? 'treat' : 'change'
  return {
    advice,
    why,
    reverses:
      advice === 'treat'
        ? {
            stillThereAt: now + wayOut(top.cause, tub).clearsAfter + DAY,
            againWithinDays: AGAIN_DAYS,
          }
        : undefined,
    ways,
  }
}
