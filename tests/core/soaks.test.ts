import { writeFileSync } from 'node:fs'
import { estimateNow, waysToDose } from '@/core'
import { waitingUntil } from '@/core/advice/dosingCycle'
import type { Plan } from '@/core/advice/planTypes'
import { sourcesOf, usualShelf } from '@/core/advice/shelf'
import { SHOCK_DOSE_MG_PER_LITRE } from '@/core/advice/shockAmount'
import { estimate, estimateOfReading } from '@/core/estimate/estimate'
import { stabiliserBuildup } from '@/core/estimate/stabiliserBuildup'
import type { Entry, EntryOf, NewEntry } from '@/core/journal/entry'
import { isHeavy, loadOf, type SoakLoad } from '@/core/journal/load'
import { labelDose, PRODUCTS } from '@/core/products/product'
import { feederOf } from '@/core/programmes/feederKind'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { feederAdvice } from '@/core/routine/feeder'
import { awayAdvice } from '@/core/routine/routine'
import { startProgress, startSteps } from '@/core/routine/startUp'
import { handlingWhile, nextShock } from '@/core/soaks/shock'
import { shocksIn } from '@/core/soaks/shocks'
import { openSoaks, spoonGallons } from '@/core/soaks/ways'
import { DAY, HOUR, MINUTE } from '@/core/time'
import type { Closure } from '@/core/today/closure'
import { gathering } from '@/core/today/gathering'
import { planToday, sanitizerStepOf } from '@/core/today/planToday'
import { formatAway, routineText } from '@/words/programmeText'
import { NOW, plainReading, tubWith } from './waters'

const soak = (body: SoakLoad, hoursAgo = 1, id = 1): EntryOf<'soak'> => ({
  id,
  kind: 'soak',
  at: NOW - hoursAgo * HOUR,
  body,
})
const READ = ['pH', 'totalAlkalinity', 'freeChlorine', 'bromine', 'cyanuricAcid'] as const
const stateOf = (freeChlorinePpm: number, tub = tubWith()) => {
  const state = estimateOfReading(tub, plainReading({ freeChlorinePpm }), READ, {
    method: 'drops',
    at: NOW,
  })
  if (!state) throw new Error('no water reads so')
  return state
}
const sourcesFor = (tub = tubWith()) => {
  const programme = programmeOf(tub.programme)
  return sourcesOf(usualShelf(programme), programme, stateOf(3, tub).water).sources
}

describe('what bathers left', () => {
  // 2 people-hours at 6 g (the app's typical figure) in 1,320 L are 9.1 ppm; a test reads only what is left of the chlorine.
  const brought = (2 * 6000) / 1320
  const at = (...entries: Entry[]) => estimate(tubWith(), entries, NOW).outstandingDemandPpm
  const read = (hoursAgo: number): Entry => ({
    id: 9,
    kind: 'test',
    at: NOW - hoursAgo * HOUR,
    body: { method: 'drops', readings: { freeChlorine: 4, pH: 7.5 } },
  })
  const crowd = soak({ people: 4, minutes: 30 }, 3)
  test('is what the residual was too small for, less what has gone by itself', () => {
    const waits = at(read(4), crowd)
    expect(waits).toBeLessThan(brought - 3)
    expect(waits).toBeGreaterThan(0.6 * (brought - 4))
  })
  test('a test does not meet it: what had not reacted by then still waits', () => {
    expect(at(crowd, read(0))).toBeGreaterThan(1)
    expect(at(soak({ people: 4, minutes: 30 }, 240), read(48))).toBeLessThan(0.3)
  })
  test('a dose meets it over the hours, not at once', () => {
    const dosed = (hoursAgo: number) =>
      at(read(4), crowd, {
        id: 8,
        kind: 'dose',
        at: NOW - hoursAgo * HOUR,
        body: { product: 'sodium dichlor dihydrate', grams: 25 },
      })
    expect(dosed(0)).toBeCloseTo(at(read(4), crowd), 1)
    expect(dosed(2)).toBeLessThan(0.7 * dosed(0))
    expect(dosed(2)).toBeGreaterThan(0.3)
  })
})

describe('load', () => {
  test('is people by time, weighted by what they bring', () => {
    expect(loadOf({ people: 2, minutes: 30 })).toBe(1)
    expect(loadOf({ people: 2, minutes: 30, lotion: true })).toBeCloseTo(1.5, 9)
    expect(loadOf({ people: 4, minutes: 60, children: 2 })).toBeGreaterThan(4)
  })
  // Common practice: two for 35 to 45 minutes or more, or three to four people.
  test.each<[SoakLoad, boolean]>([
    [{ people: 2, minutes: 20 }, false],
    [{ people: 2, minutes: 35 }, true],
    [{ people: 3, minutes: 15 }, true],
    [{ people: 1, minutes: 60 }, false],
  ])('%j is heavy: %s', (load, heavy) => {
    expect(isHeavy(load)).toBe(heavy)
  })
})

describe('after a soak, each way of dosing', () => {
  const gallons = (count: number) => 378.5411784 * (count / 100)
  /** A tub tested an hour before two hours ago, and who was in since. */
  const ways = (load: SoakLoad, { read = 4, litres = gallons(100), hoursAgo = 1 } = {}) => {
    const tub = tubWith('granular chlorine', { volumeLitres: litres })
    const entries: Entry[] = [
      {
        id: 1,
        kind: 'test',
        at: NOW - 3 * HOUR,
        body: { method: 'drops', readings: { freeChlorine: read, pH: 7.5, totalAlkalinity: 100 } },
      },
      soak(load, hoursAgo, 2),
    ]
    const { estimate: state } = estimateNow(tub, entries, NOW)
    const found = waysToDose(tub, entries, state)
    return Object.fromEntries(found.map((one) => [one.dosing, one]))
  }
  const short = { people: 1, minutes: 20 }
  test('the spoon rule is half a teaspoon for 100 US gallons, a whole one as a shock', () => {
    // A level teaspoon of dichlor holds about 4.5 g: common practice.
    const read = 5
    expect(ways({ people: 1, minutes: 5 }, { read })['spoon rule']?.dose?.grams).toBeCloseTo(
      2.25,
      0,
    )
    const heavy = ways({ people: 3, minutes: 6 }, { read })['spoon rule']
    expect(heavy?.dose?.grams).toBeCloseTo(4.5, 0)
  })
  test('its volume is rounded up to the next hundred gallons: 345 are dosed as 400, two teaspoons', () => {
    expect(spoonGallons(gallons(345))).toBe(400)
    expect(spoonGallons(gallons(400))).toBe(400)
    const read = 5
    const grams = ways(short, { litres: gallons(345), read })['spoon rule']?.dose?.grams
    expect(grams).toBeCloseTo(2 * 4.5, 0)
  })
  test('the daily grams are 6 to 10 for 1000 L', () => {
    const perCubicMetre =
      (ways({ people: 1, minutes: 5 })['daily grams']?.dose?.grams ?? 0) / 0.3785
    expect(perCubicMetre).toBeGreaterThanOrEqual(6)
    expect(perCubicMetre).toBeLessThanOrEqual(10)
  })
  test('demand: the residual to the middle of its band with what bathers left met, and none where it stands there', () => {
    const { 'by demand': demand } = ways({ people: 1, minutes: 45 }, { litres: 1320 })
    // A day's loss comes off the middle.
    expect(demand?.outcome.tomorrowPpm).toBeGreaterThan(2.7)
    expect(demand?.outcome.tomorrowPpm).toBeLessThan(4.2)
    expect(
      ways({ people: 1, minutes: 5 }, { litres: 1320, read: 5 })['by demand']?.dose,
    ).toBeUndefined()
  })
  test('where a rule would leave too little to get in, the demand of the water stands in for it', () => {
    const { 'spoon rule': spoon, 'by demand': demand } = ways(short, { read: 0.2, litres: 1500 })
    expect(spoon?.dose).toEqual(demand?.dose)
  })
  test('only soaks that no dose has answered count', () => {
    const dosed: Entry = {
      id: 9,
      kind: 'dose',
      at: NOW - 2 * HOUR,
      body: { product: 'sodium dichlor dihydrate', grams: 5 },
    }
    const entries = [
      soak({ people: 2, minutes: 20 }, 3, 1),
      dosed,
      soak({ people: 1, minutes: 20 }, 1, 2),
    ]
    expect(openSoaks(entries, NOW).map(({ id }) => id)).toEqual([2])
  })

  // PAVREL_TABLES=1 writes the table that stands in docs/after-soak.md.
  test('side by side over loads', () => {
    const rows: string[] = []
    const wide = tubWith('granular chlorine', { volumeLitres: 1320 })
    for (const load of [
      { people: 1, minutes: 20 },
      { people: 2, minutes: 20 },
      { people: 2, minutes: 45 },
      { people: 4, minutes: 45 },
      { people: 5, minutes: 90, party: true },
    ]) {
      const entries: Entry[] = [
        {
          id: 1,
          kind: 'test',
          at: NOW - 3 * HOUR,
          body: { method: 'drops', readings: { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100 } },
        },
        soak(load, 2, 2),
      ]
      const { estimate: state } = estimateNow(wide, entries, NOW)
      const sides = waysToDose(wide, entries, state).filter(({ dosing }) => dosing !== 'label')
      expect(sides).toHaveLength(3)
      const heavy = isHeavy(load)
      // Never more than a shock at once, whatever is left to oxidise: 25 g for 1000 L, common practice.
      for (const { dose } of sides) expect((dose?.grams ?? 0) / 1.32).toBeLessThan(25)
      rows.push(
        `| ${load.people} × ${load.minutes} min${'party' in load ? ', party' : ''} | ${loadOf(load).toFixed(1)} | ${state.reading.freeChlorinePpm.toFixed(1)} | ${sides
          .map(
            ({ dose, outcome }) =>
              `${(dose?.grams ?? 0).toFixed(1)} g → ${outcome.tomorrowPpm.toFixed(1)}`,
          )
          .join(' | ')} | ${heavy ? 'shock' : 'normal'} |`,
      )
    }
    if (process.env.PAVREL_TABLES)
      writeFileSync('test-results/after-soak.md', `${rows.join('\n')}\n`)
  })
})

describe('shock', () => {
  const tub = tubWith('granular chlorine', { volumeLitres: 1000 })
  const shocked = (daysAgo: number, grams = 40, id = 1): Entry => ({
    id,
    kind: 'dose',
    at: NOW - daysAgo * DAY,
    body: { product: 'potassium monopersulfate', grams },
  })
  test('weekly, and at once after a heavy soak', () => {
    const some = soak({ people: 1, minutes: 20 }, 5, 3)
    expect(nextShock(tub, [shocked(3), some], NOW)).toMatchObject({
      due: NOW + 4 * DAY,
      why: 'rhythm',
    })
    // Nobody was in since: there is nothing to oxidise.
    expect(nextShock(tub, [shocked(30)], NOW)).toBeUndefined()
    const heavy = soak({ people: 4, minutes: 60 }, 5, 2)
    expect(nextShock(tub, [shocked(3), heavy], NOW)).toMatchObject({ due: heavy.at, why: 'load' })
    expect(nextShock(tub, [heavy, shocked(0)], NOW)).toBeUndefined()
  })
  describe('what a soak has of its own is none, however large', () => {
    const granules = (daysAgo: number, id: number, grams = 14): Entry => ({
      id,
      kind: 'dose',
      at: NOW - daysAgo * DAY,
      body: { product: 'sodium dichlor dihydrate', grams },
    })
    /** Two people on each evening, and their dose an hour after it. */
    const evening = (daysAgo: number): Entry[] => [
      soak({ people: 2, minutes: 20 }, 24 * daysAgo, 100 + daysAgo),
      granules(daysAgo - 1 / 24, 200 + daysAgo),
    ]
    const counted = (...entries: Entry[]) => shocksIn(tub, entries, NOW).map(({ id }) => id)

    test('each evening a dose, and of them one a week', () => {
      const week = [6, 5, 4, 3, 2, 1].flatMap(evening)
      expect(counted(shocked(6.5), ...week)).toEqual([1])
      expect(counted(shocked(8), ...week)).toEqual([1, 201])
      expect(counted(...[20, 19, 18, 17, 16, 15, 14, 13, 12].flatMap(evening))).toEqual([213])
    })
    test('but where something asked for one, it is', () => {
      const start = shocked(6.5)
      const heavy = soak({ people: 4, minutes: 60 }, 72, 5)
      expect(counted(start, heavy, granules(2.9, 6))).toEqual([1, 6])
      const musty: Entry = {
        id: 7,
        kind: 'look',
        at: NOW - 3.5 * DAY,
        body: { signs: ['smell'] },
      }
      expect(counted(start, musty, ...evening(3))).toEqual([1, 203])
      const gone: Entry = {
        id: 13,
        kind: 'look',
        at: NOW - 3.2 * DAY,
        body: { signs: ['no smell'] },
      }
      expect(counted(start, musty, gone, ...evening(3))).toEqual([1])
      const bound: Entry = {
        id: 8,
        kind: 'test',
        at: NOW - 3.5 * DAY,
        body: { method: 'drops', readings: { freeChlorine: 2, totalChlorine: 3 } },
      }
      expect(counted(start, bound, ...evening(3))).toEqual([1, 203])
      const cleared: Entry = {
        ...bound,
        id: 14,
        at: NOW - 3.2 * DAY,
        body: { method: 'drops', readings: { freeChlorine: 2, totalChlorine: 2.2 } },
      }
      expect(counted(start, bound, cleared, ...evening(3))).toEqual([1])
    })
    test('a dose of that size without a soak is one, and so is non-chlorine shock after any', () => {
      const start = shocked(6.5)
      expect(counted(start, granules(3, 9))).toEqual([1, 9])
      // The first dose met what they left: the second is more than that.
      expect(counted(start, ...evening(3), granules(2.8, 10))).toEqual([1, 10])
      expect(counted(start, soak({ people: 1, minutes: 20 }, 72, 5), shocked(2.9, 40, 11))).toEqual(
        [1, 11],
      )
      const packet: Entry = {
        id: 12,
        kind: 'dose',
        at: NOW - 2 * DAY,
        body: { product: 'oxygen packet', grams: 35 },
      }
      expect(counted(start, soak({ people: 1, minutes: 20 }, 60, 5), packet)).toEqual([1, 12])
    })
    test('where each soak is to have its own, each counts', () => {
      const often = {
        ...tub,
        choices: { ...tub.choices, shockRhythm: 'after every soak' as const },
      }
      expect(shocksIn(often, [shocked(6.5), ...evening(3)], NOW)).toHaveLength(2)
    })
  })
  test('a small dose is none; with every third comes the wipe', () => {
    expect(shocksIn(tub, [shocked(3, 5)], NOW)).toEqual([])
    const some = soak({ people: 1, minutes: 20 }, 5, 3)
    const two = [shocked(20, 40, 1), shocked(10, 40, 2), some]
    expect(nextShock(tub, two, NOW)?.wipe).toBe(true)
    expect(nextShock(tub, two.slice(1), NOW)?.wipe).toBe(false)
  })
})

const NOTHING_PLANNED = { steps: [] } as unknown as Plan

describe('a gathering', () => {
  const tub = tubWith('granular chlorine', { volumeLitres: 1000 })
  const at = (ppm: number, closures: readonly Closure[] = [], plan = NOTHING_PLANNED) => ({
    tub,
    estimate: stateOf(ppm, tub),
    plan,
    closures,
  })
  test('in, then dose and wait, and the residual never counted below nothing', () => {
    const turns = gathering(
      at(3),
      Array.from({ length: 4 }, () => ({ people: 4, minutes: 40 })),
      sourcesFor(tub),
    )
    expect(turns[0]?.verdict).toBe('in')
    const dosed = turns.filter(({ verdict }) => verdict === 'dose')
    expect(dosed.length).toBeGreaterThan(0)
    for (const { grams, waitMinutes } of dosed) {
      expect(grams).toBeGreaterThan(0)
      expect(waitMinutes).toBe(20)
    }
    for (const { leftPpm } of turns) expect(leftPpm).toBeGreaterThanOrEqual(0)
  })
  test('what one group leaves is carried to the next, and how long the residual lasts is said', () => {
    const group = { people: 3, minutes: 30 }
    const turns = gathering(at(4), [group, group, group], sourcesFor(tub))
    // 1.5 person-hours of 6 g in 1,000 L take 9 ppm: more than is there.
    expect(turns[0]?.runsOutMinutes).toBeGreaterThan(5)
    expect(turns[0]?.runsOutMinutes).toBeLessThan(15)
    expect(turns[0]?.lastsPersonHours).toBeCloseTo(3 / 6, 1)
    expect(turns[0]?.leftPpm).toBe(0)
    // The next dose meets the debt too: 5 ppm of it, and then the middle of the range.
    const grams = turns.map((turn) => turn.grams)
    expect(grams[1]).toBeGreaterThan((8.5 * 1000) / 554)
    expect(grams[2]).toBeGreaterThan((8.5 * 1000) / 554)
    for (const turn of turns.slice(1)) expect(turn.verdict).toBe('dose')
    const few = gathering(at(4.5), [{ people: 1, minutes: 10 }], sourcesFor(tub))
    expect(few[0]).toMatchObject({ verdict: 'in', runsOutMinutes: undefined })
    expect(few[0]?.leftPpm).toBeCloseTo(3.5, 1)
  })
  test('pH and every other closure count for every group; a missing test asks for one', () => {
    const shut = (code: 'pH high' | 'accident' | 'test too old') =>
      gathering(
        at(4, [{ code, since: 0, until: null, lift: { by: 'wait' } } as Closure]),
        [
          { people: 2, minutes: 15 },
          { people: 2, minutes: 15 },
        ],
        sourcesFor(tub),
      ).map(({ verdict }) => verdict)
    expect(shut('pH high')).toEqual(['closed', 'closed'])
    expect(shut('accident')).toEqual(['closed', 'closed'])
    expect(shut('test too old')[0]).toBe('test')
  })
  test('what goes in before the first group is what goes in today anyway', () => {
    const product = 'sodium dichlor dihydrate'
    const plan = { steps: [{ kind: 'add', product, grams: 7 }] } as unknown as Plan
    const [first] = gathering(at(1, [], plan), [{ people: 2, minutes: 15 }], sourcesFor(tub))
    expect(first).toMatchObject({ verdict: 'dose', product, grams: 7 })
  })
  test('closed while far too much is in it', () => {
    const turns = gathering(at(14), [{ people: 2, minutes: 20 }], sourcesFor(tub))
    expect(turns[0]).toMatchObject({ verdict: 'closed', grams: 0 })
  })
})

describe('feeder and cell', () => {
  const tub = tubWith('bromine tablets')
  const read = (bromine: number, daysAgo: number, id: number): Entry => ({
    id,
    kind: 'test',
    at: NOW - daysAgo * DAY,
    body: { method: 'drops', readings: { bromine, pH: 7.4, totalAlkalinity: 90 } },
  })
  const advise = (...journal: Entry[]) => feederAdvice(tub, journal, estimate(tub, journal, NOW))
  test.each<[string, number[], string]>([
    ['twice too high', [6.5, 7], 'close a notch'],
    ['twice too low', [3.5, 3], 'open a notch'],
    ['once far too low', [5, 2], 'open a notch'],
    ['holding', [5, 5], 'leave it'],
    ['once a little high', [5, 6.2], 'leave it'],
    ['over all bounds', [6, 13], 'shut'],
  ])('%s: %j → %s', (_, [first = 0, last = 0], move) => {
    expect(advise(read(first, 3, 1), read(last, 0.1, 2))?.move).toBe(move)
  })
  test('without a reading since it was set it asks for one', () => {
    const set: Entry = { id: 3, kind: 'feeder', at: NOW - HOUR, body: { setting: 3 } }
    expect(advise(read(7, 2, 1), set)).toMatchObject({ move: 'test first', setting: 3 })
    expect(advise()?.move).toBe('test first')
  })
  test('what was closed stays closed until the level has fallen, then opens lower; said once', () => {
    const shut: Entry = { id: 3, kind: 'feeder', at: NOW - 2 * DAY, body: { setting: 0 } }
    const high = advise(read(13, 2.1, 1), shut, read(8, 0.1, 2))
    expect(high).toMatchObject({ move: 'leave it', reason: { code: 'far too high' } })
    expect(advise(read(13, 2.1, 1), shut, read(5, 0.1, 2))?.move).toBe('reopen')
  })
  test('twice above what lets people in shuts it, whatever was expected; by less than a kit can tell, not', () => {
    const floater = tubWith('chlorine tablets')
    const asked = (...ppm: [number, number]) => {
      const journal = ppm.map(
        (freeChlorine, i): Entry => ({
          id: i + 1,
          kind: 'test',
          at: NOW - (1 - i) * DAY - HOUR,
          body: { method: 'drops', readings: { freeChlorine, pH: 7.5 } },
        }),
      )
      return feederAdvice(floater, journal, estimate(floater, journal, NOW))?.move
    }
    expect(asked(5.6, 5.5)).toBe('shut')
    expect(asked(4.6, 5.5)).not.toBe('shut')
    expect(asked(5.1, 5.1)).not.toBe('shut')
  })
  test('a notch is left for some days to show, but for what keeps people out', () => {
    const set = (daysAgo: number): Entry => ({
      id: 3,
      kind: 'feeder',
      at: NOW - daysAgo * DAY,
      body: { setting: 3 },
    })
    expect(advise(set(1), read(6.5, 0.9, 1), read(7, 0.1, 2))?.move).toBe('leave it')
    expect(advise(set(5), read(6.5, 3, 1), read(7, 0.1, 2))?.move).toBe('close a notch')
    expect(advise(set(1), read(9.5, 0.5, 1), read(9.6, 0.1, 2))?.move).not.toBe('leave it')
  })
  test('a closed floater uses up nothing', () => {
    const loaded: Entry = {
      id: 4,
      kind: 'dose',
      at: NOW - 4 * DAY,
      body: { product: 'bromochlorodimethylhydantoin', grams: 60 },
    }
    const shut: Entry = { id: 5, kind: 'feeder', at: NOW - 3 * DAY, body: { setting: 0 } }
    expect(advise(loaded, shut, read(5, 0.1, 2))?.tabletsLeft).toBeCloseTo(3 - 3 / 7, 6)
  })
  test('too little right after a soak says nothing of a feeder; too much does', () => {
    const crowd = soak({ people: 2, minutes: 30 }, 3, 9)
    expect(advise(read(5, 3, 1), crowd, read(2, 0.1, 2))?.move).toBe('leave it')
    expect(advise(read(5, 3, 1), crowd, read(13, 0.1, 2))?.move).toBe('shut')
  })
  test('an empty floater is not opened but loaded', () => {
    const count: Entry = { id: 3, kind: 'feeder', at: NOW - 5 * DAY, body: { tabletsLeft: 0 } }
    expect(advise(count, read(2.4, 3, 1), read(2, 0.1, 2))).toMatchObject({ move: 'load it' })
    const loaded: Entry = {
      id: 4,
      kind: 'dose',
      at: NOW - 4 * DAY,
      body: { product: 'bromochlorodimethylhydantoin', grams: 100 },
    }
    const advice = advise(count, loaded, read(2.4, 3, 1), read(2, 0.1, 2))
    expect(advice?.move).toBe('open a notch')
    // Five tablets, three a week for 1320 L.
    expect(advice?.tabletsLeft).toBeCloseTo(5 - (4 * 3) / 7, 6)
  })
  test('only what holds a level has one', () => {
    expect(feederOf('granular chlorine')).toBeUndefined()
    expect(feederOf('in-line salt chlorine')).toBe('cell')
  })
})

describe('the stabiliser clock', () => {
  const tub = tubWith('granular chlorine', { volumeLitres: 1000 })
  const daily = (grams: number): Entry[] =>
    Array.from({ length: 20 }, (_, i) => ({
      id: i + 2,
      kind: 'dose' as const,
      at: NOW - (20 - i) * DAY,
      body: { product: 'sodium dichlor dihydrate' as const, grams },
    }))
  test('rises by 0.9 ppm for each ppm of chlorine (common practice), and leaves its band on a date', () => {
    const entries: Entry[] = [
      { id: 1, kind: 'water', at: NOW - 20 * DAY, body: { replacedFraction: 1 } },
      ...daily(8),
    ]
    const clock = stabiliserBuildup(tub, entries, estimate(tub, entries, NOW))
    if (!clock) throw new Error('no clock')
    // 8 g of 55.4 % in 1000 L is 4.43 ppm a day, so about 4 ppm of stabiliser.
    expect(clock.perDay).toBeCloseTo(0.91 * 4.43, 0)
    expect(clock.ppm).toBeGreaterThan(60)
    expect(clock.working).toBeLessThan(0.2)
    expect(clock.floorPpm).toBeCloseTo(clock.ppm / 20, 6)
  })
  test('dates lie ahead while little is there, and are gone without dichlor', () => {
    const entries: Entry[] = [
      { id: 1, kind: 'water', at: NOW - 10 * DAY, body: { replacedFraction: 1 } },
      {
        id: 2,
        kind: 'dose',
        at: NOW - DAY,
        body: { product: 'sodium dichlor dihydrate', grams: 0.6 },
      },
    ]
    const clock = stabiliserBuildup(tub, entries, estimate(tub, entries, NOW))
    expect(clock?.fullAt).toBeGreaterThan(NOW)
    expect(stabiliserBuildup(tub, [], estimate(tub, [], NOW))).toBeUndefined()
  })
})

// Common practice: a softening bag, 24 hours at a time, before the salt of a cell.
test('hard water is softened before a cell’s salt, by readings, and only there', () => {
  const hard = { fillWater: { source: 'town' as const, calciumHardnessPpm: 400 } }
  const tub = tubWith('in-line salt chlorine', hard)
  const fill: Entry = { id: 1, kind: 'water', at: NOW - 60 * HOUR, body: { replacedFraction: 1 } }
  const read = (hoursAgo: number, calciumHardness: number): Entry => ({
    id: 2,
    kind: 'test',
    at: NOW - hoursAgo * HOUR,
    body: { method: 'drops', readings: { pH: 7.5, totalAlkalinity: 70, calciumHardness } },
  })
  // The inhibitor of hard water is done first.
  const inhibited: Entry = {
    id: 3,
    kind: 'start',
    at: NOW - 59 * HOUR,
    body: { step: 'inhibitor' },
  }
  const nowOf = (...more: Entry[]) => {
    const entries = [fill, inhibited, ...more]
    return startProgress(tub, entries, estimate(tub, entries, NOW))?.now
  }
  expect(nowOf()).toMatchObject({ id: 'soften', needs: 'test' })
  expect(nowOf(read(2, 380))).toMatchObject({ id: 'soften', needs: 'fall' })
  expect(nowOf(read(2, 60))?.id).toBe('salt first half')
  for (const id of ['granular chlorine', 'bromine tablets'] as const)
    expect(
      startSteps(tubWith(id, hard), estimate(tubWith(id, hard), [fill], NOW)).map((one) => one.id),
    ).not.toContain('soften')
})

// Common practice: below 3 ppm a day later, back to 5 by hand with boost on, and looked at again in 24 hours, for up to several days.
test('a cell is started up in a loop of days until the level holds', () => {
  const tub = tubWith('in-line salt chlorine')
  const entries: Entry[] = []
  const keep = (hoursAgo: number, entry: Pick<NewEntry, 'kind' | 'body'>) =>
    entries.push({ ...entry, id: entries.length + 1, at: NOW - hoursAgo * HOUR } as Entry)
  const read = (hoursAgo: number, freeChlorine: number) =>
    keep(hoursAgo, {
      kind: 'test',
      body: {
        method: 'drops',
        readings: { freeChlorine, pH: 7.5, totalAlkalinity: 70, salt: 1750 },
      },
    })
  const at = (hoursAgo: number) => {
    const now = NOW - hoursAgo * HOUR
    const past = entries.filter((entry) => entry.at <= now)
    const state = estimate(tub, past, now)
    return { step: startProgress(tub, past, state)?.now, today: planToday(tub, past, state) }
  }
  keep(80, { kind: 'water', body: { replacedFraction: 1 } })
  read(79, 0)
  keep(78, { kind: 'dose', body: { product: 'sodium chloride', grams: 1.75 * tub.volumeLitres } })
  read(77, 0)
  expect(at(76.9).step).toMatchObject({ id: 'cell at zero', needs: 'act' })
  keep(76, { kind: 'dose', body: { product: 'sodium hypochlorite', grams: 110 } })
  read(75.8, 5)
  expect(at(75).step).toMatchObject({ id: 'held a day', needs: 'wait' })
  expect(at(51.7).step).toMatchObject({ id: 'held a day', needs: 'test' })
  read(51.6, 2)
  const low = at(51.5)
  expect(low.step).toMatchObject({ id: 'held a day', needs: 'act' })
  // 3 ppm in the water, of bleach that holds 6 %: handbook arithmetic.
  const grams = (3 * tub.volumeLitres) / 1000 / (0.06 * (70.906 / 74.44))
  expect(sanitizerStepOf(low.today.plan)?.grams).toBeGreaterThan(0.85 * grams)
  expect(sanitizerStepOf(low.today.plan)?.grams).toBeLessThan(1.15 * grams)
  keep(51, { kind: 'dose', body: { product: 'sodium hypochlorite', grams } })
  expect(at(40).step).toMatchObject({ id: 'held a day', needs: 'wait' })
  expect(at(26).step).toMatchObject({ id: 'held a day', needs: 'test' })
  const begun = entries.length
  read(25, 3.6)
  expect(at(24).step?.id).toBe('cell on')
  // After several days the cell has to, whatever is left.
  entries.length = begun
  read(25, 2)
  expect(at(24).step?.id).toBe('held a day')
  expect(at(3).step?.id).toBe('cell on')
})

test('while a shock mixes the cover is half open, while a small dose does it is open', () => {
  const tub = tubWith('granular chlorine')
  const poured = (grams: number) => {
    const put: Entry = {
      id: 1,
      kind: 'dose',
      at: NOW - MINUTE,
      body: { product: 'sodium dichlor dihydrate', grams },
    }
    const wait = waitingUntil([put], NOW, tub)
    return wait && handlingWhile(tub, [put], wait)
  }
  expect(poured(25)).toMatchObject({ cover: 'half open', jets: 'on' })
  expect(poured(4)).toMatchObject({ cover: 'open', jets: 'on' })
})

describe('figures of the trade (common practice)', () => {
  const grams = (
    id: Parameters<typeof tubWith>[0],
    step: string,
    { litres = 1000, firstDose }: { litres?: number; firstDose?: 'full' } = {},
  ) => {
    const tub = tubWith(id, { volumeLitres: litres, choices: { firstDose } })
    const found = startSteps(tub, estimate(tub, [], NOW)).find((one) => one.id === step)
    return found?.grams ?? 0
  }
  test('a full first dose: 25 g of granules for 1000 L, and as much chlorine from bleach', () => {
    const full = { firstDose: 'full' } as const
    expect(grams('granular chlorine', 'start shock', full)).toBeCloseTo(25, 6)
    expect(grams('liquid chlorine', 'start shock', full) * 0.06 * (70.906 / 74.44)).toBeCloseTo(
      25 * 0.554,
      0,
    )
  })
  test('a light one: as high as people may still get in', () => {
    // Of 55.4 % available chlorine, to 5 ppm.
    expect(grams('granular chlorine', 'start shock') * 0.554).toBeCloseTo(5, 1)
  })
  test('salt: 2⅓ cups for 100 US gallons reach what a cell asks for', () => {
    const tub = tubWith('in-line salt chlorine', { volumeLitres: 378.5411784 })
    const steps = startSteps(tub, estimate(tub, [], NOW))
    // All that is missing: half of it goes in first.
    const all = steps.find(({ id }) => id === 'salt second half')?.grams ?? 0
    expect(steps.find(({ id }) => id === 'salt first half')?.grams).toBeCloseTo(all / 2, 6)
    // A US cup is 236.6 mL and loose salt weighs about 1.2 g/mL: 2⅓ cups are 650 g.
    expect(all / (2.333 * 236.6 * 1.18)).toBeGreaterThan(0.8)
    expect(all / (2.333 * 236.6 * 1.18)).toBeLessThan(1.2)
  })
  test('the two-part weekly conditioner: 10 mL of each for 100 L', () => {
    for (const part of ['conditioner part one', 'conditioner part two'] as const) {
      const { label } = PRODUCTS[part]
      expect(label && labelDose(label, 100)).toBe(10)
      expect(label?.everyDays).toBe(7)
    }
  })
  test('a shock: a teaspoon of granules for 100 US gallons, a quarter cup of non-chlorine for a tub', () => {
    const {
      granules: { usual: granules },
      monopersulfate: oxidiser,
    } = SHOCK_DOSE_MG_PER_LITRE
    expect(granules).toBeCloseTo(4500 / 378.54, 0)
    // A quarter of a US cup, 59 mL of 1.15 g/mL, in tubs of 1000 to 2000 L.
    expect(oxidiser).toBeGreaterThan((59 * 1.15) / 2)
    expect(oxidiser).toBeLessThan(59 * 1.15)
    // What is told to put in is told apart afterwards as a shock.
    for (const [product, grams] of [
      ['sodium dichlor dihydrate', granules],
      ['potassium monopersulfate', oxidiser],
    ] as const) {
      const put: Entry = { id: 1, kind: 'dose', at: NOW - HOUR, body: { product, grams } }
      expect(
        shocksIn(tubWith('granular chlorine', { volumeLitres: 1000 }), [put], NOW),
      ).toHaveLength(1)
    }
  })
  test('every programme has words for its days, its weeks and an absence', () => {
    for (const { id } of PROGRAMMES) {
      const tub = tubWith(id)
      for (const line of Object.values({ ...routineText(tub, feederOf(id)) }))
        expect(line.length).toBeGreaterThan(15)
      for (const days of [7, 14, 45]) {
        const lines = awayAdvice(tub, days).map(formatAway)
        expect(new Set(lines).size).toBe(lines.length)
        expect(lines.length).toBeGreaterThan(0)
      }
      const ids = startSteps(tub, estimate(tub, [], NOW)).map((step) => step.id)
      expect(new Set(ids).size).toBe(ids.length)
    }
    expect(awayAdvice(tubWith('granular chlorine'), 14)).toContainEqual({ code: 'dosed by others' })
  })
})

test('a soak that is still going on is no answer to itself', () => {
  const running = soak({ people: 2, minutes: 30 }, 0.25)
  expect(openSoaks([running], NOW)).toEqual([])
  expect(openSoaks([running], NOW + 15 * MINUTE)).toEqual([running])
  expect(NOW - running.at).toBe(15 * MINUTE)
})

test('water that holds a residual without a step of it was started up; once begun, it is finished', () => {
  const tub = tubWith()
  const entries = (hours: number, ticked: boolean): Entry[] => [
    { id: 1, kind: 'water', at: NOW - 60 * HOUR, body: { replacedFraction: 1 } },
    ...(ticked
      ? [{ id: 2, kind: 'start' as const, at: NOW - 59 * HOUR, body: { step: 'filled' } }]
      : []),
    {
      id: 3,
      kind: 'test',
      at: NOW - hours * HOUR,
      body: { method: 'drops', readings: { freeChlorine: 4, pH: 7.4 } },
    },
  ]
  const standing = (journal: Entry[]) => startProgress(tub, journal, estimate(tub, journal, NOW))
  expect(standing(entries(10, false))).toBeUndefined()
  expect(standing(entries(50, false))).toBeUndefined()
  // The fill is in the journal, so nobody is asked to tick it; it waits three days on as on the first.
  expect(standing(entries(10, false).slice(0, 1))?.now).toMatchObject({
    id: 'balance',
    needs: 'test',
  })
  expect(standing(entries(10, true))?.now).toMatchObject({ id: 'balance', needs: 'test' })
})
