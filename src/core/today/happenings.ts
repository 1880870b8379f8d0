import { type Entry, isKind } from '../journal/entry'
import { cutsIn } from '../journal/powerCut'
import { COMPLAINTS, ELECTRICAL, type Sign, SOILED, UNCLEAR, UNWELL } from '../journal/sign'
import type { StageId } from '../journal/stageId'
import { spoilsBiguanide } from '../products/actsOn'
import { PRODUCTS } from '../products/product'
import { HOTTEST_CELSIUS, programmeOf } from '../programmes/programme'
import type { Instant } from '../time'
import { type Closure, looksIn, type Situation, SLACK } from './closure'

/** New water of so much of the whole has to be read again: assumed. */
export const MUCH_NEW_WATER = 0.1

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

const byTechnician = ({ kind, body }: Entry): boolean =>
  kind === 'chore' &&
  (body.chore === 'technician' || body.chore === 'yearly service') &&
  body.outcome === 'done'

/** Seen, and neither has a later look shown it gone nor was the water tested since. */
const clearedByTest = (
  { past, tub, filledAt }: Pick<Situation, 'past' | 'tub' | 'filledAt'>,
  signs: readonly Sign[],
): { since: Instant; sign: Sign } | undefined => {
  const looks = looksIn(past).filter(({ at }) => at >= filledAt)
  const shown = (found: readonly Sign[]) => found.find((sign) => signs.includes(sign))
  const last = looks.findLast(({ body }) => shown(body.signs))
  const sign = last && shown(last.body.signs)
  if (!last || !sign) return undefined
  const { sanitizer } = programmeOf(tub.programme)
  const clear = looks.some(({ at, id }) => at > last.at || (at === last.at && id > last.id))
  const tested = ([sanitizer, 'pH'] as const).every((quantity) =>
    past.some(
      ({ at, kind, body }) =>
        at > last.at && kind === 'test' && body.readings[quantity] !== undefined,
    ),
  )
  if (clear && tested) return undefined
  const first = looks.find(
    ({ at, body }) =>
      shown(body.signs) &&
      !looks.some((look) => look.at > at && look.at < last.at && !shown(look.body.signs)),
  )
  return { since: first?.at ?? last.at, sign }
}

/** Somebody's skin, eyes or lungs complained: the water is tested before anyone gets in again. */
export const complaint = ({ past, tub }: Situation): Closure[] => {
  const seen = looksIn(past)
    .flatMap(({ at, body }) =>
      body.signs.filter((sign) => COMPLAINTS.includes(sign)).map((sign) => ({ at, sign })),
    )
    .at(-1)
  if (!seen) return []
  const quantities = ([programmeOf(tub.programme).sanitizer, 'pH'] as const).filter(
    (quantity) =>
      !past.some(
        ({ at, kind, body }) =>
          at > seen.at && kind === 'test' && body.readings[quantity] !== undefined,
      ),
  )
  if (quantities.length === 0) return []
  return [
    {
      code: 'not retested',
      quantities,
      after: 'complaint',
      sign: seen.sign,
      since: seen.at,
      until: null,
      lift: { by: 'test', quantities },
    },
  ]
}

export const happenings = ({ past, tub, filledAt }: Situation): Closure[] => {
  const found: Closure[] = []
  const seen = (signs: readonly Sign[]) =>
    looksIn(past)
      .flatMap(({ at, body }) =>
        body.signs.filter((sign) => signs.includes(sign)).map((sign) => ({ at, sign })),
      )
      .filter(({ at }) => !cleanedSince(past, at))
  const accident = seen(SOILED)[0]
  if (accident)
    found.push({
      code: 'accident',
      sign: accident.sign,
      since: accident.at,
      until: null,
      lift: { by: 'refill' },
    })
  const fumes = clearedByTest({ past, tub, filledAt }, ['fumes'])
  if (fumes)
    found.push({
      code: 'fumes',
      since: fumes.since,
      until: null,
      lift: { by: 'look and test' },
    })
  const cut = cutsIn(past).at(-1)
  if (cut && cut.to === undefined)
    found.push({ code: 'no power', since: cut.from, until: null, lift: { by: 'power' } })
  const electrical = looksIn(past)
    .flatMap(({ at, body }) =>
      body.signs.filter((sign) => ELECTRICAL.includes(sign)).map((sign) => ({ at, sign })),
    )
    .find(({ at }) => !past.some((entry) => entry.at > at && byTechnician(entry)))
  if (electrical)
    found.push({
      code: 'electrical fault',
      sign: electrical.sign,
      since: electrical.at,
      until: null,
      lift: { by: 'technician' },
    })
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
export const filtersOutSince = (past: readonly Entry[]): Instant | undefined => {
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

export const heat = ({ tub, estimate, past }: Situation): Closure[] => {
  const found: Closure[] = []
  const read = estimate.quantities.temperature.lastReading
  const shown = looksIn(past).findLast(({ body }) => body.signs.includes('too hot code'))
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
  else if (shown && shown.at >= (read?.at ?? 0))
    found.push({
      code: 'too hot',
      celsius: undefined,
      limit: HOTTEST_CELSIUS,
      setPoint: false,
      since: shown.at,
      until: null,
      lift: { by: 'cooling' },
    })
  return found
}

/** Not clear until a look says so and the water was tested after it was seen. */
export const clarity = (situation: Situation): Closure[] => {
  const unclear = clearedByTest(situation, UNCLEAR)
  return unclear ? [{ code: 'cloudy', ...unclear, until: null, lift: { by: 'look and test' } }] : []
}
