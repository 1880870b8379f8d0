import fc from 'fast-check'
import type { ChoreId } from '@/core/journal/choreId'
import type { Entry } from '@/core/journal/entry'
import type { FilterAct } from '@/core/journal/filterAct'
import type { Sign } from '@/core/journal/sign'
import { PRODUCTS } from '@/core/products/product'
import { PROGRAMMES } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { TUB_KINDS } from '@/core/tub/tub'
import type { ChoreChange, ChoreRule } from '@/core/upkeep/chore'
import { type ChoreDue, choresDue, type UpkeepPlan } from '@/core/upkeep/choreDue'
import { allChoresOf, choresOf, schoolsOf } from '@/core/upkeep/choresOf'
import { DRY_AFTER, filterStatus, noFilterSince, RECIPES } from '@/core/upkeep/filterSet'
import { inSeason, nextInSeason } from '@/core/upkeep/interval'
import { isQuiet, remindersFor } from '@/core/upkeep/reminder'
import { seasonStrip } from '@/core/upkeep/seasonStrip'
import { choreText } from '@/words/choreText'
import { share } from '../share'
import { NOW, tubWith } from './waters'

const tub = tubWith()
let id = 0
const entry = <Kind extends Entry['kind']>(
  kind: Kind,
  daysAgo: number,
  body: Extract<Entry, { kind: Kind }>['body'],
): Entry => {
  id += 1
  return { id, kind, at: NOW - daysAgo * DAY, body } as Entry
}
const begun = entry('note', 60, { text: 'begun' })
const done = (chore: ChoreId, daysAgo: number) =>
  entry('chore', daysAgo, { chore, outcome: 'done' })
const soak = (people: number, minutes: number, daysAgo: number) =>
  entry('soak', daysAgo, { people, minutes })
const look = (daysAgo: number, ...signs: Sign[]) => entry('look', daysAgo, { signs })
const fill = (daysAgo: number) => entry('water', daysAgo, { replacedFraction: 1 })
const shock = (daysAgo: number) =>
  entry('dose', daysAgo, {
    product: 'potassium monopersulfate',
    grams: (40 * tub.volumeLitres) / 1000,
  })
const one = (chore: ChoreId, journal: Entry[], plan: UpkeepPlan = {}, of = tub): ChoreDue => {
  const found = choresDue(of, [begun, ...journal], NOW, plan).filter(
    (item) => item.chore.id === chore,
  )
  expect(found).toHaveLength(1)
  return found[0] as ChoreDue
}
const rule = (chore: ChoreId, change: ChoreChange, more: Partial<ChoreRule> = {}): ChoreRule => ({
  chore,
  change,
  createdAt: NOW - 60 * DAY,
  ...more,
})

describe('presets', () => {
  test('every programme and kind of tub has chores with a way to do them and no interval that is nothing', () => {
    for (const { id: programme } of PROGRAMMES)
      for (const kind of TUB_KINDS) {
        const chores = allChoresOf({ ...tubWith(programme), kind })
        expect(new Set(chores.map((chore) => chore.id)).size).toBe(chores.length)
        for (const chore of chores) {
          const { interval } = chore
          const { how, purpose } = choreText(chore)
          // What comes up only when asked for comes round by itself nowhere: not on the strip, nor in a calendar.
          expect(Object.keys(interval).length > 0).toBe(!chore.asked)
          expect(how.length + purpose.length).toBeGreaterThan(0)
        }
      }
  })
  // Common practice: intervals in use by owners and shops, from weekly to twice a year.
  test('the intervals in use are offered as schools', () => {
    expect(schoolsOf('filter rinse').map(({ interval }) => interval.days)).toEqual([7, 10, 21, 30])
    expect(schoolsOf('filter replace').map(({ interval }) => interval.days)).toEqual([
      365, 182, 547, 91, 7,
    ])
  })
  test('an inflatable rinses within days and has no jets to turn out; a cell has its plates looked at', () => {
    const inflatable = choresOf({ ...tub, kind: 'inflatable' })
    expect(inflatable.find((chore) => chore.id === 'filter rinse')?.interval.days).toBe(3)
    expect(inflatable.some((chore) => chore.id === 'jets')).toBe(false)
    expect(
      choresOf(tubWith('in-line salt chlorine')).some((chore) => chore.id === 'cell look'),
    ).toBe(true)
  })
})

/** Its oxidiser weekly, its own cleaners, and nothing that its water does not bear (common practice). */
test('biguanide has its oxidiser on the list, its own cleaners, and nothing forbidden even paused', () => {
  const own = tubWith('biguanide')
  const fillAt: Entry = { id: 1, kind: 'water', at: NOW - 9 * DAY, body: { replacedFraction: 1 } }
  const put: Entry = {
    id: 2,
    kind: 'dose',
    at: NOW - 8 * DAY,
    body: { product: 'hydrogen peroxide', grams: 200 },
  }
  const oxidiser = choresDue(own, [fillAt, put], NOW).find(
    (item) => item.chore.id === 'weekly oxidiser',
  )
  expect(oxidiser).toMatchObject({ due: NOW - DAY, lastDone: put.at })
  const all = allChoresOf(own)
  for (const { product, andThen } of all)
    for (const one of [product, andThen])
      if (one)
        expect(['halogen', 'oxidiser', 'chlorine', 'bromine']).not.toContain(PRODUCTS[one].family)
  expect(all.map(({ id }) => id)).not.toContain('slow tablet')
  const soak = all.find(({ id }) => id === 'filter soak')
  expect(soak && choreText(soak).how.join(' ')).toMatch(/system’s own cleaner/)
  const plain = choresOf(tubWith()).find(({ id }) => id === 'filter soak')
  expect(plain && choreText(plain).how.join(' ')).not.toMatch(/system’s own/)
  expect(choresOf(tubWith()).map(({ id }) => id)).not.toContain('weekly oxidiser')
})

describe('rules of their own', () => {
  test('a changed interval, a pause, and a chore of their own', () => {
    const rules = [
      rule('filter rinse', { interval: { days: 21 } }),
      rule('waterline', {}, { paused: true }),
      rule('enzyme', {}, { paused: false }),
      rule('own-3', { name: 'Oil the steps', interval: { days: 40 } }),
    ]
    expect(one('filter rinse', [done('filter rinse', 8), soak(1, 10, 1)], { rules }).due).toBe(
      NOW + 13 * DAY,
    )
    const ids = choresDue(tub, [begun], NOW, { rules }).map((item) => item.chore.id)
    expect(ids).not.toContain('waterline')
    expect(ids).toContain('enzyme')
    expect(one('own-3', [], { rules })).toMatchObject({
      due: NOW - 20 * DAY,
      chore: { text: { name: 'Oil the steps' } },
    })
  })
  test('a slow tablet: weekly with use, twelve days with little, none while nobody is in (common practice)', () => {
    const rules = [rule('slow tablet', {}, { paused: false })]
    const due = (...soaks: ReturnType<typeof soak>[]) =>
      one('slow tablet', [done('slow tablet', 9), ...soaks], { rules })
    expect(due()).toMatchObject({ why: 'quiet', state: 'ahead' })
    expect(due(soak(1, 30, 3))).toMatchObject({ why: 'quiet', due: NOW + 3 * DAY })
    expect(due(soak(4, 60, 3))).toMatchObject({ why: 'rhythm', due: NOW - 2 * DAY })
  })
  test('by hours in use, by litres through the hose, and by every third shock', () => {
    const rules = [
      rule('own-1', { interval: { soakHours: 3 } }),
      rule('own-2', { interval: { hoseLitres: 2.5 * tub.volumeLitres } }),
    ]
    const soaks = [soak(4, 60, 6), soak(4, 60, 5), soak(4, 70, 4)]
    expect(one('own-1', soaks.slice(0, 2), { rules }).why).toBe('count')
    expect(one('own-1', soaks, { rules })).toMatchObject({
      why: 'load',
      due: NOW - 3 * DAY + 70 * MINUTE,
    })
    expect(one('own-2', [fill(50), fill(30)], { rules }).why).toBe('count')
    expect(one('own-2', [fill(50), fill(30), fill(2)], { rules })).toMatchObject({
      due: NOW - 2 * DAY,
      state: 'due',
    })
    expect(one('cover underside', [shock(20), shock(12)]).due).toBe(NOW + 7 * DAY)
    expect(one('cover underside', [shock(20), shock(12), shock(4)]).due).toBe(NOW - 4 * DAY)
    expect(
      one('cover underside', [shock(20), shock(12), shock(4), done('cover underside', 3)]).shocks,
    ).toBe(0)
  })
  test('before a drain, and while it is empty', () => {
    // Common practice: four months for a hard shell without a cell.
    expect(one('purge', [fill(60)]).due).toBe(NOW + 59 * DAY)
    expect(one('shell clean', [fill(60)]).due).toBe(NOW + 60 * DAY)
    expect(one('shell clean', [fill(60)], {}, { ...tub, kind: 'swim spa' }).due).toBe(
      NOW + 480 * DAY,
    )
  })
  test('a season over the new year, and the day it opens', () => {
    const winter = { fromMonth: 11, toMonth: 3 }
    expect([11, 12, 1, 3].every((month) => inSeason(winter, month))).toBe(true)
    expect([4, 7, 10].some((month) => inSeason(winter, month))).toBe(false)
    const july = Date.UTC(2026, 6, 9)
    expect(new Date(nextInSeason(winter, july)).toISOString().slice(0, 10)).toBe('2026-11-01')
    expect(nextInSeason(winter, Date.UTC(2026, 11, 9))).toBe(Date.UTC(2026, 11, 9))
    // After its months of this year the next season is next year's.
    expect(
      new Date(nextInSeason({ fromMonth: 4, toMonth: 5 }, july)).toISOString().slice(0, 10),
    ).toBe('2027-04-01')
  })
})

describe('what is seen, and who stays', () => {
  test('cloud and weak flow bring the rinse to the next day, a cartridge that stays grey its replacement', () => {
    expect(one('filter rinse', [done('filter rinse', 3), look(0.5, 'cloudy')])).toMatchObject({
      why: 'sign',
      sign: 'cloudy',
      due: NOW + DAY / 2,
    })
    expect(one('filter rinse', [look(2, 'cloudy'), done('filter rinse', 1)]).why).not.toBe('sign')
    const grey = entry('filter', 1, { set: 1, name: 'A', act: 'rinse', seen: 'not white' })
    expect(one('filter replace', [done('filter replace', 100), grey])).toMatchObject({
      why: 'sign',
      state: 'due',
    })
    expect(one('waterline', [done('waterline', 2), look(1, 'white line')]).due).toBe(NOW)
  })
  test('a look is the look at the level; a swap is a rinse', () => {
    expect(one('level look', [look(1)]).lastDone).toBe(NOW - DAY)
    const swap = entry('filter', 2, { set: 2, name: 'B', act: 'put in' })
    expect(one('filter rinse', [done('filter rinse', 9), swap]).lastDone).toBe(NOW - 2 * DAY)
  })
  test('a date that falls into a stay moves to the day before it, or to its end, or stays and says so', () => {
    const stay = (from: number, to: number) => [
      {
        id: 1,
        kind: 'guests' as const,
        title: 'West room',
        from: NOW + from * DAY,
        to: NOW + to * DAY,
      },
    ]
    const journal = [done('filter rinse', 3), soak(1, 10, 1)]
    expect(one('filter rinse', journal, { stays: stay(3, 9) })).toMatchObject({
      why: 'stay',
      due: NOW + 2.5 * DAY,
    })
    expect(one('filter rinse', journal, { stays: stay(-1, 5) })).toMatchObject({
      why: 'stay',
      due: NOW + 5 * DAY,
    })
    expect(one('filter rinse', journal, { stays: stay(-1, 20) })).toMatchObject({
      why: 'rhythm',
      due: NOW + 4 * DAY,
      stay: { title: 'West room' },
    })
  })
  test('what its people move stays there against the load that was known, and new load moves it again', () => {
    const party = soak(8, 90, 2)
    const moved = entry('chore', 1, {
      chore: 'filter rinse',
      outcome: 'postponed',
      until: NOW + 6 * DAY,
    })
    expect(one('filter rinse', [done('filter rinse', 4), party, moved])).toMatchObject({
      why: 'postponed',
      due: NOW + 6 * DAY,
    })
    const again = one('filter rinse', [done('filter rinse', 4), moved, soak(8, 90, 0.5)])
    expect(again).toMatchObject({ why: 'load', due: NOW + 0.5 * DAY + 90 * MINUTE })
  })
})

const anyEntry = fc.oneof(
  fc.record({
    kind: fc.constant('soak'),
    daysAgo: fc.double({ min: 0.1, max: 50, noNaN: true }),
    people: fc.integer({ min: 1, max: 8 }),
    minutes: fc.integer({ min: 5, max: 120 }),
  }),
  fc.record({
    kind: fc.constant('chore'),
    daysAgo: fc.double({ min: 0.1, max: 50, noNaN: true }),
    chore: fc.constantFrom('filter rinse', 'waterline', 'cover wipe', 'purge'),
    outcome: fc.constantFrom('done', 'skipped', 'postponed'),
  }),
  fc.record({
    kind: fc.constant('look'),
    daysAgo: fc.double({ min: 0.1, max: 50, noNaN: true }),
    signs: fc.subarray(['cloudy', 'white line', 'weak flow']),
  }),
  fc.record({
    kind: fc.constant('water'),
    daysAgo: fc.double({ min: 0.1, max: 50, noNaN: true }),
    replacedFraction: fc.constantFrom(0.1, 1),
  }),
)
const journalOf = (given: { kind: string; daysAgo: number }[]): Entry[] =>
  given.map(({ kind, daysAgo, ...body }) =>
    entry(
      kind as 'note',
      daysAgo,
      (kind === 'chore' && (body as { outcome?: string }).outcome === 'postponed'
        ? { ...body, until: NOW - daysAgo * DAY + 4 * DAY }
        : body) as never,
    ),
  )

test('one date for each rule, doing it moves the date on, and neither load nor a sign delays it', () => {
  fc.assert(
    fc.property(
      fc.array(anyEntry, { maxLength: 25 }),
      fc.constantFrom<ChoreId>('filter rinse', 'waterline', 'cover wipe', 'purge', 'filter soak'),
      (given, chore) => {
        const journal = journalOf(given)
        const before = one(chore, journal)
        const ids = choresDue(tub, [begun, ...journal], NOW).map((item) => item.chore.id)
        expect(new Set(ids).size).toBe(ids.length)
        const after = one(chore, [...journal, done(chore, 0)])
        expect(after.due).toBeGreaterThanOrEqual(Math.min(before.due, NOW + DAY))
        expect(after.state).not.toBe('late')
        // A quiet stretch ends with the first soak; apart from that more bathing never makes it later.
        const loaded = one(chore, [...journal, soak(6, 100, 0.05)])
        expect(loaded.due).toBeLessThanOrEqual(before.due)
        expect(
          one(chore, [...journal, look(0.01, 'cloudy', 'white line')]).due,
        ).toBeLessThanOrEqual(before.due)
      },
    ),
    { numRuns: share('journals, one date for each rule', 100, 500) },
  )
})

describe('filter sets', () => {
  const set = {
    id: 7,
    name: 'Copper',
    kind: 'open ends' as const,
    cartridges: 2,
    size: '',
    boughtAt: null,
  }
  const act = (daysAgo: number, what: FilterAct, more: object = {}, where = 1) => ({
    tubId: where,
    entry: entry('filter', daysAgo, { set: 7, name: 'Copper', act: what, ...more }) as Extract<
      Entry,
      { kind: 'filter' }
    >,
  })
  const at = (...events: ReturnType<typeof act>[]) => filterStatus(set, events, NOW)

  test('hours, rinses and soaks add up over its stays in the water', () => {
    const standing = at(
      act(30, 'put in'),
      act(20, 'rinse', { seen: 'white' }),
      act(16, 'take out'),
      act(15.9, 'soak', { recipe: 'hot' }),
      act(15, 'rinse'),
      act(14.9, 'dry'),
      act(10, 'put in'),
    )
    expect(standing).toMatchObject({ state: 'in the tub', tubId: 1, rinses: 2, soaks: 1 })
    expect(standing.hoursInWater).toBeCloseTo(24 * 24, 6)
    expect(standing.daysLeft).toBeCloseTo(365 - 24, 6)
  })
  test('a soak has its time, and what hangs is dry after two days', () => {
    const soaking = at(act(1 / 48, 'soak', { recipe: 'hot' }))
    expect(soaking).toMatchObject({ state: 'soaking', until: NOW + 30 * MINUTE })
    expect(at(act(1, 'dry'))).toMatchObject({ state: 'drying', until: NOW - DAY + DRY_AFTER })
    expect(at(act(3, 'dry')).state).toBe('ready')
  })
  test('not white after a soak, torn, or old asks for a new one; grey before any soak asks for a soak first', () => {
    expect(at(act(9, 'put in'), act(2, 'rinse', { seen: 'not white' })).replace).toBeUndefined()
    expect(
      at(act(9, 'put in'), act(5, 'soak'), act(4, 'rinse', { seen: 'not white' })).replace,
    ).toBe('not white')
    expect(at(act(9, 'put in'), act(2, 'rinse', { seen: 'torn filter' })).replace).toBe(
      'torn filter',
    )
    expect(at(act(380, 'put in')).replace).toBe('its time is over')
    expect(
      at(
        act(9, 'put in'),
        act(5, 'soak'),
        act(4, 'rinse', { seen: 'not white' }),
        act(1, 'rinse', { seen: 'white' }),
      ).replace,
    ).toBeUndefined()
  })
  test('a tub that had one and has none is an alarm from when it came out; one that was never noted is none', () => {
    const out = at(act(9, 'put in'), act(2, 'take out'))
    expect(noFilterSince([out], 1)).toBe(NOW - 2 * DAY)
    expect(noFilterSince([out], 2)).toBeUndefined()
    expect(noFilterSince([at(act(9, 'put in'))], 1)).toBeUndefined()
    expect(noFilterSince([], 1)).toBeUndefined()
  })
  // Common practice: spray 10 min, warm 20–30 min, hot one hour, vinegar 30–60 min, overnight, cold a day with a spare set in.
  test('the recipes in use', () => {
    expect(RECIPES.map(({ minutes }) => minutes)).toEqual([10, 30, 60, 60, 720, 1440])
    expect(RECIPES.filter(({ needsSpare }) => needsSpare).map((recipe) => recipe.id)).toEqual([
      'overnight',
      'cold',
    ])
  })
})

test('the strip shows what was done, one due mark a chore, and what the pace brings after it', () => {
  const journal = [
    begun,
    fill(50),
    done('waterline', 20),
    done('waterline', 8),
    entry('chore', 4, { chore: 'waterline', outcome: 'skipped', note: 'guests' }),
    soak(2, 30, 3),
  ]
  const dues = choresDue(tub, journal, NOW)
  const strip = seasonStrip(tub, journal, { dues, filters: [], stays: [], tubId: 1, now: NOW })
  const rows = strip.lanes.flatMap(({ rows: all }) => all)
  expect(rows).toHaveLength(dues.length)
  for (const { marks, due } of rows) {
    expect(marks.filter(({ what }) => what === 'due' || what === 'overdue').length).toBe(
      due.due <= strip.to ? 1 : 0,
    )
    expect(marks.every(({ at }) => at >= strip.from && at <= strip.to)).toBe(true)
  }
  const waterline = rows.find(({ due }) => due.chore.id === 'waterline')
  expect(waterline?.marks.slice(0, 3).map(({ what }) => what)).toEqual([
    'done',
    'done late',
    'skipped',
  ])
  const foreseen = waterline?.marks.filter(({ what }) => what === 'foreseen') ?? []
  expect(foreseen.length).toBeGreaterThan(20)
  expect((foreseen[1]?.at ?? 0) - (foreseen[0]?.at ?? 0)).toBe(7 * DAY)
  expect(strip.waters).toHaveLength(1)
  expect(strip.to - NOW).toBe(26 * 7 * DAY)
})

test('quiet hours go over midnight, and one chore has one key until it is done or moved', () => {
  const evening = { fromHour: 21, toHour: 8 }
  expect([21, 23, 0, 7].every((hour) => isQuiet(evening, hour))).toBe(true)
  expect([8, 12, 20].some((hour) => isQuiet(evening, hour))).toBe(false)
  expect(isQuiet({ fromHour: 9, toHour: 9 }, 9)).toBe(false)
  const key = (journal: Entry[], at = NOW) =>
    remindersFor(1, choresDue(tub, [begun, ...journal], at), at).find(
      ({ chore }) => chore.id === 'waterline',
    )?.key
  const late = [done('waterline', 9), soak(1, 20, 1)]
  expect(key(late)).toBeDefined()
  expect(key(late, NOW + 5 * HOUR)).toBe(key(late))
  expect(key([...late, done('waterline', 0)])).toBeUndefined()
})
