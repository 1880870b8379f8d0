import { fillWaterKnown } from '../estimate/fold'
import type { CauseId } from '../journal/causeId'
import type { ChoreId, PresetChoreId } from '../journal/choreId'
import { emptyTimes, isFullFill } from '../journal/closedDown'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { ELECTRICAL, type Sign } from '../journal/sign'
import { labelGrams, type ProductName } from '../products/product'
import { waterLife } from '../refill/waterLife'
import { START_DAYS } from '../routine/startUp'
import { treatmentsOpen, wayOut } from '../routine/wayOut'
import { shocksIn } from '../soaks/shocks'
import { DAY, type Instant, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { allChoresOf, type Chore, type ChoreRule } from './chore'
import { gatheredOn } from './gather'
import { aroundStays, type GuestStay } from './guestStay'
import { nextInSeason } from './interval'
import { COUNTED, paceOf } from './pace'
import { drainOf, isOver, type StayJob, type StayWhy, stayJobs } from './stayJobs'

export interface ChoreDue {
  chore: Chore
  lastDone: Instant | undefined
  due: Instant
  /** So much before its day it may be done: its window, but for what has to wait its time after a dose. */
  earlyDays: number
  state: 'late' | 'due' | 'ahead'
  /** Why this day. */
  why:
    | 'rhythm'
    | 'load'
    | 'sign'
    /** Part of what is done about something that is wrong. */
    | 'trouble'
    /** A dose that asks for it a day later. */
    | 'follows'
    | 'quiet'
    | 'postponed'
    | 'drain'
    | 'season'
    | 'stay'
    | 'never noted'
    /** Nothing but counting drives it, and the count is not full yet. */
    | 'count'
    | StayWhy
  /** Put on the weekly visit, within its window. */
  gathered: boolean
  /** What was seen, where that is why. */
  sign: Sign | undefined
  /** What it is done about, where that is why. */
  cause: CauseId | undefined
  /** What was poured, where that is why. */
  after: ProductName | undefined
  /** Whose stay it keeps clear of. */
  stay: GuestStay | undefined
  /** Load since it was last done, weighted person-hours. */
  personHours: number
  hoseLitres: number
  shocks: number
  /** How often it was noted at all. */
  times: number
}

/** What decides dates beside tub and journal. */
export interface UpkeepPlan {
  rules?: readonly ChoreRule[]
  stays?: readonly GuestStay[]
  /** Stays of the last year that are over: whoever is back has things to do. */
  over?: readonly GuestStay[]
  /** When the heater has to be turned up for a soak. */
  turnUp?: { at: Instant; by: Instant }
  /** When a planned change of water is to be over. */
  refillAt?: Instant
  /** When the weekly visits are. */
  visits?: readonly Instant[]
}

/** Nobody in for a whole interval stretches what the load drives, by so much. */
const QUIET_STRETCH = 1.5
/** Less than this, person-hours, is little use: what is wanted only by use comes after so many days; common practice 10 to 14. */
const LITTLE_USE = 3
const LITTLE_USE_DAYS = 12
/** Brought forward, it is for the next day: nobody rinses a filter at midnight after a party. */
const NEXT_DAY = DAY
/** What only counts and hardly gets anywhere is put so many days ahead. */
const LONGEST_FORESEEN = 400
/** What a dose asks for is for the next day; common practice. */
const FOLLOWS_AFTER = DAY
/** A drain: more than a top-up or a part. */
const DRAINED = 0.9

const GATHERS: ReadonlySet<ChoreDue['why']> = new Set([
  'rhythm',
  'load',
  'quiet',
  'season',
  'never noted',
  'count',
])

const LOW_LEVEL: readonly Sign[] = ['level falling', 'dry heater code', 'low flow code']
/** New water of so much is more than a top-up; assumed. */
const PART = 0.15

/** Other entries that show that a chore was done. */
export const SHOWN_BY: Partial<Record<PresetChoreId, (entry: Entry) => boolean>> = {
  // Whoever sees the level fall has not topped it up yet.
  'level look': (entry) =>
    entry.kind === 'water' ||
    (entry.kind === 'look' && !entry.body.signs.some((sign) => LOW_LEVEL.includes(sign))),
  'filter rinse': (entry) =>
    entry.kind === 'filter' && (entry.body.act === 'put in' || entry.body.act === 'rinse'),
  'filter soak': (entry) => entry.kind === 'filter' && entry.body.act === 'soak',
  'scale inhibitor': (entry) =>
    entry.kind === 'dose' && entry.body.product === 'scale and metal inhibitor',
  clarifier: (entry) => entry.kind === 'dose' && entry.body.product === 'clarifier',
  enzyme: (entry) => entry.kind === 'dose' && entry.body.product === 'enzyme',
  'weekly oxidiser': (entry) => entry.kind === 'dose' && entry.body.product === 'hydrogen peroxide',
  conditioner: (entry) => entry.kind === 'dose' && entry.body.product === 'conditioner part two',
  'slow tablet': (entry) => entry.kind === 'dose' && entry.body.product === 'slow cleaning tablet',
  purge: (entry) => entry.kind === 'dose' && entry.body.product === 'pipe flush',
  'mineral cartridge': (entry) => entry.kind === 'start' && entry.body.step === 'cartridge',
  'chlorine part': (entry) => entry.kind === 'start' && entry.body.step === 'cartridge',
  'part change': (entry) => entry.kind === 'water' && entry.body.replacedFraction >= PART,
  'open fill': isFullFill,
}

interface Counted {
  at: Instant
  /** When what it brought counts: a soak when it is over, for the next day. */
  reachedAt: Instant
  soakHours: number
  personHours: number
  hoseLitres: number
  shocks: number
}

const NOTHING = { soakHours: 0, personHours: 0, hoseLitres: 0, shocks: 0 }

const counted = (tub: Tub, past: readonly Entry[]): Counted[] => {
  const shocks = new Set<Entry>(shocksIn(tub, past, Number.POSITIVE_INFINITY))
  return past.flatMap((entry): Counted[] => {
    const { at } = entry
    if (entry.kind === 'soak')
      return [
        {
          ...NOTHING,
          at,
          reachedAt: at + entry.body.minutes * MINUTE + NEXT_DAY,
          soakHours: entry.body.minutes / 60,
          personHours: loadOf(entry.body),
        },
      ]
    if (entry.kind === 'water')
      return [
        {
          ...NOTHING,
          at,
          reachedAt: at,
          hoseLitres: entry.body.replacedFraction * tub.volumeLitres,
        },
      ]
    if (shocks.has(entry)) return [{ ...NOTHING, at, reachedAt: at, shocks: 1 }]
    return []
  })
}

/**
 * When each chore is due: its interval after it was last done, brought forward by load and by what was seen, stretched where
 * nobody soaked, moved where its people moved it. Load never delays it, and doing it always moves it on. Left out counts as
 * done for the date, not for the load.
 */
export const choresDue = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  { rules = [], stays = [], over = [], turnUp, refillAt, visits = [] }: UpkeepPlan = {},
): ChoreDue[] => {
  const past = journal.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at || a.id - b.id)
  const first = past[0]?.at ?? now
  const noted = new Map<ChoreId, EntryOf<'chore'>[]>()
  for (const entry of past.filter(isKind('chore'))) {
    const same = noted.get(entry.body.chore)
    if (same) same.push(entry)
    else noted.set(entry.body.chore, [entry])
  }
  const events = counted(tub, past)
  const looks = past.flatMap((entry) =>
    entry.kind === 'look'
      ? entry.body.signs.map((sign) => ({ at: entry.at, sign }))
      : entry.kind === 'filter' && entry.body.seen && entry.body.seen !== 'white'
        ? [{ at: entry.at, sign: entry.body.seen }]
        : [],
  )
  const filledAt = past.findLast(
    (entry) => entry.kind === 'water' && entry.body.replacedFraction >= DRAINED,
  )?.at
  const life = waterLife(tub)
  const pace = paceOf(tub, past, now)

  const brought = treatmentsOpen(past, now).flatMap(({ at, body: { cause } }) =>
    wayOut(cause, tub).steps.flatMap((step) =>
      step.kind === 'chore'
        ? [{ id: step.chore, at, cause }]
        : step.kind === 'refill' && step.purge
          ? [{ id: 'purge', at, cause }]
          : [],
    ),
  )
  const lastOf = (chore: Chore): Instant =>
    Math.max(
      noted.get(chore.id)?.findLast(({ body }) => body.outcome !== 'postponed')?.at ?? -1,
      past.findLast((entry) => SHOWN_BY[chore.id as PresetChoreId]?.(entry))?.at ?? -1,
    )
  const wayOutOf = (chore: Chore) =>
    brought.findLast(({ id, at }) => id === chore.id && at > lastOf(chore))
  /** In new water a silver part goes in only after the inhibitor of its start-up, which takes nothing out. */
  const partIn = (at: Instant) =>
    filledAt === undefined ||
    at < filledAt ||
    at - filledAt > START_DAYS * DAY ||
    past.some(
      (one) =>
        one.at >= filledAt &&
        one.at < at &&
        (SHOWN_BY['mineral cartridge']?.(one) ||
          (one.kind === 'chore' && one.body.chore === 'mineral cartridge')),
    )
  const followOf = (chore: Chore) =>
    past.filter(isKind('dose')).findLast(({ at, body: { product, grams } }) => {
      const { doses = [], share = 0 } = chore.follows ?? {}
      return (
        doses.some((one) => one === product) &&
        at > lastOf(chore) &&
        grams >= share * (labelGrams(product, tub.volumeLitres) ?? 0) &&
        (chore.id !== 'silver back' || partIn(at))
      )
    })
  const lastLook = past.findLast(isKind('look'))
  /** What asks for a chore that comes round for nothing else: seen still, or lasting until it is done. */
  const signOf = (chore: Chore) =>
    looks.findLast(
      ({ sign, at }) =>
        chore.signs.includes(sign) &&
        at > lastOf(chore) &&
        (ELECTRICAL.includes(sign) || lastLook?.body.signs.includes(sign)),
    )
  const known = allChoresOf({ ...tub, fillWater: fillWaterKnown(tub, past, now) }, rules)
  const times = emptyTimes(past)
  const empty = times.some(({ to }) => to === undefined)
  const ofStays = stayJobs([...over, ...stays], now, times)
  const drainAt = Math.min(
    refillAt ?? Number.POSITIVE_INFINITY,
    (empty ? undefined : drainOf(ofStays)) ?? Number.POSITIVE_INFINITY,
  )
  const jobs: StayJob[] = [
    ...ofStays,
    ...(turnUp && !empty
      ? [
          {
            id: 'turn up' as const,
            due: turnUp.at,
            why: 'turn up' as const,
            since: turnUp.at - DAY / 2,
            stay: undefined,
          },
        ]
      : []),
  ]
  const jobOf = (chore: Chore) =>
    jobs.find(({ id, since }) => id === chore.id && lastOf(chore) < since)
  /** Of an empty tub there is nothing to be kept but its cover. */
  const kept = (chore: Chore) =>
    !empty ||
    (chore.lane === 'cover' && chore.interval.shocks === undefined) ||
    chore.id.startsWith('own-')

  return known
    .filter(
      (chore) =>
        jobOf(chore) ||
        wayOutOf(chore) ||
        (chore.asked ? signOf(chore) || followOf(chore) : !chore.paused && kept(chore)),
    )
    .map((chore): ChoreDue => {
      const { interval, windowDays, season } = chore
      const own = noted.get(chore.id) ?? []
      const shown = SHOWN_BY[chore.id as PresetChoreId]
      const lastShown = shown && past.findLast(shown)?.at
      const ticked = own.findLast(({ body }) => body.outcome === 'done')?.at
      const lastDone =
        lastShown !== undefined && lastShown > (ticked ?? 0) ? lastShown : (ticked ?? lastShown)
      const skipped = own.findLast(({ body }) => body.outcome === 'skipped')?.at
      const last = Math.max(lastDone ?? -1, skipped ?? -1)
      const begun = Math.max(first, rules.find((rule) => rule.chore === chore.id)?.createdAt ?? 0)
      const from = last >= 0 ? last : chore.id.startsWith('own-') ? begun : first
      const moved = own.findLast(({ body, at }) => body.outcome === 'postponed' && at >= last)

      const total = { ...NOTHING }
      let reached: Instant | undefined
      let soaked = false
      let next = events.length
      while (next > 0 && (events[next - 1]?.at ?? 0) > (lastDone ?? from)) next -= 1
      for (const event of events.slice(next)) {
        for (const name of COUNTED) {
          const before = total[name]
          total[name] += event[name]
          const limit = interval[name]
          // What it was moved in spite of does not move it back.
          if (limit && total[name] >= limit && before < limit && event.at > (moved?.at ?? 0))
            reached = Math.min(reached ?? Number.POSITIVE_INFINITY, event.reachedAt)
        }
        soaked ||= event.soakHours > 0
      }
      const driven = interval.personHours !== undefined || interval.soakHours !== undefined
      const quiet = driven && !soaked

      const dates: { due: Instant; why: ChoreDue['why'] }[] = []
      if (interval.days !== undefined)
        dates.push({
          due: from + interval.days * DAY * (quiet ? QUIET_STRETCH : 1),
          why: last < 0 ? 'never noted' : quiet ? 'quiet' : 'rhythm',
        })
      if (interval.drain !== undefined) {
        const fill = filledAt ?? first
        const done = last > fill + 7 * DAY || (interval.drain === 'with' && last >= fill - DAY)
        const drain = Number.isFinite(drainAt) ? drainAt : fill + life
        dates.push({
          due:
            (done && interval.drain === 'before' ? drain + life : drain) -
            (interval.drain === 'before' ? DAY : 0),
          why: 'drain',
        })
      }
      if (dates.length === 0) {
        const days = COUNTED.flatMap((name) => {
          const limit = interval[name]
          return limit && pace[name] > 0 ? [Math.max(0, limit - total[name]) / pace[name]] : []
        })
        dates.push({ due: now + Math.min(LONGEST_FORESEEN, ...days) * DAY, why: 'count' })
      }
      let { due, why } = dates.reduce((first, one) => (one.due < first.due ? one : first))
      if (moved?.body.until !== undefined) {
        due = moved.body.until
        why = 'postponed'
      } else if (chore.whenUsed && total.personHours < LITTLE_USE) {
        const later = soaked ? from + LITTLE_USE_DAYS * DAY : now + NEXT_DAY + windowDays * DAY
        if (later > due) {
          due = later
          why = 'quiet'
        }
      }
      if (reached !== undefined && reached < due) {
        due = reached
        why = 'load'
      }
      const sign = looks.find(
        (look) => chore.signs.includes(look.sign) && look.at > Math.max(last, moved?.at ?? -1),
      )
      const notice = chore.asked ? 0 : NEXT_DAY
      if (sign && sign.at + notice < due) {
        due = sign.at + notice
        why = 'sign'
      }
      const follow = followOf(chore)
      const asked = (follow?.at ?? 0) + FOLLOWS_AFTER
      // What comes round by itself waits for it: one rinse and not two.
      if (follow && follow.at > (moved?.at ?? -1) && (asked < due || GATHERS.has(why))) {
        due = asked
        why = 'follows'
      }
      const treats = wayOutOf(chore)
      if (treats && treats.at > (moved?.at ?? -1) && treats.at < due) {
        due = treats.at
        why = 'trouble'
      }
      const job = jobOf(chore)
      if (job && why !== 'postponed') {
        due = job.due
        why = job.why
      }
      if (season) {
        const opens = nextInSeason(season, due)
        if (opens > due) {
          due = opens
          why = 'season'
        }
      }
      let stay: GuestStay | undefined
      // What goes with a drain goes with the closing down, and a cover is looked after meanwhile.
      const others = stays.filter(
        (one) =>
          one.kind !== 'closed' ||
          (interval.drain === undefined && !(empty && kept(chore)) && !isOver(one, times)),
      )
      if (job && why === job.why) stay = job.stay
      else if (why !== 'postponed' && why !== 'trouble') {
        const clear = aroundStays(due, others, now, windowDays)
        stay = clear.stay
        if (clear.due !== due) {
          due = clear.due
          why = 'stay'
        }
      }
      // What its people moved, what was seen and what belongs to a drain keep their own day.
      const visit = GATHERS.has(why) ? gatheredOn(due, visits, windowDays, now) : undefined
      const ownDue = due
      due = visit ?? due
      const earlyDays = why === 'follows' ? 0 : windowDays
      const state =
        now > ownDue + windowDays * DAY ? 'late' : now >= ownDue - earlyDays * DAY ? 'due' : 'ahead'
      return {
        chore,
        lastDone,
        due,
        earlyDays,
        state,
        why,
        gathered: visit !== undefined,
        sign: why === 'sign' ? sign?.sign : undefined,
        cause: why === 'trouble' ? treats?.cause : undefined,
        after: why === 'follows' ? follow?.body.product : undefined,
        stay,
        personHours: total.personHours,
        hoseLitres: total.hoseLitres,
        shocks: total.shocks,
        times: own.length,
      }
    })
}

/** Due by the end of a day, or within two days after it where its window reaches so far: one trip does for both. */
export const isOnDay = (
  { due, earlyDays, chore }: Pick<ChoreDue, 'due' | 'earlyDays' | 'chore'>,
  dayEnd: Instant,
): boolean => due - earlyDays * DAY <= dayEnd && due <= dayEnd + DAY * Math.min(2, chore.windowDays)
