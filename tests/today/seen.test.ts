import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import type { Sign } from '@/core/journal/sign'
import { PROGRAMMES, type ProgrammeId } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import { DAY, HOUR, MINUTE } from '@/core/time'
import type { House } from '@/core/today/house'
import { planToday, supposedPlan } from '@/core/today/planToday'
import { today } from '@/core/today/today'
import { planText } from '@/words/planWords'
import { formatVerdict } from '@/words/verdictWords'
import { visitTitle } from '@/words/visitWords'
import { goodReadings } from '../closureStates'
import { NOW, tubWith } from '../core/waters'
import { viewOf } from '../ui/view'

/** States that people were in, and what had been said to them by one place or another (common practice, by hand). */
const ago = (minutes: number) => NOW - minutes * MINUTE
const fill = (days: number): NewEntry => ({
  kind: 'water',
  at: NOW - days * DAY,
  body: { replacedFraction: 1 },
})
const test_ = (
  minutes: number,
  readings: Readings,
  method: 'drops' | 'strip' = 'drops',
): NewEntry => ({
  kind: 'test',
  at: ago(minutes),
  body: { method, readings },
})
const saw = (minutes: number, ...signs: Sign[]): NewEntry => ({
  kind: 'look',
  at: ago(minutes),
  body: { signs },
})
const poured = (
  minutes: number,
  product: Extract<NewEntry, { kind: 'dose' }>['body']['product'],
  grams: number,
): NewEntry => ({ kind: 'dose', at: ago(minutes), body: { product, grams } })
const journalOf = (entries: readonly NewEntry[]): Entry[] =>
  inOrder(entries.map((one, i) => ({ ...one, id: i + 1 }) as Entry))

const ask = (programme: ProgrammeId, entries: readonly NewEntry[], house: House = {}) => {
  const tub = tubWith(programme)
  const journal = journalOf(entries)
  return today({ id: 1, ensemble: ensembleOf(tub, journal, NOW, 24), ...house }, tub, journal, NOW)
}
const doable = (said: ReturnType<typeof ask>) =>
  said.chores.map(({ chore }) => chore.id).filter((id) => !said.choresShut.has(id))

const STARTING: NewEntry[] = [
  fill(0.3),
  { kind: 'start', at: NOW - 6 * HOUR, body: { step: 'filled' } },
  test_(60, { pH: 7.5, totalAlkalinity: 100, calciumHardness: 180, freeChlorine: 0 }),
]

describe('an electric shock in a start-up', () => {
  const said = ask('granular chlorine', [...STARTING, saw(10, 'electric shock')])
  test('nothing is poured, tested, ticked or walked through, in any list', () => {
    expect(said.hands).toBe('keep away')
    expect(said.plan.steps).toEqual([])
    expect(said.acts.map((act) => (act.kind === 'open' ? act.way : act.kind))).toEqual([
      'power off',
      'call an electrician',
      ...said.acts.filter(({ kind }) => kind === 'chore').map(() => 'chore'),
    ])
    expect(said.visit.acts).toEqual([])
    for (const kind of [
      'start-up',
      'dose',
      'test',
      'retest',
      'shock',
      'feeder',
      'trouble',
    ] as const)
      expect(said.agenda.map((item) => item.kind)).not.toContain(kind)
    expect(said.startUp?.shutBy?.code).toBe('electrical fault')
    expect(said.readyAt).toBeUndefined()
    expect(said.decides).toMatchObject({ by: 'person' })
  })
  test('Now, the printed sheet and the visit say no amount', () => {
    const { view, preferences } = viewOf(
      'granular chlorine',
      journalOf([...STARTING, saw(10, 'electric shock')]),
      NOW,
    )
    expect(formatVerdict(view, preferences).sentence).toBe('Closed. Call an electrician.')
    expect(planText(view, preferences)).not.toMatch(/\d+ g\b/)
    expect(visitTitle(view.visit, [{ at: view.readyAt }], preferences)).toMatch(/stays closed/)
  })
})

test('an electric shock beside an accident: nobody is told to drain, anywhere', () => {
  const { view, preferences } = viewOf(
    'granular chlorine',
    journalOf([
      fill(40),
      test_(60, { ...goodReadings('granular chlorine'), freeChlorine: 1 }),
      saw(20, 'accident'),
      saw(10, 'electric shock'),
    ]),
    NOW,
  )
  const words = formatVerdict(view, preferences)
  expect([words.sentence, words.reason, ...words.also].join(' ')).not.toMatch(/[Dd]rain|Dose/)
  expect(planText(view, preferences)).not.toMatch(/[Dd]rain|Dose,/)
  expect(view.acts.flatMap((act) => (act.kind === 'open' ? [act.way] : []))).toEqual([
    'power off',
    'call an electrician',
  ])
})

test.each<[Sign, readonly string[]]>([
  ['electric shock', ['filter rinse', 'waterline', 'earth-fault test', 'level look']],
  ['power trips', ['filter rinse', 'waterline', 'earth-fault test', 'level look']],
  ['fumes', ['filter rinse', 'waterline', 'earth-fault test', 'level look']],
  ['accident', ['filter rinse', 'waterline', 'earth-fault test']],
  ['glass', ['filter rinse', 'waterline', 'earth-fault test']],
  ['fever', ['filter rinse', 'waterline']],
])('%s: no hand at what it forbids', (sign, forbidden) => {
  const said = ask('granular chlorine', [
    fill(60),
    test_(60, goodReadings('granular chlorine')),
    saw(10, sign),
  ])
  for (const chore of forbidden) expect(doable(said)).not.toContain(chore)
  for (const act of said.acts)
    if (act.kind === 'chore') expect(forbidden).not.toContain(act.chore.id)
  for (const { what } of said.visit.acts)
    if (what.kind === 'chore') expect(forbidden).not.toContain(what.chore.id)
  expect(said.plan.steps).toEqual([])
  expect(said.readyAt).toBeUndefined()
})

test('with the breaker tripped nobody opens a feeder by a notch', () => {
  const said = ask('bromine tablets', [
    fill(40),
    poured(60 * 24 * 3, 'bromochlorodimethylhydantoin', 100),
    test_(60 * 26, { ...goodReadings('bromine tablets'), bromine: 2 }),
    test_(60, { ...goodReadings('bromine tablets'), bromine: 1 }),
    saw(10, 'power trips'),
  ])
  expect(said.feeder?.shutBy?.code).toBe('electrical fault')
  expect(said.acts.map(({ kind }) => kind)).not.toContain('feeder')
})

test('the earth-fault test needs power: without it a good device looks broken', () => {
  const before = [fill(60), test_(60, goodReadings('granular chlorine'))]
  expect(doable(ask('granular chlorine', before))).toContain('earth-fault test')
  const said = ask('granular chlorine', [
    ...before,
    { kind: 'note', at: ago(30), body: { text: 'The power went off', power: 'off' } },
  ])
  expect(said.verdict.closures.map(({ code }) => code)).toContain('no power')
  expect(doable(said)).not.toContain('earth-fault test')
})

describe('no hour is promised on a tub that nobody may enter then', () => {
  test('at 14 ppm of chlorine it is days, not minutes', () => {
    const said = ask('granular chlorine', [
      fill(40),
      test_(10, { ...goodReadings('granular chlorine'), freeChlorine: 14, totalChlorine: 14 }),
    ])
    expect(said.readyAt ?? Number.POSITIVE_INFINITY).toBeGreaterThan(NOW + DAY)
    expect(said.acts.some((act) => act.kind === 'open' && act.way === 'wait')).toBe(true)
    expect(said.decides?.by).toBe('wait')
  })
  test.each<ProgrammeId>([
    'in-line salt chlorine',
    'silver or mineral with low chlorine',
    'biguanide',
    'bromine tablets',
  ])('sanitizer at nothing, %s', (programme) => {
    const { sanitizer } = PROGRAMMES.find(({ id }) => id === programme) ?? { sanitizer: 'pH' }
    const said = ask(programme, [
      fill(40),
      test_(10, { ...goodReadings(programme), [sanitizer]: 0 }),
    ])
    expect(said.verdict.mayGetIn).toBe('no')
    if (said.readyAt !== undefined) {
      expect(said.plan.steps.length).toBeGreaterThan(0)
      expect(said.readyAt).toBeGreaterThan(NOW + 20 * MINUTE)
    }
  })
  test.each<Sign>(['cloudy', 'fever', 'fumes'])('%s', (sign) => {
    const said = ask('granular chlorine', [
      fill(40),
      test_(30, { ...goodReadings('granular chlorine'), freeChlorine: 1 }),
      saw(5, sign),
    ])
    expect(said.readyAt).toBeUndefined()
  })
})

test('combined chlorine with nobody logged: a shock and a test of total chlorine, here', () => {
  const said = ask('granular chlorine', [
    fill(40),
    test_(10, { ...goodReadings('granular chlorine'), freeChlorine: 3, totalChlorine: 5 }),
  ])
  expect(said.plan.steps.some(({ purposes }) => purposes.includes('shock'))).toBe(true)
  expect(
    said.acts.some((act) => act.kind === 'test' && act.quantities.includes('totalChlorine')),
  ).toBe(true)
})

test('stabiliser far above its limit: part of the water goes, and no more stabilised chlorine comes', () => {
  const said = ask('granular chlorine', [
    fill(70),
    test_(10, { ...goodReadings('granular chlorine'), freeChlorine: 4, cyanuricAcid: 140 }),
  ])
  expect(said.plan.steps.map(({ kind }) => kind)).toEqual(['replace water'])
  expect(said.plan.later.map(({ product }) => product)).not.toContain('sodium dichlor dihydrate')
})

test('what was poured a moment ago is not poured again: start shock, bank, inhibitor', () => {
  const shock = ask('granular chlorine', [...STARTING, poured(22, 'sodium dichlor dihydrate', 33)])
  const bank = ask('bromine tablets', [
    fill(0.3),
    { kind: 'start', at: NOW - 6 * HOUR, body: { step: 'filled' } },
    test_(60, { pH: 7.5, totalAlkalinity: 100, calciumHardness: 180, bromine: 0 }),
    poured(5, 'sodium bromide', 51),
  ])
  for (const said of [shock, bank]) {
    const products = said.acts.flatMap((act) =>
      act.kind === 'dose' && act.dose.kind === 'add' ? [act.dose.product] : [],
    )
    expect(products).not.toContain('sodium dichlor dihydrate')
    expect(products).not.toContain('sodium bromide')
    expect(said.acts.map(({ kind }) => kind)).not.toContain('start-up')
    expect(said.acts.some((act) => act.kind === 'open' || act.kind === 'test')).toBe(true)
  }
})

describe('a yes is shown by a test of both, within the day', () => {
  const good = goodReadings('granular chlorine')
  const { freeChlorine } = good
  test('a pH of a week ago leaves it at probably', () => {
    const old = ask('granular chlorine', [
      fill(40),
      test_(60 * 24 * 6, good),
      test_(10, { freeChlorine: freeChlorine ?? 4 }),
    ])
    expect(old.verdict.mayGetIn).not.toBe('yes')
    expect(ask('granular chlorine', [fill(40), test_(10, good)]).verdict.mayGetIn).toBe('yes')
  })
  test.each<[string, NewEntry[]]>([
    [
      'a strip of 5 ten minutes after drops of 0, nothing added',
      [test_(20, { ...good, freeChlorine: 0 }), test_(10, { ...good, freeChlorine: 5 }, 'strip')],
    ],
    ['total far below free', [test_(10, { ...good, freeChlorine: 5, totalChlorine: 1 })]],
    ['no alkalinity at pH 7.5', [test_(10, { ...good, totalAlkalinity: 0, pH: 7.5 })]],
  ])('%s is asked about', (_, entries) => {
    const { closures, mayGetIn } = ask('granular chlorine', [fill(40), ...entries]).verdict
    expect(['no', 'test first']).toContain(mayGetIn)
    expect(closures.map(({ code }) => code)).toContain('readings disagree')
  })
})

test('“too high at first” is said of what will be, and of nothing else', () => {
  const low = viewOf(
    'biguanide',
    journalOf([fill(40), test_(10, { ...goodReadings('biguanide'), pH: 8.1, biguanide: 0 })]),
    NOW,
  )
  expect(formatVerdict(low.view, low.preferences).reason).not.toMatch(/too high at first/)
})

test('nothing is said to have happened where nothing was logged', () => {
  const { view, preferences } = viewOf(
    'granular chlorine',
    journalOf([
      fill(40),
      test_(20 * 60, { ...goodReadings('granular chlorine'), freeChlorine: 3.4 }),
    ]),
    NOW,
  )
  const words = formatVerdict(view, preferences)
  expect([words.reason, ...words.also].join(' ')).not.toMatch(/happened since/)
})

test('what is only supposed passes the gate: fresh water first, and a water that the map is asked about', () => {
  const hard = {
    ...goodReadings('granular chlorine'),
    calciumHardness: 700,
    pH: 8.2,
    totalAlkalinity: 160,
  }
  const stepsOf = (...seen: NewEntry[]) => {
    const { tub, journal, estimate, asked, planOptions, verdict } = {
      ...ask('granular chlorine', [fill(40), test_(20, hard), ...seen]),
      journal: journalOf([fill(40), test_(20, hard), ...seen]),
    }
    return [
      planToday(tub, journal, estimate, { ...asked, replaceWater: true }).plan.steps.filter(
        ({ kind }) => kind === 'replace water',
      ).length,
      supposedPlan(tub, [], estimate, { ...planOptions, found: verdict.closures }).steps.length,
    ].map((steps) => steps > 0)
  }
  expect(stepsOf()).toEqual([true, true])
  expect(stepsOf(saw(5, 'electric shock'))).toEqual([false, false])
})

describe('a strip below the floor where the estimate stands above it', () => {
  const good = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 180 }
  const before = [fill(10), test_(26 * 60, good), test_(5 * 60, { ...good, freeChlorine: 3.8 })]
  const dosed = poured(60, 'sodium dichlor dihydrate', 0.5)
  const strip = (minutes: number, freeChlorine: number) => test_(minutes, { freeChlorine }, 'strip')
  const codes = (...strips: NewEntry[]) => {
    const said = ask('granular chlorine', [...before, dosed, ...strips])
    const { mayGetIn, closures, readLow } = said.verdict
    return { may: mayGetIn, shut: closures.map(({ code }) => code), readLow }
  }
  test('one asks for a second', () => {
    expect(codes(strip(10, 2.6)).shut).toEqual(['sanitizer low'])
    const { view, preferences } = viewOf(
      'granular chlorine',
      journalOf([...before, dosed, strip(10, 2.6)]),
      NOW,
    )
    // The column beside it shows the estimate.
    expect(formatVerdict(view, preferences).reason).toBe(
      'Free chlorine read 2.6 ppm; it should be at least 3.0. Test again.',
    )
  })
  test('two, with a mean that stands, leave it to the estimate: nobody is asked a third time', () => {
    expect(codes(strip(10, 2.6), strip(5, 2.7))).toEqual({
      may: 'probably',
      shut: [],
      readLow: 2.7,
    })
    const { view, preferences } = viewOf(
      'granular chlorine',
      journalOf([...before, dosed, strip(10, 2.6), strip(5, 2.7)]),
      NOW,
    )
    const words = formatVerdict(view, preferences)
    expect(words.sentence).toBe('Probably. Test to be sure.')
    expect(words.reason).toMatch(/by estimate, though your last test read 2\.7 ppm\./)
  })
  test('two that chance puts too far from the estimate do not', () => {
    const high = poured(60, 'sodium dichlor dihydrate', 2.5)
    const said = ask('granular chlorine', [...before, high, strip(10, 2.6), strip(5, 2.7)])
    expect(said.verdict.closures.map(({ code }) => code)).toContain('sanitizer low')
  })
  test('two that say it is gone do not', () => {
    expect(codes(strip(10, 1.5), strip(5, 1)).shut).toContain('sanitizer low')
  })
  test('nor do two whose mean is gone, whatever the estimate still holds', () => {
    expect(codes(strip(10, 2.1), strip(5, 2.1)).shut).toContain('sanitizer low')
  })
  test('nor one of this afternoon with one of tonight', () => {
    const shut = (minutes: number) =>
      ask('granular chlorine', [
        ...before,
        strip(minutes, 2.6),
        strip(5, 2.7),
      ]).verdict.closures.map(({ code }) => code)
    expect([shut(115), shut(125)]).toEqual([[], ['sanitizer low']])
  })
  test('nor does one of before a dose count', () => {
    expect(codes(strip(70, 2.6), strip(5, 2.7)).shut).toContain('sanitizer low')
  })
})

describe('the list of what comes next', () => {
  const good = goodReadings('granular chlorine')
  const kinds = (said: ReturnType<typeof ask>) => said.agenda.map(({ kind }) => kind)
  const soak: NewEntry = { kind: 'soak', at: NOW - 2 * DAY, body: { people: 4, minutes: 60 } }
  // Chores, a shock and a test are due.
  const old = [fill(40), test_(3 * 24 * 60, good), soak]

  test('has chores and a shock where they are due, and neither while hands keep away', () => {
    expect(kinds(ask('granular chlorine', old))).toContain('chores')
    const shut = kinds(ask('granular chlorine', [...old, saw(10, 'electric shock')]))
    expect(shut).not.toContain('shock')
    for (const item of ask('granular chlorine', [...old, saw(10, 'electric shock')]).agenda)
      if (item.kind === 'chores') expect(item.chores.map(({ id }) => id)).toEqual(['technician'])
  })
  test('waits with tests and shocks until people are back', () => {
    const to = NOW + 5 * DAY
    const stays = [{ id: 1, kind: 'away' as const, title: 'Away', from: NOW - DAY, to }]
    const here = ask('granular chlorine', old).agenda
    expect(here.some(({ kind, due }) => kind === 'test' && due < to)).toBe(true)
    for (const { kind, due } of ask('granular chlorine', old, { upkeep: { stays } }).agenda)
      if (kind === 'test' || kind === 'retest' || kind === 'shock')
        expect(due).toBeGreaterThanOrEqual(to)
  })
})
