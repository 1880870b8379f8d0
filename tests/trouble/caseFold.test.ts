import { type Entry, estimate, type NewEntry, type Tub } from '@/core'
import { CAUSES, type CauseId } from '@/core/journal/causeId'
import type { Sign } from '@/core/journal/sign'
import { PROGRAMMES } from '@/core/programmes/programme'
import { refillReasons } from '@/core/refill/refillDue'
import { wayOut } from '@/core/routine/wayOut'
import { nextShock } from '@/core/soaks/shock'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { closures } from '@/core/today/closures'
import { casesIn, openCase } from '@/core/trouble/cases'
import { treatOrChange } from '@/core/trouble/treatOrChange'
import { trouble } from '@/core/trouble/trouble'
import { TUB_KINDS } from '@/core/tub/tub'
import { choresDue } from '@/core/upkeep/choreDue'
import { allChoresOf } from '@/core/upkeep/choresOf'
import { NOW, tubWith } from '../core/waters'

const TUB: Tub = tubWith('granular chlorine')
const numbered = (entries: readonly NewEntry[]): Entry[] =>
  [...entries].sort((a, b) => a.at - b.at).map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)
const look = (at: number, ...signs: Sign[]): NewEntry => ({ kind: 'look', at, body: { signs } })
const treat = (at: number, cause: CauseId, ...signs: Sign[]): NewEntry => ({
  kind: 'treatment',
  at,
  body: { cause, signs },
})
const done = (at: number, chore: 'filter rinse' | 'technician'): NewEntry => ({
  kind: 'chore',
  at,
  body: { chore, outcome: 'done' },
})
const fill = (at: number): NewEntry => ({ kind: 'water', at, body: { replacedFraction: 1 } })
const test7 = (at: number, chlorine = 4): NewEntry => ({
  kind: 'test',
  at,
  body: {
    method: 'drops',
    readings: { freeChlorine: chlorine, totalChlorine: chlorine, pH: 7.4, totalAlkalinity: 100 },
  },
})
const cases = (...entries: NewEntry[]) => casesIn(TUB, numbered(entries), NOW)
const codes = (...entries: NewEntry[]) => {
  const journal = numbered(entries)
  return closures(TUB, journal, estimate(TUB, journal, NOW)).map(({ code }) => code)
}

describe('a case', () => {
  test('begins with a look that shows something wrong and ends with one that shows nothing', () => {
    const [one] = cases(
      look(NOW - 3 * DAY, 'cloudy'),
      look(NOW - 2 * DAY, 'cloudy', 'foam'),
      look(NOW - DAY),
    )
    expect(one).toMatchObject({
      since: NOW - 3 * DAY,
      until: NOW - DAY,
      ended: 'clear',
      seen: ['cloudy', 'foam'],
      helped: undefined,
    })
  })
  test('a look that only says what is not there is no trouble', () => {
    expect(cases(look(NOW - HOUR, 'no smell'))).toEqual([])
  })
  test('knows what helped: the last treatment that was carried out', () => {
    const [one] = cases(
      look(NOW - 3 * DAY, 'cloudy'),
      treat(NOW - 3 * DAY + HOUR, 'filter clogged', 'cloudy'),
      done(NOW - 3 * DAY + 2 * HOUR, 'filter rinse'),
      look(NOW - DAY),
    )
    expect(one?.helped).toBe('filter clogged')
    expect(one?.treatments[0]?.showsAt).toBe(NOW - 3 * DAY + 2 * HOUR + DAY)
  })
  test('new water ends what was in the water, and not what is wrong with the machine', () => {
    expect(cases(look(NOW - 3 * DAY, 'foam'), fill(NOW - DAY))[0]?.ended).toBe('new water')
    const [one] = cases(look(NOW - 3 * DAY, 'foam', 'not heating'), fill(NOW - DAY))
    expect(one).toMatchObject({ until: undefined, signs: ['not heating'] })
  })
  test('a tan line of last month is forgotten, cloud is not', () => {
    expect(openCase(cases(look(NOW - 30 * DAY, 'tan line')))).toBeUndefined()
    expect(openCase(cases(look(NOW - 30 * DAY, 'cloudy')))?.signs).toEqual(['cloudy'])
  })
})

const found = (entries: readonly NewEntry[], ...signs: Sign[]) => {
  const journal = numbered(entries)
  return trouble(TUB, journal, NOW, { estimate: estimate(TUB, journal, NOW), signs })
}
const likelihoodOf = (cause: CauseId, entries: readonly NewEntry[], ...signs: Sign[]) =>
  found(entries, ...signs).causes.find((one) => one.cause === cause)?.likelihood ?? 0

describe('what is learnt from cases', () => {
  const tried = [
    look(NOW - 3 * DAY, 'cloudy'),
    treat(NOW - 3 * DAY, 'filter clogged', 'cloudy'),
    done(NOW - 2.9 * DAY, 'filter rinse'),
  ]
  test('a treatment that had its time and did not help makes its cause less likely', () => {
    const before = likelihoodOf('filter clogged', tried, 'cloudy')
    const after = [...tried, look(NOW - HOUR, 'cloudy')]
    expect(likelihoodOf('filter clogged', after, 'cloudy')).toBeLessThan(0.6 * before)
    const { causes } = found(after, 'cloudy')
    expect(causes[0]?.cause).not.toBe('filter clogged')
    expect(causes.find(({ cause }) => cause === 'filter clogged')?.against[0]?.kind).toBe(
      'treated in vain',
    )
  })
  test('what was not carried out has not failed', () => {
    const [first, second] = tried
    if (!first || !second) throw new Error('no case')
    const idle = [first, second, look(NOW - HOUR, 'cloudy')]
    const open = openCase(casesIn(TUB, numbered(idle), NOW))
    expect(open?.treatments[0]).toMatchObject({ doneAt: undefined, inVain: false })
  })
  test('what helped before is likelier the next time, and said', () => {
    const helped = [
      ...tried.map((one) => ({ ...one, at: one.at - 60 * DAY })),
      look(NOW - 60 * DAY),
    ]
    const entries = [...helped, fill(NOW - 20 * DAY)]
    const fresh = entries.filter(({ kind }) => kind !== 'treatment')
    expect(likelihoodOf('filter clogged', entries, 'cloudy')).toBeGreaterThan(
      likelihoodOf('filter clogged', fresh, 'cloudy'),
    )
    expect(
      found(entries, 'cloudy')
        .causes.find(({ cause }) => cause === 'filter clogged')
        ?.for.some(({ kind }) => kind === 'helped before'),
    ).toBe(true)
  })
})

describe('what a sign calls for', () => {
  const base = [fill(NOW - 20 * DAY), test7(NOW - DAY)]
  const due = (...entries: NewEntry[]) => choresDue(TUB, numbered([...base, ...entries]), NOW)
  const soon = (id: string, ...entries: NewEntry[]) =>
    due(...entries).find(({ chore }) => chore.id === id)

  test('the smell of chlorine and foam bring the shock', () => {
    for (const sign of ['chlorine smell', 'foam'] as const) {
      const journal = numbered([...base, look(NOW - HOUR, sign)])
      expect(nextShock(TUB, journal, NOW)).toMatchObject({ due: NOW - HOUR, why: 'sign' })
    }
    expect(nextShock(TUB, numbered([...base, look(NOW - HOUR, 'stain')]), NOW)).toBeUndefined()
    const gone = numbered([...base, look(NOW - HOUR, 'foam'), look(NOW - MINUTE)])
    expect(nextShock(TUB, gone, NOW)).toBeUndefined()
  })
  test('slime asks for a flush and a drain; white flakes, which are scale, do not', () => {
    expect(soon('purge', look(NOW - HOUR, 'slimy flakes'))?.why).toBe('sign')
    expect(soon('purge', look(NOW - HOUR, 'white flakes'))?.why).not.toBe('sign')
    const reasons = (sign: Sign) => {
      const journal = numbered([...base, look(NOW - HOUR, sign)])
      return refillReasons(TUB, journal, estimate(TUB, journal, NOW)).map(({ rule }) => rule)
    }
    expect(reasons('slimy flakes')).toContain('slime')
    expect(reasons('accident')).toContain('accident')
    expect(reasons('fever')).toContain('unwell')
    expect(reasons('white flakes')).not.toContain('slime')
  })
  test('a way out is due the day it is taken up, and gone once a look shows nothing', () => {
    const open = [look(NOW - 2 * HOUR, 'weak flow'), treat(NOW - HOUR, 'air lock', 'weak flow')]
    expect(soon('air bleed')).toBeUndefined()
    expect(soon('air bleed', ...open)).toMatchObject({
      due: NOW - HOUR,
      why: 'trouble',
      cause: 'air lock',
    })
    expect(soon('air bleed', ...open, look(NOW - MINUTE))).toBeUndefined()
  })
  test('what only a technician may open asks for one, until it is done', () => {
    for (const sign of ['electric shock', 'power trips'] as const) {
      const seen = look(NOW - HOUR, sign)
      expect(soon('technician', seen)).toMatchObject({ due: NOW - HOUR, why: 'sign', sign })
      expect(soon('technician', seen, look(NOW - MINUTE))).toBeDefined()
      expect(soon('technician', seen, done(NOW - MINUTE, 'technician'))).toBeUndefined()
    }
    expect(soon('technician')).toBeUndefined()
  })
  test('each cause has a way out in every programme, and none shocks water that bears no shock', () => {
    for (const cause of CAUSES)
      for (const { id } of PROGRAMMES) {
        const { steps, clearsAfter } = wayOut(cause, tubWith(id))
        expect(steps.length).toBeGreaterThan(0)
        expect(clearsAfter).toBeGreaterThan(0)
        if (id === 'biguanide' || id === 'hydrogen peroxide')
          expect(steps.some(({ kind }) => kind === 'shock')).toBe(false)
        for (const kind of TUB_KINDS) {
          const own = { ...tubWith(id), kind }
          const known = allChoresOf(own).map((one) => one.id as string)
          for (const step of wayOut(cause, own).steps)
            if (step.kind === 'chore') expect(known).toContain(step.chore)
        }
      }
  })
})

describe('a tub that a sign has closed stays closed while its reason lasts', () => {
  const base = [fill(NOW - 20 * DAY), test7(NOW - 2 * HOUR)]
  test('treating what it may be does not open it', () => {
    for (const cause of CAUSES)
      expect(
        codes(...base, look(NOW - HOUR, 'cloudy'), treat(NOW - 50 * MINUTE, cause, 'cloudy')),
      ).toContain('cloudy')
  })
  test.each<[Sign, string, NewEntry[]]>([
    ['cloudy', 'cloudy', [look(NOW - 20 * MINUTE), test7(NOW - 10 * MINUTE)]],
    ['fumes', 'fumes', [look(NOW - 20 * MINUTE), test7(NOW - 10 * MINUTE)]],
    ['electric shock', 'electrical fault', [done(NOW - 10 * MINUTE, 'technician')]],
    ['power trips', 'electrical fault', [done(NOW - 10 * MINUTE, 'technician')]],
    ['red eyes', 'not retested', [test7(NOW - 10 * MINUTE)]],
    ['rash', 'someone unwell', [fill(NOW - 30 * MINUTE)]],
    ['trouble breathing', 'someone unwell', [fill(NOW - 30 * MINUTE)]],
    ['glass', 'accident', [fill(NOW - 30 * MINUTE)]],
  ])('%s closes it as %s, until what opens it', (sign, code, opens) => {
    const closed = [...base, look(NOW - HOUR, sign)]
    expect(codes(...closed)).toContain(code)
    // Neither half of what opens it, nor a clear look alone where more is asked.
    for (const one of opens) if (opens.length > 1) expect(codes(...closed, one)).toContain(code)
    if (code === 'electrical fault' || code === 'someone unwell')
      expect(codes(...closed, look(NOW - 20 * MINUTE), test7(NOW - 10 * MINUTE))).toContain(code)
    expect(codes(...closed, ...opens)).not.toContain(code)
  })
  test('an over-heat code closes it until somebody has measured', () => {
    const shown = [...base, look(NOW - HOUR, 'too hot code')]
    expect(codes(...shown)).toContain('too hot')
    const measured: NewEntry = {
      kind: 'test',
      at: NOW - MINUTE,
      body: { method: 'meter', readings: { temperature: 38 } },
    }
    expect(codes(...shown, measured)).not.toContain('too hot')
  })
})

describe('treat, or change the water', () => {
  const advised = (entries: readonly NewEntry[], ...signs: Sign[]) => {
    const journal = numbered(entries)
    const state = estimate(TUB, journal, NOW)
    const all = casesIn(TUB, journal, NOW)
    const seen = trouble(TUB, journal, NOW, { estimate: state, signs, cases: all })
    return treatOrChange(TUB, journal, NOW, { estimate: state, found: seen, cases: all })
  }
  test('young water and a first time: treat, with what would turn it round', () => {
    const { advice, reverses } = advised([fill(NOW - 20 * DAY), test7(NOW - DAY)], 'cloudy') ?? {}
    expect(advice).toBe('treat')
    expect(reverses?.stillThereAt).toBeGreaterThan(NOW)
  })
  test('water at its end: change', () => {
    expect(advised([fill(NOW - 118 * DAY), test7(NOW - DAY)], 'cloudy')?.why.code).toBe('due')
  })
  test('what came back within the month: change', () => {
    expect(
      advised(
        [
          fill(NOW - 40 * DAY),
          look(NOW - 12 * DAY, 'foam'),
          look(NOW - 10 * DAY),
          test7(NOW - DAY),
        ],
        'foam',
      ),
    ).toMatchObject({ advice: 'change', why: { code: 'came back', sign: 'foam' } })
  })
  test('what no product takes out: change', () => {
    expect(
      advised([fill(NOW - 40 * DAY), test7(NOW - DAY)], 'slimy flakes', 'musty smell'),
    ).toMatchObject({ advice: 'change', why: { code: 'cause', cause: 'biofilm' } })
  })
  test('a code on the display is not a matter of water', () => {
    expect(advised([fill(NOW - 40 * DAY)], 'sensor code')).toBeUndefined()
  })
  test('new water holds longest, a part of it less, anti-foam a day', () => {
    const { ways = [] } = advised([fill(NOW - 60 * DAY), test7(NOW - DAY)], 'foam') ?? {}
    const days = Object.fromEntries(ways.map(({ way, lastsDays }) => [way, lastsDays]))
    expect(days.refill).toBeGreaterThan(days['part change'] ?? 0)
    expect(days['part change']).toBeGreaterThan(days.shock ?? 0)
    expect(days['anti-foam']).toBeLessThanOrEqual(1)
  })
})
