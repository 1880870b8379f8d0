import fc from 'fast-check'
import type { Plan } from '@/core/advice/planTypes'
import { sourcesOf, usualShelf } from '@/core/advice/shelf'
import { residualForecast } from '@/core/estimate/forecast'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { estimateNow } from '@/core/estimate/learning/estimateNow'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { SIGNS } from '@/core/journal/sign'
import { PRODUCT_NAMES } from '@/core/products/product'
import { PROGRAMMES, type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { closures } from '@/core/today/closures'
import { CLOSURE_CODES } from '@/core/today/closureTable'
import { gathering } from '@/core/today/gathering'
import { aheadAt, outlookOf } from '@/core/today/readyAhead'
import { soakAhead } from '@/core/today/soakAhead'
import { today } from '@/core/today/today'
import type { Verdict } from '@/core/today/verdict'
import type { Tub } from '@/core/tub/tub'
import { formatClosure } from '@/words/closureWords'
import { formatVerdict } from '@/words/verdictWords'
import { CLOSED_STATES, goodReadings, OPEN_STATES, type State } from '../closureStates'
import { share } from '../share'
import { preferences } from '../ui/view'
import { NOW, tubWith } from './waters'

const numbered = (entries: readonly NewEntry[]): Entry[] =>
  [...entries].sort((a, b) => a.at - b.at).map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)

const judge = (
  tub: Tub,
  entries: readonly NewEntry[],
  now = NOW,
  house: Parameters<typeof today>[0] = {},
) => {
  const journal = numbered(entries)
  const ensemble = ensembleOf(tub, journal, now, 64)
  const said = today({ ensemble, ...house }, tub, journal, now)
  return { ...said, journal, found: said.verdict, words: () => formatVerdict(said, preferences) }
}
const judged = ({ programme, tub, entries }: State) =>
  judge({ ...tubWith(programme), ...tub }, entries(NOW))

test('there are sixty states that must not read yes, and twenty that must, over all programmes', () => {
  expect(CLOSED_STATES.length).toBeGreaterThanOrEqual(60)
  expect(OPEN_STATES.length).toBeGreaterThanOrEqual(20)
  for (const { id } of PROGRAMMES)
    for (const states of [CLOSED_STATES, OPEN_STATES])
      expect(states.some(({ programme }) => programme === id)).toBe(true)
})

test.each(CLOSED_STATES.map((one) => [one.name, one] as const))('closed: %s', (_, state) => {
  const { found, ...said } = judged(state)
  expect(found.closures.map(({ code }) => code)).toContain(state.closedBy)
  expect(['no', 'test first']).toContain(found.mayGetIn)
  const words = said.words()
  expect(words.sentence).not.toMatch(/^(Yes|Probably)/)
  for (const closure of found.closures) {
    const { why, lift, action } = formatClosure(closure, preferences)
    expect(why.length + lift.length).toBeGreaterThan(20)
    expect(action.place).toBeTruthy()
  }
})

test.each(OPEN_STATES.map((one) => [one.name, one] as const))('open: %s', (_, state) => {
  const { found, words: say } = judged(state)
  expect(found.closures).toEqual([])
  expect(['yes', 'probably']).toContain(found.mayGetIn)
  const words = say()
  expect(words.sentence).toMatch(/^(Yes|Probably)/)
})

test('a yes below the published floor says so in its sentence', () => {
  const state = OPEN_STATES.find(({ name }) => name.includes('range of 1 to 4'))
  if (!state) throw new Error('no such state')
  const words = judged(state).words()
  expect(words.sentence).toBe('Yes, below the published floor.')
  expect(words.reason).toContain('published floor of 3.0 ppm')
})

test('the gravest closure leads, and the copper button with it; never to a dose while no filter is in', () => {
  const read: NewEntry[] = [
    {
      kind: 'test',
      at: NOW - HOUR,
      body: {
        method: 'drops',
        readings: { ...goodReadings('granular chlorine'), freeChlorine: 1 },
      },
    },
  ]
  const { found, words: say } = judge(tubWith(), read, NOW, { noFilter: NOW - 2 * HOUR })
  const words = say()
  expect(found.closures[0]?.code).toBe('no filter')
  expect(words.action.place).toMatch(/^upkeep/)
  expect(words.also.join(' ')).toContain('Free chlorine is about 1.0 ppm')
})

const anyProgramme = fc.constantFrom<ProgrammeId>(...PROGRAMMES.map(({ id }) => id))
const anyEntry = (programme: ProgrammeId) =>
  fc
    .tuple(
      fc.integer({ min: 1, max: 4 * 24 * 60 }),
      fc.oneof(
        fc.record({
          scale: fc.double({ min: 0, max: 2.5, noNaN: true }),
          pH: fc.double({ min: 6.6, max: 8.4, noNaN: true }),
          temperature: fc.double({ min: 30, max: 42, noNaN: true }),
          all: fc.boolean(),
        }),
        fc.record({
          product: fc.constantFrom(...PRODUCT_NAMES),
          grams: fc.double({ min: 1, max: 60, noNaN: true }),
        }),
        fc.record({
          people: fc.integer({ min: 1, max: 6 }),
          minutes: fc.integer({ min: 5, max: 60 }),
        }),
        fc.record({ signs: fc.subarray([...SIGNS], { maxLength: 2 }) }),
        fc.record({ replacedFraction: fc.constantFrom(0.05, 0.3, 1) }),
      ),
    )
    .map(([minutes, body]): NewEntry => {
      const at = NOW - minutes * MINUTE
      if ('scale' in body) {
        const good = goodReadings(programme)
        const { sanitizer } = programmeOf(programme)
        const level = (good[sanitizer] ?? 0) * body.scale
        return {
          kind: 'test',
          at,
          body: {
            method: 'drops',
            readings: body.all
              ? { ...good, [sanitizer]: level, pH: body.pH, temperature: body.temperature }
              : { [sanitizer]: level },
          },
        }
      }
      if ('product' in body) return { kind: 'dose', at, body }
      if ('people' in body) return { kind: 'soak', at, body }
      if ('signs' in body) return { kind: 'look', at, body }
      return { kind: 'water', at, body }
    })
const anyCase = anyProgramme.chain((programme) =>
  fc.record({
    programme: fc.constant(programme),
    entries: fc.array(anyEntry(programme), { maxLength: 12 }),
  }),
)
const opens = ({ mayGetIn }: Verdict) => mayGetIn === 'yes' || mayGetIn === 'probably'

test('no place says more than the closures allow: soaks ahead, gathering, ribbon, words', () => {
  fc.assert(
    fc.property(anyCase, ({ programme, entries }) => {
      const { tub, estimate, found, words: say } = judge(tubWith(programme), entries)
      expect(opens(found)).toBe(found.closures.length === 0)
      const { sources } = sourcesOf(
        usualShelf(programmeOf(programme)),
        programmeOf(programme),
        estimate.water,
      )
      const { closures } = found
      const [first] = gathering(
        { tub, estimate, plan: { steps: [] } as unknown as Plan, closures },
        [{ people: 2, minutes: 20 }],
        sources,
      )
      const soon = soakAhead(tub, estimate, NOW + HOUR, found.closures)
      const words = say()
      expect(/^(Yes|Probably)/.test(words.sentence)).toBe(opens(found))
      if (found.closures.length > 0) {
        expect(first?.verdict).not.toBe('in')
        expect(soon.advice).not.toBe('ready')
        const outlook = outlookOf(tub, estimate, found.closures, undefined)
        for (const point of residualForecast(tub, estimate, 12) ?? [])
          expect(aheadAt(tub, estimate, point, outlook)).not.toBe('ready')
      }
    }),
    { numRuns: share('journals, said no more of than the closures allow', 40, 120) },
  )
})

test('a sign, a stage begun, or a warm reading never opens a tub', () => {
  fc.assert(
    fc.property(
      anyCase,
      fc.constantFrom(...SIGNS),
      fc.constantFrom('purge', 'drain', 'filters out', 'clean', 'fill'),
      ({ programme, entries }, sign, stage) => {
        const tub = tubWith(programme)
        const before = judge(tub, entries).found
        const later: NewEntry[] = [
          { kind: 'look', at: NOW, body: { signs: [sign, 'cloudy'] } },
          {
            kind: 'refill',
            at: NOW,
            body: { refill: 3, stage: stage as 'purge', what: 'begun' },
          },
          {
            kind: 'test',
            at: NOW,
            body: { method: 'drops', readings: { temperature: 41 } },
          },
        ]
        for (const one of later)
          if (!opens(before)) expect(opens(judge(tub, [...entries, one]).found)).toBe(false)
      },
    ),
    { numRuns: share('journals that a sign never opens', 25, 60) },
  )
})

test('a fresh good test of everything opens it when nothing else holds', () => {
  const LASTING = new Set<string>([
    'accident',
    'someone unwell',
    'incompatible sanitizers',
    'flush in the water',
    'refill under way',
    'people in',
    'electrical fault',
    'no filter',
    'cloudy',
    'dose mixing',
    'stabiliser too high',
    'start-up unfinished',
  ])
  fc.assert(
    fc.property(anyCase, ({ programme, entries }) => {
      const tub = tubWith(programme)
      const before = judge(tub, entries).found
      if (before.closures.some(({ code }) => LASTING.has(code))) return
      const { estimate } = judge(tub, entries)
      // Where dichlor has brought stabiliser, the floor is higher than the middle of the range.
      if (estimate.reading.cyanuricAcidPpm > 70) return
      const fresh: NewEntry = {
        kind: 'test',
        at: NOW,
        body: { method: 'drops', readings: goodReadings(programme) },
      }
      // What bathers have just left may take all of it yet.
      const { estimate: then } = judge(tub, [...entries, fresh])
      const { sanitizer } = programmeOf(programme)
      if (then.outstandingDemandPpm >= then.quantities[sanitizer].value) return
      // Where a test of the last hours read too little and nothing went in since, the new one is asked about.
      const left = judge(tub, [...entries, fresh]).found.closures
      expect(left.filter(({ code }) => code !== 'readings disagree')).toEqual([])
    }),
    { numRuns: share('journals that a good test opens', 25, 80) },
  )
})

test('a pH that is read outside its limits shuts the tub, however sure the estimate is, until a second test or a correction', () => {
  const tub = tubWith('granular chlorine')
  const good = { freeChlorine: 4, totalAlkalinity: 100 }
  const read = (hours: number, pH: number, method: 'drops' | 'strip' = 'drops'): NewEntry => ({
    kind: 'test',
    at: NOW - hours * HOUR,
    body: { method, readings: { ...good, pH } },
  })
  const calm = [50, 38, 26, 14].map((hours) => read(hours, 7.5))
  const codes = (...entries: NewEntry[]) =>
    judge(tub, [...calm, ...entries]).found.closures.map(({ code }) => code)
  const { estimate } = judge(tub, [...calm, read(0.1, 8.0, 'strip')])
  expect(estimate.quantities.pH.value).toBeLessThan(7.8)
  expect(estimate.quantities.pH.odd).toBeUndefined()
  expect(codes(read(0.1, 8.0, 'strip'))).toEqual(['readings disagree'])
  expect(codes(read(0.2, 8.0, 'strip'), read(0.1, 7.6))).toEqual([])
})

test('the codes stand in one order, each once', () => {
  expect(new Set(CLOSURE_CODES).size).toBe(CLOSURE_CODES.length)
  const tub = tubWith()
  const { estimate } = estimateNow(tub, [], NOW)
  expect(closures(tub, [], estimate, { noFilter: NOW - DAY }).map(({ code }) => code)).toEqual([
    'no filter',
    'never tested',
  ])
})

test('a yes in water with far too much salt says so', () => {
  const tub = tubWith('in-line salt chlorine')
  const readings = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 70, salt: 6000 }
  const { found, words } = judge(tub, [
    { kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
    { kind: 'test', at: NOW - HOUR, body: { method: 'drops', readings } },
  ])
  expect(found.mayGetIn).toBe('yes')
  expect(words().reason).toContain('High salt is no reason to stay out')
})
