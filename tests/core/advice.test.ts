import { whyNotAfter } from '@/core/advice/handling'
import { dosePlan } from '@/core/advice/plan'
import { stateOf } from '@/core/advice/state'
import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { floorBroken, PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { agenda } from '@/core/today/agenda'
import { verdict } from '@/core/today/verdict'
import type { TestRhythm, Tub } from '@/core/tub/tub'
import { journal, NOW, tested, tubWith } from './waters'

const fine = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }
const judge = (tub: Tub, entries: Entry[], now = NOW) =>
  verdict(tub, entries, estimate(tub, entries, now))
const codes = (tub: Tub, entries: Entry[], now = NOW) =>
  judge(tub, entries, now).closures.map(({ code }) => code)
const todo = (tub: Tub, entries: Entry[], now = NOW) => {
  const state = estimate(tub, entries, now)
  return agenda(tub, entries, { estimate: state, plan: dosePlan(tub, entries, state) })
}

describe('the verdict', () => {
  const tub = tubWith()
  test('no reading', () =>
    expect(judge(tub, [])).toMatchObject({
      mayGetIn: 'test first',
      closures: [{ code: 'never tested' }],
    }))
  test('a fill without a test is no reading', () =>
    expect(
      codes(tub, journal({ kind: 'water', at: NOW - DAY, body: { replacedFraction: 1 } })),
    ).toEqual(['never tested']))
  test('fine', () => {
    expect(judge(tub, journal(tested(NOW - 10 * MINUTE, fine)))).toEqual({
      mayGetIn: 'yes',
      closures: [],
      belowFloor: undefined,
      readLow: undefined,
      balanceOut: [],
    })
  })
  test('a day old is stale', () =>
    expect(judge(tub, journal(tested(NOW - 25 * HOUR, fine)))).toMatchObject({
      mayGetIn: 'test first',
      closures: [{ code: 'test too old', quantity: 'freeChlorine', unsure: false }],
    }))
  test('pH that was never read keeps people out', () =>
    expect(judge(tub, journal(tested(NOW - HOUR, { freeChlorine: 4 })))).toMatchObject({
      mayGetIn: 'test first',
      closures: [{ code: 'never tested', quantities: ['pH'] }],
    }))
  test('out of band names what, and the limit it broke', () => {
    const found = judge(tub, journal(tested(NOW - MINUTE, { ...fine, freeChlorine: 1, pH: 8 })))
    expect(found).toMatchObject({
      mayGetIn: 'no',
      closures: [
        { code: 'pH high', quantity: 'pH', limit: 7.8 },
        { code: 'sanitizer low', quantity: 'freeChlorine', limit: 3 },
      ],
    })
  })
  test('too hot closes the tub: 40 °C, published, from memory', () =>
    expect(judge(tub, journal(tested(NOW - MINUTE, { ...fine, temperature: 41 })))).toMatchObject({
      mayGetIn: 'no',
      closures: [{ code: 'too hot', limit: 40 }],
    }))
  test('low hardness is named and keeps nobody out', () =>
    expect(
      judge(tub, journal(tested(NOW - MINUTE, { ...fine, calciumHardness: 90 }))),
    ).toMatchObject({
      mayGetIn: 'yes',
      balanceOut: [{ quantity: 'calciumHardness', side: 'low' }],
    }))
  test('while a product mixes nobody gets in; afterwards a test has to show it', () => {
    const entries = journal(tested(NOW - 30 * MINUTE, { ...fine, freeChlorine: 2 }), {
      kind: 'dose',
      at: NOW - 5 * MINUTE,
      body: { product: 'sodium dichlor dihydrate', grams: 5 },
    })
    expect(judge(tub, entries).closures[0]).toMatchObject({
      code: 'dose mixing',
      until: NOW + 15 * MINUTE,
    })
    expect(codes(tub, entries, NOW + 20 * MINUTE)).toEqual(['not retested'])
  })
  test('a test in the middle of a wait does not let anyone in', () => {
    const entries = journal(
      tested(NOW - 30 * MINUTE, { ...fine, freeChlorine: 2 }),
      {
        kind: 'dose',
        at: NOW - 5 * MINUTE,
        body: { product: 'sodium dichlor dihydrate', grams: 5 },
      },
      tested(NOW - MINUTE, fine),
    )
    expect(codes(tub, entries)).toEqual(['dose mixing', 'not retested'])
    expect(judge(tub, entries, NOW + 16 * MINUTE).mayGetIn).toBe('test first')
    const mixed = [...entries, { ...tested(NOW + 16 * MINUTE, fine), id: 9 } as Entry]
    expect(judge(tub, mixed, NOW + 17 * MINUTE).mayGetIn).toBe('yes')
  })
  test('a residual that may have fallen out since it was read is not a plain yes', () =>
    expect(codes(tub, journal(tested(NOW - 20 * HOUR, { ...fine, freeChlorine: 3.3 })))).toEqual([
      'sanitizer low',
    ]))
  test('a new fill forgets the old readings', () =>
    expect(
      judge(
        tub,
        journal(tested(NOW - HOUR, fine), {
          kind: 'water',
          at: NOW - MINUTE,
          body: { replacedFraction: 1 },
        }),
      ).closures[0]?.code,
    ).toBe('never tested'))
})

test('states: unknown, stale, low, high, drifting, in band', () => {
  const tub = tubWith()
  const state = (entries: Entry[], now = NOW) =>
    stateOf(tub, estimate(tub, entries, now), 'freeChlorine')
  expect(state([])).toBe('unknown')
  expect(state(journal(tested(NOW - 2 * DAY, fine)))).toBe('stale')
  expect(state(journal(tested(NOW, { ...fine, freeChlorine: 2 })))).toBe('low')
  expect(state(journal(tested(NOW, { ...fine, freeChlorine: 6 })))).toBe('high')
  expect(state(journal(tested(NOW, fine)))).toBe('in band')
  expect(state(journal(tested(NOW - 18 * HOUR, { ...fine, freeChlorine: 3.6 })))).toBe('drifting')
})

describe('the agenda', () => {
  const tub = tubWith()
  test('an empty journal asks for a test now', () => {
    const [first] = todo(tub, [])
    expect(first).toMatchObject({ kind: 'test', due: NOW })
  })
  test('out of band: the dose now, then the test that closes it', () => {
    const items = todo(tub, journal(tested(NOW, { ...fine, freeChlorine: 1 })))
    expect(items[0]).toMatchObject({ kind: 'dose', due: NOW })
    expect(items[1]?.kind).toBe('retest')
    expect(items[1]?.due).toBeGreaterThanOrEqual(NOW + 20 * MINUTE)
  })
  test('a residual too old to know is tested before anything is dosed', () => {
    const items = todo(tub, journal(tested(NOW - 3 * DAY, { ...fine, totalAlkalinity: 60 })))
    expect(items[0]).toMatchObject({ kind: 'test', due: NOW, quantities: ['freeChlorine'] })
    expect(items.some(({ kind }) => kind === 'dose')).toBe(true)
  })
  test('fine: the next test before the residual is forecast to leave its band', () => {
    const items = todo(tub, journal(tested(NOW, { ...fine, freeChlorine: 3.2 })))
    const test = items.find(({ kind }) => kind === 'test')
    // ln(3.2 / 3) / (0.2 / 24 h) = 7.7 h.
    expect(((test?.due ?? 0) - NOW) / HOUR).toBeGreaterThan(6.7)
    expect(((test?.due ?? 0) - NOW) / HOUR).toBeLessThan(8.7)
  })
  test('the water is changed after four months at the most (common practice)', () => {
    const items = todo(
      tub,
      journal(
        { kind: 'water', at: NOW - 10 * DAY, body: { replacedFraction: 1 } },
        tested(NOW, fine),
      ),
    )
    expect(items.find(({ kind }) => kind === 'refill')?.due).toBe(NOW + 110 * DAY)
  })
})

test('acid after chlorine, and chlorine after an oxidiser, say why not', () => {
  expect(whyNotAfter('sodium dichlor dihydrate', 'sodium bisulfate').code).toBe('acid and oxidiser')
  expect(whyNotAfter('sodium bisulfate', 'potassium monopersulfate').code).toBe('acid and oxidiser')
  expect(whyNotAfter('sodium dichlor dihydrate', 'potassium monopersulfate').code).toBe(
    'two oxidisers',
  )
  expect(whyNotAfter('sodium bisulfate', 'sodium bicarbonate')).toEqual({
    code: 'mixing',
    before: 'sodium bicarbonate',
  })
})

test('the default of every programme keeps the published floor; the lighter ones are known to break it', () => {
  for (const { id } of PROGRAMMES) {
    const { presets, sanitizer } = programmeOf(id)
    expect(floorBroken(sanitizer, presets[0].targets.sanitizer)).toBeUndefined()
    // US CDC guidance for hot tubs: 3 ppm chlorine, 4 ppm bromine, from memory; none for the chlorine-free ones.
    const floor = { freeChlorine: 3, bromine: 4, biguanide: 0, peroxide: 0 }[sanitizer]
    for (const { targets } of presets)
      expect(floorBroken(sanitizer, targets.sanitizer) !== undefined).toBe(
        targets.sanitizer.low < floor,
      )
  }
})

describe('when to test, by the schools (common practice)', () => {
  const start = tested(NOW - 40 * DAY, { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100 })
  const last = tested(NOW - 3 * HOUR, { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100 })
  const soak: NewEntry = { kind: 'soak', at: NOW - 2 * HOUR, body: { people: 1, minutes: 3 } }
  const due = (testSchool: TestRhythm, ...entries: NewEntry[]) => {
    const own = tubWith('granular chlorine', { testSchool })
    const all = journal(...entries)
    const state = estimate(own, all, NOW)
    const item = agenda(own, all, { estimate: state, plan: dosePlan(own, all, state) }).find(
      (one) => one.kind === 'test' && one.quantities.includes('freeChlorine'),
    )
    return ((item?.due ?? Number.NaN) - NOW) / DAY
  }
  test('after each soak: now, once somebody has been in', () => {
    expect(due('after soak', start, last, soak)).toBe(0)
    expect(due('after soak', start, last)).toBeGreaterThan(0.5)
  })
  test('before each soak: before the residual leaves its band, whoever has been in', () => {
    expect(due('before soak', start, last, soak)).toBeGreaterThan(0)
  })
  test('what bathers left brings it forward', () => {
    const own = tubWith('granular chlorine', { testSchool: 'before soak' })
    const at = (minutes: number) => {
      const all = journal(start, last, { ...soak, body: { people: 1, minutes } })
      const state = estimate(own, all, NOW)
      return (
        agenda(own, all, { estimate: state, plan: dosePlan(own, [], state) }).find(
          (one) => one.kind === 'test' && one.quantities.includes('freeChlorine'),
        )?.due ?? Number.NaN
      )
    }
    expect(at(6)).toBeLessThan(at(1) - 4 * HOUR)
    expect(at(6)).toBeGreaterThan(NOW)
  })
  test('two or three times a week, and weekly', () => {
    expect(due('every few days', start, last, soak)).toBeCloseTo(2.5 - 3 / 24, 6)
    expect(due('weekly', start, last, soak)).toBeCloseTo(7 - 3 / 24, 6)
  })
  test('a new tub does not wait a week', () => {
    expect(due('weekly', last, soak)).toBeLessThan(1.01)
  })
})
