import { type Estimate, type ResidualThen, residualsSince } from '../estimate/estimate'
import { type Entry, type EntryOf, inOrder, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { isTrouble } from '../journal/sign'
import { spoilsBiguanide } from '../products/actsOn'
import { PRODUCTS, type ProductName } from '../products/product'
import { keepOutAbove, programmeOf } from '../programmes/programme'
import { refillReasons, SOLIDS_ABOVE_FILL_PPM } from '../refill/refillDue'
import { waterLife } from '../refill/waterLife'
import type { Quantity } from '../testing/quantity'
import { DAY, HOUR, type Instant } from '../time'
import { LEAST_FILTRATION_HOURS } from '../tub/circulation'
import { hasMetals } from '../tub/fillNeeds'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { shownBy } from '../upkeep/chorePresets'
import { choresOf } from '../upkeep/choresOf'
import type { FilterStatus } from '../upkeep/filterSet'
import { calciteIndexAt, calciteSaturationIndex } from '../water/saturation'
import type { Known } from './network'
import { FACTOR_TABLE, type FactorId } from './tables'

/** What speaks for it, as figures: what is not given does not belong to this factor. */
export interface Facts {
  at?: Instant
  days?: number
  every?: number
  value?: number
  limit?: number
  other?: number
  quantity?: Quantity
  product?: ProductName
  people?: number
  /** It was read, not estimated. */
  read?: boolean
  /** Where it stands in the journal. */
  entry?: number
}

export interface Evidence extends Known<FactorId> {
  facts: Facts
}

/** What evidence looks at, beside the tub's own journal. */
export interface Around {
  estimate: Estimate
  /** The house's filter sets; what was done to them is in the journal too. */
  filters?: readonly FilterStatus[]
  /** Which tub of the house this is, for its filters. */
  tubId?: number
}

/** So far back residual, load and products are looked at. */
const LATELY = 5 * DAY
/** So far back anything at all. */
const REACH = 120 * DAY
/** A flush belongs to the fill that follows it within so long. */
const BEFORE_A_FILL = 7 * DAY
const LOAD_WINDOW = 3 * DAY
/** Person-hours in three days for each 1,000 L that are a heavy load: common practice, three people for an hour in a usual tub. */
const HEAVY_HOURS_PER_CUBIC_METRE = 3
/** Readings say nothing of today beyond this. */
const COUNTS: Partial<Record<Quantity, number>> = {
  pH: 14 * DAY,
  totalAlkalinity: 30 * DAY,
  calciumHardness: 60 * DAY,
  cyanuricAcid: 60 * DAY,
  totalChlorine: 4 * DAY,
  temperature: 2 * DAY,
}
/** Cleaner stays in a cartridge that was not rinsed out for the first days after it went back. Common practice. */
const CLEANER_SHOWS = 4 * DAY
/** Combined chlorine from so much on is some, and high; ppm: common practice, 0.2 and 0.5. */
const COMBINED = { some: 0.25, high: 0.45 }
/** Calcite index at which scale forms, and at which water attacks; at the heater's skin it stands higher. Common practice. */
const INDEX = { corrosive: -0.6, low: -0.3, high: 0.3, scaling: 0.6 }
/** The heater's skin is so much hotter than the water, °C; assumed. */
const HEATER_SKIN = 15
/** Below this foam stands up by itself, ppm as CaCO₃: common practice. */
const SOFT_PPM = 75
/** A cover or heater that keeps the water so far off its setting, °C. */
const OFF_WARMTH = 3

const HELPERS: readonly ProductName[] = [
  'clarifier',
  'anti-foam',
  'enzyme',
  'conditioner part one',
  'conditioner part two',
  'oxygen packet',
]
/** Sold for pools, and too strong or the wrong form for a tub's small, hot volume: common practice. */
const FOR_POOLS: readonly ProductName[] = ['calcium hypochlorite', 'trichlor']

const last = <Kind extends Entry>(entries: readonly Kind[]): Kind | undefined => entries.at(-1)

type ValueOf<Id extends FactorId> = (typeof FACTOR_TABLE)[Id]['values'][number]

const known = <Id extends FactorId>(id: Id, value: ValueOf<Id>, facts: Facts = {}): Evidence => ({
  id,
  table: FACTOR_TABLE[id],
  value,
  facts,
})

/** When a chore was last done, by its own entry or by one that shows it. */
const lastDone = (
  past: readonly Entry[],
  id: 'filter rinse' | 'filter soak' | 'filter replace' | 'level look' | 'purge',
) =>
  past.findLast(
    (entry) =>
      (entry.kind === 'chore' && entry.body.chore === id && entry.body.outcome === 'done') ||
      (shownBy(id)?.(entry) ?? false),
  )

const filterEvidence = (
  tub: Tub,
  past: readonly Entry[],
  now: Instant,
  { filters, tubId }: { filters: readonly FilterStatus[]; tubId: number | undefined },
): Evidence[] => {
  const found: Evidence[] = []
  const rinse = choresOf(tub).find(({ id }) => id === 'filter rinse')
  const every = rinse?.interval.days ?? 7
  const soak = lastDone(past, 'filter soak')
  const replaced = lastDone(past, 'filter replace')
  const cleaned = last(
    [lastDone(past, 'filter rinse'), soak, replaced]
      .filter((one) => one !== undefined)
      .toSorted((a, b) => a.at - b.at),
  )
  if (cleaned) {
    const days = (now - cleaned.at) / DAY
    const value: ValueOf<'filter age'> =
      days < 1
        ? 'just cleaned'
        : days <= 1.3 * every
          ? 'in time'
          : days <= 2 * every
            ? 'late'
            : 'very late'
    found.push(known('filter age', value, { at: cleaned.at, days, every, entry: cleaned.id }))
  }
  const set = filters.find((one) => one.tubId !== undefined && one.tubId === tubId)
  if (set) {
    const used = set.hoursInWater / 24
    const life = used + set.daysLeft
    const share = set.replace === 'its time is over' ? 1 : used / life
    found.push(
      known('filter hours', share >= 1 ? 'worn' : share > 0.5 ? 'usual' : 'young', {
        days: used,
        every: life,
      }),
    )
  } else if (replaced) {
    const days = (now - replaced.at) / DAY
    const life = choresOf(tub).find(({ id }) => id === 'filter replace')?.interval.days ?? 365
    found.push(
      known('filter hours', days > life ? 'worn' : days > life / 2 ? 'usual' : 'young', {
        days,
        every: life,
        entry: replaced.id,
      }),
    )
  }
  const seen = past.filter(isKind('filter')).findLast(({ body }) => body.seen !== undefined)
  if (seen && (!replaced || seen.at > replaced.at))
    found.push(
      known('filter seen', seen.body.seen === 'white' ? 'white' : 'not white', {
        at: seen.at,
        entry: seen.id,
      }),
    )
  const back = past
    .filter(isKind('filter'))
    .findLast(({ body, at }) => body.act === 'put in' && soak !== undefined && at > soak.at)
  const since = back ?? soak
  if (since && now - since.at < CLEANER_SHOWS)
    found.push(known('filter soak', 'these days', { at: since.at, entry: since.id }))
  else if (past[0] && now - past[0].at > CLEANER_SHOWS)
    found.push(known('filter soak', 'not lately'))
  return found
}

/** What is made up for within so long after a soak is no low: the dose after it is part of it. */
const PASSING = 6 * HOUR

/** A reading this near the lowest of the estimate is told in its place, ppm. */
const AS_GOOD_AS = 0.15

/** The lowest that was read, or that lasted: what the estimate has at the end of a soak is met by the dose after it. */
const lowestHeld = (then: readonly ResidualThen[]): ResidualThen | undefined => {
  const held = then
    .filter((one, i) => {
      const rises = then.slice(i + 1).find(({ ppm }) => ppm > one.ppm + 0.2)
      return one.read || !rises || rises.at - one.at >= PASSING
    })
    .toSorted((a, b) => a.ppm - b.ppm)
  const [lowest] = held
  return held.find(({ read, ppm }) => read && lowest && ppm <= lowest.ppm + AS_GOOD_AS) ?? lowest
}

const sanitizerEvidence = (
  tub: Tub,
  past: readonly Entry[],
  now: Instant,
  estimate: Estimate,
): Evidence[] => {
  const found: Evidence[] = []
  const { sanitizer } = programmeOf(tub.programme)
  const floor = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  const own = estimate.quantities[sanitizer]
  const lastRead = own.lastReading
  if (!lastRead || now - lastRead.at > LATELY)
    found.push(
      known('residual', 'not tested', {
        quantity: sanitizer,
        ...(lastRead ? { at: lastRead.at, days: (now - lastRead.at) / DAY } : {}),
      }),
    )
  else {
    const then = residualsSince(tub, past, now - LATELY, now).map((one) =>
      // What this tub has taught of now goes before what the fold carries on.
      one.at === now && !one.read ? { ...one, ppm: own.value } : one,
    )
    const lowest = lowestHeld(then) ?? { at: lastRead.at, ppm: lastRead.value, read: true }
    const value: ValueOf<'residual'> =
      lowest.ppm < 0.4 * floor ? 'gone' : lowest.ppm < 0.95 * floor ? 'low' : 'held'
    const entry = lowest.read
      ? past.find(({ at, kind }) => kind === 'test' && at === lowest.at)?.id
      : undefined
    found.push(
      known('residual', value, {
        at: lowest.at,
        value: lowest.ppm,
        limit: floor,
        quantity: sanitizer,
        read: lowest.read,
        ...(entry === undefined ? {} : { entry }),
      }),
    )
    const most = keepOutAbove(tub)
    const highest = then
      .filter(({ at }) => at > now - DAY)
      .reduce((top, one) => Math.max(top, one.ppm), own.value)
    found.push(
      known('residual high', highest > most ? 'yes' : 'no', {
        value: highest,
        limit: most,
        quantity: sanitizer,
      }),
    )
  }
  if (sanitizer !== 'freeChlorine') found.push(known('sanitizer', 'other', { quantity: sanitizer }))
  const pair = past.findLast(
    (entry): entry is EntryOf<'test'> =>
      entry.kind === 'test' &&
      entry.body.readings.totalChlorine !== undefined &&
      entry.body.readings.freeChlorine !== undefined,
  )
  const { totalChlorine = 0, freeChlorine = 0 } = pair?.body.readings ?? {}
  if (pair && sanitizer === 'freeChlorine' && now - pair.at < (COUNTS.totalChlorine ?? 0)) {
    const combined = Math.max(0, totalChlorine - freeChlorine)
    found.push(
      known(
        'combined chlorine',
        combined >= COMBINED.high ? 'high' : combined >= COMBINED.some ? 'some' : 'low',
        { at: pair.at, value: combined, limit: 0.5, entry: pair.id },
      ),
    )
  }
  return found
}

const loadEvidence = (tub: Tub, past: readonly Entry[], now: Instant): Evidence[] => {
  const soaks = past.filter(isKind('soak'))
  if (soaks.length === 0) return []
  const lately = soaks.filter(({ at }) => at > now - LOAD_WINDOW)
  const hours = lately.reduce((sum, { body }) => sum + loadOf(body), 0)
  const heavy = (HEAVY_HOURS_PER_CUBIC_METRE * tub.volumeLitres) / 1000
  const biggest = lately.reduce<EntryOf<'soak'> | undefined>(
    (most, one) => (!most || loadOf(one.body) > loadOf(most.body) ? one : most),
    undefined,
  )
  const found = [
    known('load', hours >= heavy ? 'heavy' : hours > 0 ? 'some' : 'none', {
      value: hours,
      limit: heavy,
      people: biggest?.body.people ?? 0,
      at: biggest?.at ?? soaks.at(-1)?.at ?? now,
      ...(biggest ? { entry: biggest.id } : {}),
    }),
  ]
  const lotion = lately.findLast(({ body }) => body.lotion)
  if (lotion) found.push(known('lotion', 'yes', { at: lotion.at, entry: lotion.id }))
  return found
}

const balanceEvidence = (
  tub: Tub,
  past: readonly Entry[],
  now: Instant,
  { quantities, water, reading }: Estimate,
): Evidence[] => {
  const found: Evidence[] = []
  const counts = (quantity: Quantity) => {
    const read = quantities[quantity].lastReading
    return read !== undefined && now - read.at <= (COUNTS[quantity] ?? 0)
  }
  const said = (quantity: Quantity, limit: number): Facts => {
    const { value, lastReading } = quantities[quantity]
    return {
      quantity,
      value,
      limit,
      ...(lastReading ? { at: lastReading.at, read: true } : {}),
    }
  }
  const pHRange = tub.targets.pH
  if (counts('pH')) {
    const { value } = quantities.pH
    const state: ValueOf<'pH'> =
      value < pHRange.low - 0.15 ? 'low' : value > pHRange.high + 0.05 ? 'high' : 'in range'
    found.push(known('pH', state, said('pH', state === 'low' ? pHRange.low : pHRange.high)))
  }
  const alkalinity = tub.targets.totalAlkalinity
  if (counts('totalAlkalinity')) {
    const { value } = quantities.totalAlkalinity
    const state: ValueOf<'alkalinity'> =
      value < alkalinity.low - 15 ? 'low' : value > alkalinity.high + 15 ? 'high' : 'in range'
    found.push(
      known(
        'alkalinity',
        state,
        said('totalAlkalinity', state === 'low' ? alkalinity.low : alkalinity.high),
      ),
    )
  }
  const hardness = tub.targets.calciumHardness
  if (counts('calciumHardness')) {
    const { value } = quantities.calciumHardness
    const state: ValueOf<'hardness'> =
      value < SOFT_PPM ? 'soft' : value > hardness.high * 1.2 ? 'hard' : 'in range'
    found.push(
      known(
        'hardness',
        state,
        said('calciumHardness', state === 'soft' ? SOFT_PPM : hardness.high),
      ),
    )
  }
  if (counts('pH') && counts('totalAlkalinity') && counts('calciumHardness')) {
    const index = calciteSaturationIndex(reading)
    const atHeater = calciteIndexAt(water, reading.temperatureCelsius + HEATER_SKIN)
    if (index !== undefined && atHeater !== undefined) {
      const value: ValueOf<'balance'> =
        index < INDEX.corrosive
          ? 'corrosive'
          : index < INDEX.low
            ? 'low'
            : index > INDEX.scaling
              ? 'scaling'
              : index > INDEX.high
                ? 'high'
                : 'even'
      found.push(known('balance', value, { value: index, other: atHeater }))
    }
  }
  if (counts('cyanuricAcid')) {
    const most = Math.max(tub.targets.cyanuricAcid.high, SOFT_PPM)
    const high = quantities.cyanuricAcid.value > most
    found.push(known('stabiliser', high ? 'high' : 'in range', said('cyanuricAcid', most)))
  }
  const pairs = past.filter(
    (entry): entry is EntryOf<'test'> =>
      entry.kind === 'test' &&
      entry.body.readings.pH !== undefined &&
      entry.body.readings.totalAlkalinity !== undefined,
  )
  const [before, after] = [pairs.at(-2), pairs.at(-1)]
  if (before && after && after.at > now - LATELY) {
    const fell = {
      pH: (before.body.readings.pH ?? 0) - (after.body.readings.pH ?? 0),
      alkalinity:
        (before.body.readings.totalAlkalinity ?? 0) - (after.body.readings.totalAlkalinity ?? 0),
    }
    const poured = past.some(
      ({ at, kind, body }) =>
        at > before.at &&
        at <= after.at &&
        (kind === 'water' ||
          (kind === 'dose' &&
            (body.product === 'sodium bisulfate' || body.product === 'hydrochloric acid'))),
    )
    if (fell.pH >= 0.2 && fell.alkalinity >= 15 && !poured)
      found.push(
        known('fell together', 'yes', {
          value: fell.pH,
          other: fell.alkalinity,
          at: after.at,
          entry: after.id,
        }),
      )
  }
  const { lastReading } = quantities.temperature
  if (lastReading && counts('temperature')) {
    const off = lastReading.value - tub.setTemperatureCelsius
    found.push(
      known('warmth', off < -OFF_WARMTH ? 'cooler' : off > OFF_WARMTH / 2 ? 'hotter' : 'as set', {
        quantity: 'temperature',
        value: lastReading.value,
        limit: tub.setTemperatureCelsius,
        at: lastReading.at,
      }),
    )
  }
  return found
}

const waterEvidence = (
  tub: Tub,
  past: readonly Entry[],
  now: Instant,
  { estimate, begun }: { estimate: Estimate; begun: Instant },
): Evidence[] => {
  const found: Evidence[] = []
  const hours = tub.surroundings?.filtrationHours
  if (hours !== undefined)
    found.push(
      known('circulation', hours < LEAST_FILTRATION_HOURS ? 'little' : 'enough', {
        value: hours,
        limit: LEAST_FILTRATION_HOURS,
      }),
    )
  const { filledAt, fillWater, quantities } = estimate
  const fill = past.findLast((entry) => entry.kind === 'water' && entry.body.replacedFraction >= 1)
  if (filledAt !== undefined) {
    const life = waterLife(tub)
    const age = now - filledAt
    const reasons = refillReasons(tub, past, estimate)
    const bathers = reasons.find(({ rule }) => rule === 'bathers')
    const over = age > life || (bathers !== undefined && bathers.at < now - 14 * DAY)
    const value: ValueOf<'water age'> =
      age < 4 * DAY ? 'new' : over ? 'old' : age > 0.6 * life ? 'aging' : 'young'
    found.push(
      known('water age', value, {
        at: filledAt,
        days: age / DAY,
        every: life / DAY,
        ...(fill ? { entry: fill.id } : {}),
      }),
    )
    const solids = reasons.find((one) => one.rule === 'solids')
    if (solids && quantities.totalDissolvedSolids.lastReading)
      found.push(
        known('solids', solids.aboveFillPpm > 0.8 * SOLIDS_ABOVE_FILL_PPM ? 'high' : 'low', {
          value: solids.aboveFillPpm,
          limit: SOLIDS_ABOVE_FILL_PPM,
        }),
      )
    const purged = past.findLast(
      ({ kind, body, at }) =>
        at <= filledAt &&
        at > filledAt - BEFORE_A_FILL &&
        ((kind === 'dose' && body.product === 'pipe flush') ||
          (kind === 'refill' && body.stage === 'purge' && body.what === 'done') ||
          (kind === 'chore' && body.chore === 'purge' && body.outcome === 'done')),
    )
    // A journal that begins with this fill does not know.
    if (purged) found.push(known('purge', 'before this fill', { at: purged.at, entry: purged.id }))
    else if (begun < filledAt - BEFORE_A_FILL) found.push(known('purge', 'not', { at: filledAt }))
  }
  const read = (quantity: 'iron' | 'copper') => quantities[quantity].lastReading?.value
  const iron = Math.max(read('iron') ?? 0, fillWater.ironPpm ?? 0)
  const copper = Math.max(read('copper') ?? 0, fillWater.copperPpm ?? 0)
  const anyRead = [read('iron'), read('copper'), fillWater.ironPpm, fillWater.copperPpm].some(
    (value) => value !== undefined,
  )
  const high = hasMetals({ ironPpm: iron, copperPpm: copper })
  const metals: ValueOf<'metals'> = high
    ? 'high'
    : anyRead
      ? 'none'
      : fillWater.source === 'well'
        ? 'well'
        : 'not known'
  found.push(
    known('metals', metals, {
      value: Math.max(iron, copper),
      quantity: iron >= copper ? 'iron' : 'copper',
    }),
  )
  if (metals === 'high' || metals === 'well') {
    const inhibitor = past.findLast(
      ({ kind, body, at }) =>
        kind === 'dose' &&
        body.product === 'scale and metal inhibitor' &&
        at > Math.max(now - 30 * DAY, filledAt ?? 0),
    )
    found.push(
      known(
        'inhibitor',
        inhibitor ? 'these weeks' : 'none',
        inhibitor ? { at: inhibitor.at, entry: inhibitor.id } : {},
      ),
    )
  }
  return found
}

const habitEvidence = (
  tub: Tub,
  past: readonly Entry[],
  now: Instant,
  { all, filledAt }: { all: readonly Entry[]; filledAt: Instant | undefined },
): Evidence[] => {
  const found: Evidence[] = []
  const doses = past.filter(isKind('dose'))
  const lately = doses.filter(({ at }) => at > now - 7 * DAY)
  const own = programmeOf(tub.programme).dosedWith
  const against = lately.findLast(
    ({ body }) =>
      body.override?.against.some((one) => one !== 'wait' && one !== 'people') === true ||
      (FOR_POOLS.includes(body.product) && !own.includes(body.product)),
  )
  const helper = lately.findLast(({ body }) => HELPERS.includes(body.product))
  if (against)
    found.push(
      known('products lately', 'against advice', {
        at: against.at,
        product: against.body.product,
        entry: against.id,
      }),
    )
  else if (helper)
    found.push(
      known('products lately', 'helper', {
        at: helper.at,
        product: helper.body.product,
        entry: helper.id,
      }),
    )
  else if (doses.length > 0) found.push(known('products lately', 'none'))
  const { sanitizer } = programmeOf(tub.programme)
  const spoiling = doses.findLast(
    ({ at, body: { product } }) =>
      at >= (filledAt ?? 0) &&
      (sanitizer === 'biguanide'
        ? spoilsBiguanide(product)
        : PRODUCTS[product].family === 'biguanide'),
  )
  if (spoiling)
    found.push(
      known('incompatible sanitizer', 'yes', {
        at: spoiling.at,
        product: spoiling.body.product,
        entry: spoiling.id,
      }),
    )
  const first = all[0]?.at ?? now
  const visits = past.filter(({ kind }) => kind !== 'note')
  const gaps = visits.map(({ at }, i) => ({
    from: at,
    to: visits[i + 1]?.at ?? now,
  }))
  const away = gaps.findLast(({ from, to }) => to - from > 8 * DAY && to > now - LATELY)
  if (away)
    found.push(known('absence', 'yes', { at: away.from, days: (away.to - away.from) / DAY }))
  // Whoever ticks a sign has not looked at the level.
  const level = lastDone(
    all.filter(({ kind, body }) => kind !== 'look' || !body.signs.some(isTrouble)),
    'level look',
  )
  if (level) {
    const days = (now - level.at) / DAY
    found.push(
      known('level look', days > 10 ? 'long ago' : 'lately', {
        at: level.at,
        days,
        entry: level.id,
      }),
    )
  } else if (now - first > 14 * DAY) found.push(known('level look', 'long ago'))
  const { learnt } = tub
  const usual = programmeOf(tub.programme).lossPerHour.mean
  if (learnt && usual > 0)
    found.push(
      known('loss', learnt.lossPerHour.mean > 2 * usual ? 'fast' : 'usual', {
        value: -Math.expm1(-24 * learnt.lossPerHour.mean),
        limit: -Math.expm1(-24 * usual),
      }),
    )
  return found
}

/**
 * What a tub's own journal and estimate say about every cause: each as a value of its table, with the figures behind it. What
 * the journal does not know is left out.
 */
export const evidenceOf = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  { estimate, filters = [], tubId }: Around,
): Evidence[] => {
  const all = inOrder(journal.filter(({ at }) => at <= now))
  // What is older bears on nothing but when a chore was last done.
  const from = Math.min(now - REACH, (estimate.filledAt ?? now) - BEFORE_A_FILL)
  const past = all.slice(all.findLastIndex(({ at }) => at < from) + 1)
  return [
    ...filterEvidence(tub, all, now, { filters, tubId }),
    ...sanitizerEvidence(tub, past, now, estimate),
    ...loadEvidence(tub, past, now),
    ...balanceEvidence(tub, past, now, estimate),
    ...waterEvidence(tub, past, now, { estimate, begun: all[0]?.at ?? now }),
    ...habitEvidence(tub, past, now, { all, filledAt: estimate.filledAt }),
  ]
}
