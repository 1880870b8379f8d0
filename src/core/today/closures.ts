import { bathersIn } from '../advice/dosingCycle'
import { handlingOf } from '../advice/handling'
import { type Estimate, isStale } from '../estimate/estimate'
import { mayStand } from '../estimate/mayStand'
import { quantityOf } from '../estimate/testedWater'
import { type Entry, inOrder, isKind } from '../journal/entry'
import type { StageId } from '../journal/stageId'
import { type Symptom, UNCLEAR, UNWELL } from '../journal/symptom'
import { actsOn, type Decisive, spoilsBiguanide } from '../products/actsOn'
import { PRODUCTS, type ProductName } from '../products/product'
import {
  COMBINED_KEEP_OUT,
  HEALTH_FLOOR,
  HOTTEST_CELSIUS,
  keepOutAbove,
  programmeOf,
  STABILISER,
  WIDEST_PH,
} from '../programmes/programme'
import { type StartStepId, startProgress } from '../routine/startUp'
import type { Quantity } from '../testing/quantity'
import { HOUR, type Instant, MINUTE } from '../time'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'

/** Why a tub is shut, the gravest first. */
export const CLOSURE_CODES = [
  'accident',
  'someone unwell',
  'incompatible sanitizers',
  'flush in the water',
  'refill under way',
  'people in',
  'no filter',
  'too hot',
  'dose mixing',
  'cloudy',
  'combined chlorine high',
  'stabiliser too high',
  'sanitizer high',
  'pH low',
  'pH high',
  'sanitizer low',
  'start-up unfinished',
  'not retested',
  'test too old',
  'never tested',
] as const
export type ClosureCode = (typeof CLOSURE_CODES)[number]

/** What opens it again. */
export type Lift =
  | { by: 'test'; quantities: readonly Quantity[] }
  | { by: 'wait' }
  /** The dose that brings it into range, then a test of it. */
  | { by: 'dose'; quantity: Quantity }
  | { by: 'look and test' }
  | { by: 'cooling' }
  | { by: 'set point' }
  | { by: 'refill' }
  | { by: 'finish the refill' }
  | { by: 'part change' }
  | { by: 'filter in' }
  | { by: 'start-up' }

/** Limits and values: ppm, pH on the activity scale, °C. */
export type Closure = { since: Instant; until: Instant | null; lift: Lift } & (
  | { code: 'accident' }
  | { code: 'someone unwell'; sign: Symptom }
  | { code: 'incompatible sanitizers'; product: ProductName }
  | { code: 'flush in the water' }
  | { code: 'refill under way'; stage: StageId }
  | { code: 'people in'; people: number }
  | { code: 'no filter' }
  | { code: 'too hot'; celsius: number; limit: number; setPoint: boolean }
  | { code: 'dose mixing'; product: ProductName }
  | { code: 'cloudy'; sign: Symptom }
  | { code: 'combined chlorine high'; value: number; limit: number }
  | { code: 'stabiliser too high'; value: number; limit: number }
  | {
      code: 'sanitizer high' | 'sanitizer low' | 'pH low' | 'pH high'
      quantity: Quantity
      value: number
      limit: number
    }
  | { code: 'start-up unfinished'; step: StartStepId }
  | {
      code: 'not retested'
      quantities: readonly Quantity[]
      after: ProductName | 'air' | 'water' | 'boost'
    }
  /** `unsure`: young enough, but too much may have happened since. */
  | { code: 'test too old'; quantity: Quantity; ageHours: number; unsure: boolean }
  | { code: 'never tested'; quantities: readonly Quantity[] }
)

/** A test alone opens these. */
const TEST_OPENS: ReadonlySet<ClosureCode> = new Set([
  'never tested',
  'test too old',
  'not retested',
])
export const testOpens = ({ code }: Closure): boolean => TEST_OPENS.has(code)

/** While these hold nothing goes into the water either: it has to go, or the pump must not run, or people are in it. */
const NOTHING_GOES_IN: ReadonlySet<ClosureCode> = new Set([
  'accident',
  'someone unwell',
  'incompatible sanitizers',
  'flush in the water',
  'refill under way',
  'people in',
  'no filter',
])
export const forbidsDosing = ({ code }: Closure): boolean => NOTHING_GOES_IN.has(code)

/** Dosing and testing open these; the others take something else, or somebody else. */
const BY_WATER_CARE: ReadonlySet<ClosureCode> = new Set([
  ...TEST_OPENS,
  'dose mixing',
  'sanitizer low',
  'sanitizer high',
  'pH low',
  'pH high',
])
export const waterCareOpens = ({ code }: Closure): boolean => BY_WATER_CARE.has(code)

/** Residual this near its limit counts as on it, ppm; pH; °C: no kit tells them apart. */
const SLACK = { residual: 0.05, pH: 0.005, celsius: 0.05 }
/** New water of so much of the whole has to be read again: assumed. */
const MUCH_NEW_WATER = 0.1
/** Stages in which the tub cannot be used; the water put in ends them. */
const SHUT_STAGES: readonly StageId[] = [
  'purge',
  'sanitizer out',
  'filters out',
  'drain',
  'blow out',
  'clean',
  'fill',
]
/** A test shows what went in once it has been stirred in for so long: common practice, 15 to 30 minutes. */
const SHOWS_AFTER_MINUTES = 15
/** A start-up somebody is at: its steps up to the first residual keep people out, for so long after the fill. */
const START_UP_HOURS = 96
/** Later steps let people in while the water reads right: common practice. */
const USABLE_STEPS: ReadonlySet<StartStepId> = new Set<StartStepId>([
  'residual',
  'held a day',
  'cell at zero',
  'cell on',
  'feeder',
  'floater',
])

interface Situation {
  tub: Tub
  estimate: Estimate
  /** Of this moment and before, oldest first. */
  past: readonly Entry[]
  now: Instant
  /** The last time all water was changed. */
  filledAt: Instant
}

const latest = <Item extends { at: Instant }>(items: readonly Item[]): Item | undefined =>
  items.reduce<Item | undefined>(
    (last, item) => (!last || item.at >= last.at ? item : last),
    undefined,
  )

const looksIn = (past: readonly Entry[]) => past.filter(isKind('look'))

/** Drained, cleaned and filled since: all water changed, and the cleaning not left out. */
const cleanedSince = (past: readonly Entry[], since: Instant): boolean =>
  past.some(
    (fill) =>
      fill.kind === 'water' &&
      fill.body.replacedFraction >= 1 &&
      fill.at > since &&
      !past.some(
        (stage) =>
          stage.kind === 'refill' &&
          stage.body.stage === 'clean' &&
          stage.body.what === 'skipped' &&
          stage.at > since &&
          stage.at <= fill.at,
      ),
  )

const happenings = ({ past, tub, filledAt }: Situation): Closure[] => {
  const found: Closure[] = []
  const seen = (signs: readonly Symptom[]) =>
    looksIn(past)
      .flatMap(({ at, body }) =>
        body.signs.filter((sign) => signs.includes(sign)).map((sign) => ({ at, sign })),
      )
      .filter(({ at }) => !cleanedSince(past, at))
  const accident = seen(['accident'])[0]
  if (accident)
    found.push({ code: 'accident', since: accident.at, until: null, lift: { by: 'refill' } })
  const unwell = seen(UNWELL)[0]
  if (unwell)
    found.push({
      code: 'someone unwell',
      sign: unwell.sign,
      since: unwell.at,
      until: null,
      lift: { by: 'refill' },
    })

  const { sanitizer } = programmeOf(tub.programme)
  const doses = past.filter(isKind('dose'))
  const spoiling = doses.find(
    ({ at, body: { product } }) =>
      (sanitizer === 'biguanide'
        ? spoilsBiguanide(product)
        : PRODUCTS[product].family === 'biguanide') && !cleanedSince(past, at),
  )
  if (spoiling)
    found.push({
      code: 'incompatible sanitizers',
      product: spoiling.body.product,
      since: spoiling.at,
      until: null,
      lift: { by: 'refill' },
    })
  const flush = doses.find(({ at, body }) => body.product === 'pipe flush' && at >= filledAt)
  if (flush)
    found.push({
      code: 'flush in the water',
      since: flush.at,
      until: null,
      lift: { by: 'finish the refill' },
    })
  const refills = past.filter(isKind('refill'))
  // A stage that is ticked late, after its own fill, shuts nothing.
  const filled = refills.filter(
    ({ at, body }) => at >= filledAt && body.stage === 'fill' && body.what === 'done',
  )
  const stages = refills.filter(
    ({ at, body }) =>
      at > filledAt &&
      SHUT_STAGES.includes(body.stage) &&
      (body.what === 'begun' || body.what === 'done') &&
      !filled.some((fill) => fill.body.refill === body.refill),
  )
  const [first] = stages
  if (first)
    found.push({
      code: 'refill under way',
      stage: (stages.at(-1) ?? first).body.stage,
      since: first.at,
      until: null,
      lift: { by: 'finish the refill' },
    })
  return found
}

/** Since when the journal of the day of a refill has the filters out; what is done with them afterwards puts them in. */
const filtersOutSince = (past: readonly Entry[]): Instant | undefined => {
  let since: Instant | undefined
  for (const entry of past) {
    if (entry.kind === 'refill' && entry.body.stage === 'filters out' && entry.body.what === 'done')
      since = entry.at
    if (
      entry.kind === 'refill' &&
      (entry.body.stage === 'filters in' || entry.body.stage === 'last test') &&
      entry.body.what !== 'begun'
    )
      since = undefined
    if (entry.kind === 'filter' && entry.body.act === 'put in') since = undefined
    if (
      entry.kind === 'chore' &&
      entry.body.outcome === 'done' &&
      entry.body.chore === 'filter replace'
    )
      since = undefined
  }
  return since
}

const heat = ({ tub, estimate }: Situation): Closure[] => {
  const found: Closure[] = []
  const read = estimate.quantities.temperature.lastReading
  if (read && read.value > HOTTEST_CELSIUS + SLACK.celsius)
    found.push({
      code: 'too hot',
      celsius: read.value,
      limit: HOTTEST_CELSIUS,
      setPoint: false,
      since: read.at,
      until: null,
      lift: { by: 'cooling' },
    })
  else if (tub.setTemperatureCelsius > HOTTEST_CELSIUS + SLACK.celsius)
    found.push({
      code: 'too hot',
      celsius: tub.setTemperatureCelsius,
      limit: HOTTEST_CELSIUS,
      setPoint: true,
      since: read?.at ?? estimate.filledAt ?? estimate.at,
      until: null,
      lift: { by: 'set point' },
    })
  return found
}

/** Not clear until a look says so and the water was tested after it was seen. */
const clarity = ({ past, tub, filledAt }: Situation): Closure[] => {
  const looks = looksIn(past).filter(({ at }) => at >= filledAt)
  const unclear = (signs: readonly Symptom[]) => signs.find((sign) => UNCLEAR.includes(sign))
  const last = looks.findLast(({ body }) => unclear(body.signs))
  const sign = last && unclear(last.body.signs)
  if (!last || !sign) return []
  const { sanitizer } = programmeOf(tub.programme)
  const clear = looks.some(({ at, id }) => at > last.at || (at === last.at && id > last.id))
  const tested = ([sanitizer, 'pH'] as const).every((quantity) =>
    past.some(
      ({ at, kind, body }) =>
        at > last.at && kind === 'test' && body.readings[quantity] !== undefined,
    ),
  )
  if (clear && tested) return []
  const first = looks.find(
    ({ at, body }) =>
      unclear(body.signs) &&
      !looks.some((look) => look.at > at && look.at < last.at && !unclear(look.body.signs)),
  )
  return [
    {
      code: 'cloudy',
      sign,
      since: first?.at ?? last.at,
      until: null,
      lift: { by: 'look and test' },
    },
  ]
}

/** What went in has to mix, and what it acts on has to be read again once it has. */
const untested = ({ past, tub, filledAt, now }: Situation): Closure[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const found: Closure[] = []
  const changes: {
    at: Instant
    settled: Instant
    shows: Instant
    acts: readonly Decisive[]
    after: ProductName | 'air' | 'water' | 'boost'
  }[] = []
  for (const entry of past) {
    if (entry.at < filledAt) continue
    switch (entry.kind) {
      case 'dose': {
        const { product } = entry.body
        // In biguanide water its peroxide leaves the residual alone.
        const acts =
          sanitizer === 'biguanide' && PRODUCTS[product].family === 'peroxide'
            ? []
            : actsOn(product)
        const { waitMinutes } = handlingOf(product)
        const settled = entry.at + waitMinutes * MINUTE
        const shows = entry.at + Math.min(waitMinutes, SHOWS_AFTER_MINUTES) * MINUTE
        changes.push({ at: entry.at, settled, shows, acts, after: product })
        break
      }
      case 'aeration': {
        const settled = entry.at + entry.body.minutes * MINUTE
        changes.push({ at: entry.at, settled, shows: settled, acts: ['pH'], after: 'air' })
        break
      }
      case 'water':
        if (entry.body.replacedFraction >= MUCH_NEW_WATER && entry.body.replacedFraction < 1)
          changes.push({
            at: entry.at,
            settled: entry.at,
            shows: entry.at,
            acts: ['sanitizer', 'pH'],
            after: 'water',
          })
        break
      case 'feeder':
        if (entry.body.boost)
          changes.push({
            at: entry.at,
            settled: entry.at,
            shows: entry.at,
            acts: ['sanitizer'],
            after: 'boost',
          })
        break
      default:
    }
  }
  const mixing = changes
    .filter(({ settled, after }) => settled > now && after !== 'air')
    .toSorted((a, b) => b.settled - a.settled)[0]
  if (mixing && mixing.after !== 'air' && mixing.after !== 'water' && mixing.after !== 'boost')
    found.push({
      code: 'dose mixing',
      product: mixing.after,
      since: mixing.at,
      until: mixing.settled,
      lift: { by: 'wait' },
    })
  const tests = past.filter(isKind('test'))
  const open: {
    quantity: Quantity
    since: Instant
    after: ProductName | 'air' | 'water' | 'boost'
  }[] = []
  for (const decisive of ['sanitizer', 'pH'] as const) {
    const quantity: Quantity = decisive === 'sanitizer' ? sanitizer : 'pH'
    const read = latest(tests.filter(({ body }) => body.readings[quantity] !== undefined))
    const since = changes.filter(
      ({ acts, at, shows }) =>
        acts.includes(decisive) && (!read || read.at < shows || read.at <= at),
    )
    const [first] = since
    if (first) open.push({ quantity, since: first.at, after: (since.at(-1) ?? first).after })
  }
  const [first] = open
  if (first)
    found.push({
      code: 'not retested',
      quantities: open.map(({ quantity }) => quantity),
      after: first.after,
      since: Math.min(...open.map(({ since }) => since)),
      until: null,
      lift: { by: 'test', quantities: open.map(({ quantity }) => quantity) },
    })
  return found
}

/** When something that acts on the sanitizer last went in by hand. */
const lastDosed = (past: readonly Entry[]): Instant =>
  past.reduce(
    (last, entry) =>
      entry.kind === 'dose' && actsOn(entry.body.product).includes('sanitizer')
        ? Math.max(last, entry.at)
        : last,
    Number.NEGATIVE_INFINITY,
  )

/** Whether anything that acts on the sanitizer was logged since. */
const dosedSince = (past: readonly Entry[], since: Instant): boolean => lastDosed(past) >= since

const readings = ({ tub, estimate, now, past }: Situation): Closure[] => {
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
        since: residual.at,
        until: null,
        lift: { by: 'test', quantities: [sanitizer] },
      })
  }
  const pH = known('pH')
  if (pH) {
    const { value } = quantities.pH
    const high = Math.min(WIDEST_PH.high, Math.max(HEALTH_FLOOR.pH.high, tub.targets.pH.high))
    if (value < WIDEST_PH.low - SLACK.pH) out('pH low', 'pH', WIDEST_PH.low, pH.at)
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

const startUp = ({ tub, estimate, past, now }: Situation): Closure[] => {
  const { filledAt } = estimate
  if (filledAt === undefined || now - filledAt > START_UP_HOURS * HOUR) return []
  const progress = startProgress(tub, past, estimate)
  const step = progress?.now
  if (!progress || !step || USABLE_STEPS.has(step.id)) return []
  if (!progress.steps.some(({ doneAt }) => doneAt !== undefined)) return []
  return [
    {
      code: 'start-up unfinished',
      step: step.id,
      since: filledAt,
      until: null,
      lift: { by: 'start-up' },
    },
  ]
}

/** What the house knows of a tub beside its own journal. */
export interface House {
  /** Since when none of its filter sets is in it. */
  noFilter?: Instant | undefined
}

/**
 * Every reason why nobody may get in at `now`, the gravest first; none where they may. The only source of that: whoever tells
 * people yes or no, or when, asks here. What each limit rests on stands beside it in programmes/programme.ts.
 * @param estimate of this tub, this journal and this moment
 */
export const closures = (
  tub: Tub,
  journal: readonly Entry[],
  now: Instant,
  estimate: Estimate,
  { noFilter }: House = {},
): Closure[] => {
  const past = inOrder(journal.filter(({ at }) => at <= now))
  const situation: Situation = {
    tub,
    estimate,
    past,
    now,
    filledAt: estimate.filledAt ?? Number.NEGATIVE_INFINITY,
  }
  const found: Closure[] = [
    ...happenings(situation),
    ...heat(situation),
    ...untested(situation),
    ...clarity(situation),
    ...readings(situation),
    ...startUp(situation),
  ]
  const bathers = bathersIn(past, now)
  if (bathers)
    found.push({
      code: 'people in',
      people: bathers.people,
      since: now,
      until: bathers.until,
      lift: { by: 'wait' },
    })
  const out = [noFilter, filtersOutSince(past)].filter((at) => at !== undefined)
  if (out.length > 0)
    found.push({
      code: 'no filter',
      since: Math.min(...out),
      until: null,
      lift: { by: 'filter in' },
    })
  const rank = (code: ClosureCode) => CLOSURE_CODES.indexOf(code)
  return found.toSorted((a, b) => rank(a.code) - rank(b.code))
}
