import type { NewEntry } from '@/core/journal/entry'
import type { Sign } from '@/core/journal/sign'
import type { StageId } from '@/core/journal/stageId'
import type { ProductName } from '@/core/products/product'
import { PROGRAMMES, type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import { MINUTE } from '@/core/time'
import type { ClosureCode } from '@/core/today/closureTable'
import type { Tub } from '@/core/tub/tub'

/** A state of a tub that an owner can be in, judged by hand. */
export interface State {
  name: string
  programme: ProgrammeId
  tub?: Partial<Tub>
  entries: (now: number) => NewEntry[]
  /** A closure it has to name; none where people may get in. */
  closedBy: ClosureCode | undefined
}

export const HOUR_MINUTES = 60
const DAY_MINUTES = 24 * HOUR_MINUTES

/** What a good test reads in each programme. */
export const goodReadings = (programme: ProgrammeId): Readings => {
  const { sanitizer, presets } = programmeOf(programme)
  const { targets } = presets[0]
  const middle = (band: { low: number; high: number }) => (band.low + band.high) / 2
  const salt = programme === 'in-line salt chlorine' || programme === 'over-the-side salt chlorine'
  return {
    [sanitizer]: middle(targets.sanitizer),
    ...(sanitizer === 'freeChlorine' ? { totalChlorine: middle(targets.sanitizer) + 0.1 } : {}),
    pH: 7.4,
    totalAlkalinity: middle(targets.totalAlkalinity),
    calciumHardness: middle(targets.calciumHardness),
    temperature: 37.5,
    ...(salt ? { salt: 1700 } : {}),
  }
}

export const test_ = (
  now: number,
  minutesAgo: number,
  readings: Readings,
  method: 'drops' | 'strip' = 'drops',
): NewEntry => ({ kind: 'test', at: now - minutesAgo * MINUTE, body: { method, readings } })
export const dosed = (
  now: number,
  minutesAgo: number,
  product: ProductName,
  grams: number,
): NewEntry => ({ kind: 'dose', at: now - minutesAgo * MINUTE, body: { product, grams } })
export const saw = (now: number, minutesAgo: number, ...signs: Sign[]): NewEntry => ({
  kind: 'look',
  at: now - minutesAgo * MINUTE,
  body: { signs },
})
const filled = (now: number, minutesAgo: number, replacedFraction = 1): NewEntry => ({
  kind: 'water',
  at: now - minutesAgo * MINUTE,
  body: { replacedFraction },
})
const stage = (
  now: number,
  minutesAgo: number,
  id: StageId,
  what: 'begun' | 'done' | 'skipped',
): NewEntry => ({
  kind: 'refill',
  at: now - minutesAgo * MINUTE,
  body: { refill: 7, stage: id, what },
})
const filterAct = (now: number, minutesAgo: number, act: 'put in' | 'take out'): NewEntry => ({
  kind: 'filter',
  at: now - minutesAgo * MINUTE,
  body: { set: 1, name: 'Blue dot', act },
})

/** Water of three weeks, with a good test a quarter of an hour ago. */
const wellKept =
  (programme: ProgrammeId, change: Readings = {}) =>
  (now: number) => [
    filled(now, 21 * DAY_MINUTES),
    test_(now, 15, { ...goodReadings(programme), ...change }),
  ]

const granular: ProgrammeId = 'granular chlorine'
const state = (
  name: string,
  closedBy: ClosureCode | undefined,
  entries: State['entries'],
  programme: ProgrammeId = granular,
  tub?: Partial<Tub>,
): State => ({ name, programme, closedBy, entries, ...(tub ? { tub } : {}) })
/** A good test, and then something. */
const then =
  (programme: ProgrammeId, ...more: ((now: number) => NewEntry)[]) =>
  (now: number) => [
    filled(now, 21 * DAY_MINUTES),
    test_(now, 100, goodReadings(programme)),
    ...more.map((one) => one(now)),
  ]
const own = (low: number, high: number): Partial<Tub> => ({
  targets: { ...programmeOf(granular).presets[0].targets, sanitizer: { low, high } },
})

const EVERY = PROGRAMMES.map(({ id }) => id)
const sanitizerOf = (id: ProgrammeId) => programmeOf(id).sanitizer

/** States in which nobody may get in. */
export const CLOSED_STATES: readonly State[] = [
  ...EVERY.map((id) =>
    state(`${id}: nothing was ever tested`, 'never tested', (now) => [filled(now, 600)], id),
  ),
  ...EVERY.map((id) =>
    state(`${id}: no sanitizer`, 'sanitizer low', wellKept(id, { [sanitizerOf(id)]: 0 }), id),
  ),
  ...EVERY.map((id) =>
    state(
      `${id}: the residual was last tested long ago`,
      'test too old',
      (now) => [
        filled(now, 30 * DAY_MINUTES),
        test_(now, (id === 'biguanide' ? 9 : 2) * DAY_MINUTES, goodReadings(id)),
      ],
      id,
    ),
  ),
  ...EVERY.map((id) => state(`${id}: pH 8.3`, 'pH high', wellKept(id, { pH: 8.3 }), id)),
  state(
    'pH 6.8, by a range of its own down to there',
    'pH low',
    wellKept(granular, { pH: 6.8 }),
    granular,
    {
      targets: { ...programmeOf(granular).presets[0].targets, pH: { low: 6.8, high: 7.6 } },
    },
  ),
  state(
    'pH 8.1, by a range of its own up to there',
    'pH high',
    wellKept(granular, { pH: 8.1 }),
    granular,
    {
      targets: { ...programmeOf(granular).presets[0].targets, pH: { low: 7.4, high: 8.2 } },
    },
  ),
  state(
    'the power is off',
    'no power',
    then(granular, (now) => ({
      kind: 'note',
      at: now - 60 * MINUTE,
      body: { text: 'off', power: 'off' },
    })),
  ),
  state(
    'closed down and empty, and a test logged all the same',
    'closed down',
    then(
      granular,
      (now) => ({
        kind: 'chore',
        at: now - 50 * MINUTE,
        body: { chore: 'close drain', outcome: 'done' },
      }),
      (now) => test_(now, 20, goodReadings(granular)),
    ),
  ),
  state('pH never tested', 'never tested', (now) => [test_(now, 10, { freeChlorine: 4 })]),
  state('pH tested nine days ago', 'test too old', (now) => [
    test_(now, 9 * DAY_MINUTES, goodReadings(granular)),
    test_(now, 10, { freeChlorine: 4 }),
  ]),
  state('chlorine 0, dosed, and only hardness read since', 'not retested', (now) => [
    filled(now, 21 * DAY_MINUTES),
    test_(now, 200, { ...goodReadings(granular), freeChlorine: 0 }),
    dosed(now, 150, 'sodium dichlor dihydrate', 8),
    test_(now, 10, { calciumHardness: 180 }),
  ]),
  state(
    'acid, and only chlorine read since',
    'not retested',
    then(
      granular,
      (now) => dosed(now, 70, 'sodium bisulfate', 20),
      (now) => test_(now, 20, { freeChlorine: 4 }),
    ),
  ),
  state(
    'aired, pH not read since',
    'not retested',
    then(granular, (now) => ({ kind: 'aeration', at: now - 80 * MINUTE, body: { minutes: 60 } })),
  ),
  state(
    'a third of the water is new',
    'not retested',
    then(granular, (now) => filled(now, 60, 0.33)),
  ),
  state(
    'the cell was set to boost',
    'not retested',
    then('in-line salt chlorine', (now) => ({
      kind: 'feeder',
      at: now - 60 * MINUTE,
      body: { boost: true },
    })),
    'in-line salt chlorine',
  ),
  state(
    'chlorine remover went in',
    'not retested',
    then(granular, (now) => dosed(now, 60, 'sodium thiosulfate pentahydrate', 5)),
  ),
  state(
    'an oxygen packet went in',
    'not retested',
    then(granular, (now) => dosed(now, 60, 'oxygen packet', 40)),
  ),
  state(
    'non-chlorine shock in a bromine tub',
    'not retested',
    then('bromine tablets', (now) => dosed(now, 60, 'potassium monopersulfate', 40)),
    'bromine tablets',
  ),
  state('a test in the middle of mixing', 'not retested', (now) => [
    test_(now, 60, { ...goodReadings(granular), freeChlorine: 1 }),
    dosed(now, 25, 'sodium dichlor dihydrate', 6),
    test_(now, 20, goodReadings(granular)),
  ]),
  state(
    'dosed five minutes ago',
    'dose mixing',
    then(granular, (now) => dosed(now, 5, 'calcium chloride dihydrate', 50)),
  ),
  state(
    'cloudy',
    'cloudy',
    then(granular, (now) => saw(now, 30, 'cloudy')),
  ),
  state(
    'cloudy, then a good test but no look',
    'cloudy',
    then(
      granular,
      (now) => saw(now, 60, 'cloudy'),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state(
    'cloudy, then a clear look but no test',
    'cloudy',
    then(
      granular,
      (now) => saw(now, 60, 'cloudy'),
      (now) => saw(now, 10),
    ),
  ),
  state(
    'green',
    'cloudy',
    then(granular, (now) => saw(now, 30, 'green tint')),
  ),
  state(
    'algae',
    'cloudy',
    then(granular, (now) => saw(now, 30, 'algae')),
  ),
  state(
    'an accident, and a good test since',
    'accident',
    then(
      granular,
      (now) => saw(now, 90, 'accident'),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state('an accident, drained without cleaning', 'accident', (now) => [
    saw(now, 900, 'accident'),
    stage(now, 600, 'clean', 'skipped'),
    filled(now, 500),
    test_(now, 10, goodReadings(granular)),
  ]),
  state(
    'a rash after the tub',
    'someone unwell',
    then(
      'bromine tablets',
      (now) => saw(now, 60, 'rash'),
      (now) => test_(now, 10, goodReadings('bromine tablets')),
    ),
    'bromine tablets',
  ),
  state(
    'fever after the tub',
    'someone unwell',
    then(
      granular,
      (now) => saw(now, 60, 'fever'),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state(
    'pipe flush in the water',
    'flush in the water',
    then(
      granular,
      (now) => dosed(now, 90, 'pipe flush', 200),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state(
    'the purge has begun',
    'refill under way',
    then(granular, (now) => stage(now, 60, 'purge', 'begun')),
  ),
  state(
    'drained',
    'refill under way',
    then(granular, (now) => stage(now, 60, 'drain', 'done')),
  ),
  state(
    'filters out for the refill',
    'no filter',
    then(granular, (now) => stage(now, 60, 'filters out', 'done')),
  ),
  state(
    'trichlor in biguanide',
    'incompatible sanitizers',
    then(
      'biguanide',
      (now) => dosed(now, 600, 'trichlor', 20),
      (now) => test_(now, 10, goodReadings('biguanide')),
    ),
    'biguanide',
  ),
  state(
    'an oxygen packet in biguanide',
    'incompatible sanitizers',
    then(
      'biguanide',
      (now) => dosed(now, 600, 'oxygen packet', 30),
      (now) => test_(now, 10, goodReadings('biguanide')),
    ),
    'biguanide',
  ),
  state(
    'a slow cleaning tablet in biguanide',
    'incompatible sanitizers',
    then(
      'biguanide',
      (now) => dosed(now, 600, 'slow cleaning tablet', 20),
      (now) => test_(now, 10, goodReadings('biguanide')),
    ),
    'biguanide',
  ),
  state(
    'biguanide in chlorine water',
    'incompatible sanitizers',
    then(
      granular,
      (now) => dosed(now, 600, 'biguanide', 200),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state('41 °C', 'too hot', wellKept(granular, { temperature: 41 })),
  state('41 °C yesterday, not measured since', 'too hot', (now) => [
    test_(now, 20 * HOUR_MINUTES, { ...goodReadings(granular), temperature: 41 }),
    test_(now, 10, { freeChlorine: 4, pH: 7.4 }),
  ]),
  state(
    'the heater is set to 41 °C',
    'too hot',
    wellKept(granular, { temperature: 37 }),
    granular,
    {
      setTemperatureCelsius: 41,
    },
  ),
  state(
    'no sanitizer, by a range that starts at nothing',
    'sanitizer low',
    wellKept(granular, { freeChlorine: 0 }),
    granular,
    own(0, 4),
  ),
  state('chlorine 6', 'sanitizer high', wellKept(granular, { freeChlorine: 6, totalChlorine: 6 })),
  state(
    'chlorine 11, where the owner has raised the limit to 10',
    'sanitizer high',
    wellKept(granular, { freeChlorine: 11, totalChlorine: 11 }),
    granular,
    { keepOutAbovePpm: 10 },
  ),
  state(
    'bromine 9',
    'sanitizer high',
    wellKept('bromine tablets', { bromine: 9 }),
    'bromine tablets',
  ),
  state(
    'combined chlorine 1.4',
    'combined chlorine high',
    wellKept(granular, { freeChlorine: 3.8, totalChlorine: 5.2 }),
  ),
  state(
    'stabiliser 90 and chlorine 3.1',
    'sanitizer low',
    wellKept(granular, { freeChlorine: 3.1, totalChlorine: 3.2, cyanuricAcid: 90 }),
  ),
  state('stabiliser 120', 'stabiliser too high', wellKept(granular, { cyanuricAcid: 120 })),
  state('a start-up that stands before its first shock', 'start-up unfinished', (now) => [
    filled(now, 600),
    { kind: 'start', at: now - 500 * MINUTE, body: { step: 'filled' } },
    test_(now, 10, goodReadings(granular)),
  ]),
  state(
    'people are in',
    'people in',
    then(granular, (now) => ({
      kind: 'soak',
      at: now - 10 * MINUTE,
      body: { people: 2, minutes: 30 },
    })),
  ),
  state(
    'read too low, and nothing went in',
    'sanitizer low',
    then('bromine tablets', (now) => test_(now, 90, { bromine: 1.5, pH: 7.4 })),
    'bromine tablets',
  ),
]

/** States in which they may. */
export const OPEN_STATES: readonly State[] = [
  ...EVERY.map((id) => state(`${id}: a good test of everything`, undefined, wellKept(id), id)),
  state(
    'a reading at the floor',
    undefined,
    wellKept(granular, { freeChlorine: 3, totalChlorine: 3 }),
  ),
  state(
    'chlorine 2 by a range of 1 to 4',
    undefined,
    wellKept(granular, { freeChlorine: 2, totalChlorine: 2 }),
    granular,
    own(1, 4),
  ),
  state(
    'stabiliser 80 and chlorine 4.6',
    undefined,
    wellKept(granular, { freeChlorine: 4.6, totalChlorine: 4.7, cyanuricAcid: 80 }),
  ),
  state(
    'chlorine 7, where the owner has raised the limit',
    undefined,
    wellKept(granular, { freeChlorine: 7, totalChlorine: 7 }),
    granular,
    { keepOutAbovePpm: 8 },
  ),
  state(
    'low hardness and alkalinity',
    undefined,
    wellKept(granular, { calciumHardness: 60, totalAlkalinity: 60 }),
  ),
  state('cloudy two days ago, clear and tested since', undefined, (now) => [
    saw(now, 2 * DAY_MINUTES, 'cloudy'),
    saw(now, DAY_MINUTES),
    test_(now, 20, goodReadings(granular)),
  ]),
  state('an accident, then drained, cleaned and refilled', undefined, (now) => [
    saw(now, 3 * DAY_MINUTES, 'accident'),
    stage(now, 2 * DAY_MINUTES, 'clean', 'done'),
    filled(now, DAY_MINUTES),
    test_(now, 20, goodReadings(granular)),
  ]),
  state('dosed an hour ago and tested half an hour after', undefined, (now) => [
    test_(now, 90, { ...goodReadings(granular), freeChlorine: 1 }),
    dosed(now, 60, 'sodium dichlor dihydrate', 6),
    test_(now, 30, goodReadings(granular)),
  ]),
  state('41 °C yesterday, 38 °C now', undefined, (now) => [
    test_(now, DAY_MINUTES, { ...goodReadings(granular), temperature: 41 }),
    test_(now, 20, { ...goodReadings(granular), temperature: 38 }),
  ]),
  state(
    'filter swapped an hour ago',
    undefined,
    then(
      granular,
      (now) => filterAct(now, 70, 'take out'),
      (now) => filterAct(now, 60, 'put in'),
      (now) => test_(now, 10, goodReadings(granular)),
    ),
  ),
  state('a refill done three days ago, stages and all', undefined, (now) => [
    stage(now, 4 * DAY_MINUTES, 'purge', 'done'),
    stage(now, 4 * DAY_MINUTES - 100, 'filters out', 'done'),
    stage(now, 4 * DAY_MINUTES - 200, 'drain', 'done'),
    stage(now, 4 * DAY_MINUTES - 300, 'clean', 'done'),
    stage(now, 4 * DAY_MINUTES - 400, 'fill', 'done'),
    filled(now, 4 * DAY_MINUTES - 400),
    stage(now, 4 * DAY_MINUTES - 420, 'filters in', 'done'),
    test_(now, 20, goodReadings(granular)),
  ]),
  state(
    'a slow tablet loaded into the floater',
    undefined,
    then(
      'bromine tablets',
      (now) => dosed(now, 60, 'bromochlorodimethylhydantoin', 40),
      (now) => test_(now, 10, goodReadings('bromine tablets')),
    ),
    'bromine tablets',
  ),
]
