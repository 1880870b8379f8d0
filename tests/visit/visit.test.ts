import fc from 'fast-check'
import { gapMinutes, handlingOf } from '@/core/advice/handling'
import { DAY, MINUTE } from '@/core/time'
import type { Stretch } from '@/core/today/visit/lanes'
import { NO_DECISIONS, type TubAtHand } from '@/core/today/visit/situation'
import { planVisit } from '@/core/today/visit/visit'
import type { PlacedAct, Visit } from '@/core/today/visit/visitTypes'
import type { ChoreDue } from '@/core/upkeep/choreDue'
import { anyHouse } from '../core/houses'
import { NOW } from '../core/waters'
import { share } from '../share'
import {
  minutesIn,
  set,
  situationOf,
  stage,
  sunday,
  sundayJournal,
  sundayTub,
  UNTIL,
} from './situations'

const plan = (
  situations: readonly TubAtHand[],
  given: Partial<Parameters<typeof planVisit>[1]> = {},
) => planVisit(situations, { now: NOW, until: UNTIL, ...given })

const act = ({ acts }: Visit, key: string): PlacedAct => {
  const found = acts.find((one) => one.key === key)
  if (!found) throw new Error(`no ${key} among ${acts.map((one) => one.key).join(', ')}`)
  return found
}
const readyIn = ({ ready }: Visit, tub = 1) =>
  minutesIn(ready.find((one) => one.tub === tub)?.at ?? 0)
const stateAt = <State>(lane: readonly Stretch<State>[], at: number) =>
  lane.find(({ from, to }) => from <= at && to > at)?.state

describe('a visit to any house', () => {
  it('pours only with the power on, after its gap, and shows jets and cover as the product asks', () => {
    const houses = share('visits with power and gaps', 50, 250)
    let poured = 0
    let rinsed = 0
    fc.assert(
      fc.property(anyHouse, fc.boolean(), (house, spare) => {
        const situation = situationOf(house, {
          filters: spare ? [set(1, 'in the tub', 1), set(2, 'ready')] : [],
        })
        const { visit } = plan([situation])
        const lanes = visit.lanes[0]?.lanes
        if (!lanes) throw new Error('no lanes')
        for (const [i, one] of visit.acts.entries()) {
          expect(one.start).toBeGreaterThanOrEqual(visit.acts[i - 1]?.handsEnd ?? NOW)
          const { what } = one
          if (what.kind === 'chore' && what.chore.lane === 'filters') {
            rinsed += 1
            expect(stateAt(lanes.power, one.start)).toBe('off')
          }
          if (what.kind !== 'dose' || what.dose.kind !== 'add') continue
          poured += 1
          const { product, jets, cover } = what.dose
          for (let at = one.start; at < one.waitEnd; at += MINUTE)
            expect(stateAt(lanes.power, at)).toBe('on')
          const alone = !visit.acts.some(
            (other) =>
              other !== one &&
              other.waitEnd > one.start &&
              other.start < one.waitEnd &&
              other.waitMinutes > 0,
          )
          if (alone && one.waitEnd > one.handsEnd) {
            expect(stateAt(lanes.jets, one.handsEnd)).toBe(jets)
            expect(stateAt(lanes.cover, one.handsEnd)).toBe(cover)
          }
          for (const entry of house.journal)
            if (entry.kind === 'dose' && entry.at <= NOW)
              expect(one.start).toBeGreaterThanOrEqual(
                entry.at + gapMinutes(product, entry.body.product, situation.tub) * MINUTE,
              )
          const retest = visit.acts.find((other) => other.what.kind === 'test' && other.what.retest)
          if (retest) {
            expect(retest.start).toBeGreaterThanOrEqual(
              one.handsEnd + handlingOf(product, situation.tub).waitMinutes * MINUTE,
            )
            expect(visit.ready[0]?.at).toBeGreaterThanOrEqual(retest.handsEnd)
          }
        }
        expect(visit.ready[0]?.at).toBeLessThanOrEqual(
          Math.max(visit.oneByOne, ...visit.acts.map((one) => one.waitEnd)),
        )
      }),
      { numRuns: houses },
    )
    expect(poured).toBeGreaterThan(houses / 3)
    expect(rinsed).toBeGreaterThan(houses / 15)
  })

  it('counted back is counted forward: from its start the same order ends at the same time', () => {
    fc.assert(
      fc.property(anyHouse, fc.integer({ min: 0, max: 600 }), (house, minutes) => {
        const situation = situationOf(house)
        const by = NOW + minutes * MINUTE
        const { visit, fit } = plan([situation], { asked: { asked: 'ready by', by } })
        if (fit.asked !== 'ready by') throw new Error('not asked')
        const last = Math.max(...visit.ready.map(({ at }) => at))
        if (!fit.fits) {
          expect(fit.earliest).toBeGreaterThan(by)
          expect(visit.start).toBe(NOW)
          return
        }
        expect(last).toBeLessThanOrEqual(by)
        if (visit.left.some(({ why }) => why.code === 'not by then')) return
        const forward = plan([situation], { start: visit.start }).visit
        expect(forward.acts.map(({ key, start }) => [key, start])).toEqual(
          visit.acts.map(({ key, start }) => [key, start]),
        )
        expect(forward.ready).toEqual(visit.ready)
      }),
      { numRuns: share('visits from either end', 30, 120) },
    )
  })

  it('into minutes goes what fits, and everything is either done or left', () => {
    fc.assert(
      fc.property(anyHouse, fc.integer({ min: 0, max: 60 }), (house, minutes) => {
        const situation = situationOf(house)
        const all = plan([situation]).visit
        const { visit } = plan([situation], { asked: { asked: 'minutes', minutes } })
        for (const one of visit.acts)
          if (!(one.what.kind === 'test' && one.what.retest))
            expect(minutesIn(one.handsEnd)).toBeLessThanOrEqual(minutes)
        const keys = [...visit.acts, ...visit.left].map(({ key }) => key)
        for (const { key } of all.acts) expect(keys).toContain(key)
        expect(new Set(visit.acts.map(({ key }) => key)).size).toBe(visit.acts.length)
      }),
      { numRuns: share('visits of several tubs', 20, 80) },
    )
  })
})

describe('a Sunday', () => {
  it('fills the waits and beats one thing after another', () => {
    const { visit } = plan([sunday()])
    expect(visit.exact).toBe(true)
    expect(act(visit, '1:look').start).toBe(NOW)
    // The filter before the doses, for nothing goes in with the power off.
    expect(act(visit, '1:chore:filter rinse').why).toEqual({ code: 'power off first' })
    expect(act(visit, '1:dose:sodium bisulfate').start).toBe(
      act(visit, '1:chore:filter rinse').handsEnd,
    )
    for (const chore of ['waterline', 'cover wipe'])
      expect(act(visit, `1:chore:${chore}`).why).toEqual({
        code: 'while',
        key: '1:dose:sodium bisulfate',
      })
    expect(visit.ready[0]?.at).toBeLessThan(visit.oneByOne)
  })

  // Common practice: a quarter to half an hour a week, at most a little more with a whole round of doses.
  it('takes half an hour of hands, the weekly chores alone a quarter', () => {
    const { visit } = plan([sunday()])
    expect(visit.handsMinutes).toBeGreaterThanOrEqual(15)
    expect(visit.handsMinutes).toBeLessThanOrEqual(45)
    const fine = sundayJournal().map((entry) =>
      entry.kind === 'test'
        ? {
            ...entry,
            body: {
              ...entry.body,
              readings: { bromine: 5, pH: 7.5, totalAlkalinity: 90, calciumHardness: 180 },
            },
          }
        : entry,
    )
    const weekly = plan([sunday({}, sundayTub(), fine)]).visit
    expect(
      weekly.acts.some(
        ({ what }) => what.kind === 'dose' && what.dose.purposes.includes('balance'),
      ),
    ).toBe(false)
    expect(weekly.handsMinutes).toBeLessThanOrEqual(38)
  })

  // Common practice: cover open, or half open after a shock, for 20 to 30 minutes.
  it('keeps the cover open for twenty to thirty minutes after what is poured', () => {
    const { visit } = plan([sunday()])
    const lanes = visit.lanes[0]?.lanes
    for (const one of visit.acts) {
      if (one.what.kind !== 'dose') continue
      const open = [0, 5, 10, 15, 19].map((m) =>
        stateAt(lanes?.cover ?? [], one.handsEnd + m * MINUTE),
      )
      expect(open).not.toContain('closed')
      expect(one.waitMinutes).toBeGreaterThanOrEqual(20)
      expect(one.waitMinutes).toBeLessThanOrEqual(30)
    }
  })

  it('puts a dry set in and rinses the old one in a wait', () => {
    const { visit } = plan([sunday({ filters: [set(1, 'in the tub', 1), set(2, 'ready')] })])
    expect(act(visit, '1:chore:filter rinse').what.kind).toBe('swap')
    expect(act(visit, '1:set:1').why.code).toBe('while')
    expect(readyIn(visit)).toBeLessThan(readyIn(plan([sunday()]).visit))
  })

  it('asks about a soak that was planned and never logged, before anything goes by it', () => {
    const soak = { id: 7, at: NOW - 20 * 60 * MINUTE, load: { people: 2, minutes: 30 } }
    const { visit } = plan([sunday({ plannedSoaks: [soak] })])
    expect(act(visit, '1:soak:7').start).toBeLessThan(act(visit, '1:dose:sodium bisulfate').start)
    const logged = sundayJournal([{ kind: 'soak', at: soak.at, body: soak.load }])
    const again = plan([sunday({ plannedSoaks: [soak] }, sundayTub(), logged)]).visit
    expect(again.acts.map(({ key }) => key)).not.toContain('1:soak:7')
  })

  it('two tubs interleave: the wait at one is work at the other', () => {
    const one = readyIn(plan([sunday()]).visit)
    const { visit } = plan([sunday(), { ...sunday(), id: 2 }])
    const last = Math.max(...visit.ready.map(({ at }) => minutesIn(at)))
    expect(last).toBeLessThan(1.4 * one)
    const crossing = visit.acts.filter(
      ({ why, tub }) =>
        why.code === 'while' && visit.acts.find(({ key }) => key === why.key)?.tub !== tub,
    )
    expect(crossing.length).toBeGreaterThan(1)
  })

  it('a done act never moves: what went in holds the rest to its time', () => {
    const { visit } = plan([sunday()])
    const acid = act(visit, '1:dose:sodium bisulfate')
    if (acid.what.kind !== 'dose' || acid.what.dose.kind !== 'add') throw new Error('no acid')
    const poured = sundayJournal([
      {
        kind: 'dose',
        at: NOW - 10 * MINUTE,
        body: { product: 'sodium bisulfate', grams: acid.what.dose.grams },
      },
    ])
    const later = plan([sunday({}, sundayTub(), poured)]).visit
    const next = later.acts.find(({ what }) => what.kind === 'dose')
    expect(minutesIn(next?.start ?? 0)).toBeGreaterThanOrEqual(20)
    // Nothing with the power off while it mixes.
    expect(minutesIn(act(later, '1:chore:filter rinse').start)).toBeGreaterThanOrEqual(20)
  })
})

describe('what cannot be', () => {
  it('people are in: nothing that keeps them out begins before they are out', () => {
    const journal = sundayJournal([
      { kind: 'soak', at: NOW - 10 * MINUTE, body: { people: 2, minutes: 40 } },
    ])
    const { visit } = plan([sunday({}, sundayTub(), journal)])
    for (const one of visit.acts)
      if (one.gates) expect(minutesIn(one.start)).toBeGreaterThanOrEqual(30)
  })

  it('left for want of time: for the next weekly visit, and how late it is by then', () => {
    const next = NOW + 6 * DAY
    const { visit } = plan([sunday()], { asked: { asked: 'minutes', minutes: 0 }, visits: [next] })
    const rinse = visit.left.find(({ key }) => key === '1:chore:filter rinse')
    // Due today, two days either way.
    expect(rinse).toMatchObject({ day: next, lateDays: 4 })
    const without = plan([sunday()], { asked: { asked: 'minutes', minutes: 0 } }).visit
    expect(without.left.find(({ key }) => key === '1:chore:filter rinse')).toMatchObject({
      day: NOW + DAY,
      lateDays: 0,
    })
  })

  it('no time at all: everything is left, and nothing fails', () => {
    const { visit, fit } = plan([sunday()], { asked: { asked: 'minutes', minutes: 0 } })
    expect(visit.acts).toEqual([])
    expect(fit).toEqual({ asked: 'minutes', minutes: 0, fits: false })
    expect(visit.left.filter(({ why }) => why.code === 'no time').length).toBeGreaterThan(5)
  })

  it('twenty minutes: what opens the tub first, chores by what is late', () => {
    const { visit } = plan([sunday()], { asked: { asked: 'minutes', minutes: 20 } })
    expect(visit.acts.map(({ key }) => key)).toEqual(
      expect.arrayContaining(['1:look', '1:dose:sodium bisulfate', '1:retest']),
    )
  })

  it('ready too soon: chores that keep people out are left; where that is not enough the soonest is said', () => {
    const all = readyIn(plan([sunday()]).visit)
    const sooner = plan([sunday()], { asked: { asked: 'ready by', by: NOW + (all - 5) * MINUTE } })
    expect(sooner.fit).toMatchObject({ fits: true })
    expect(sooner.visit.left.map(({ key, why }) => [key, why.code])).toContainEqual([
      '1:chore:filter rinse',
      'not by then',
    ])
    const never = plan([sunday()], { asked: { asked: 'ready by', by: NOW + 10 * MINUTE } })
    expect(never.fit).toMatchObject({ fits: false })
    expect(act(never.visit, '1:chore:filter rinse')).toBeDefined()
  })

  it('no spare set: the deep clean waits, unless it is asked for', () => {
    const filters = [set(1, 'in the tub', 1)]
    const soak = soakDue(sunday({ filters }))
    const { visit } = plan([soak])
    expect(visit.left.map(({ key, why }) => [key, why.code])).toContainEqual([
      '1:chore:filter soak',
      'no spare',
    ])
    const pulled = plan([soak], {
      decisions: { ...NO_DECISIONS, pulled: ['1:chore:filter soak'] },
    }).visit
    expect(act(pulled, '1:chore:filter soak').waitMinutes).toBe(30)
    for (const one of pulled.acts)
      if (one.what.kind === 'dose')
        expect(
          one.start >= act(pulled, '1:chore:filter soak').waitEnd ||
            one.waitEnd <= act(pulled, '1:chore:filter soak').start,
        ).toBe(true)
  })

  it('frost: power is not off for longer than the pipes may stand it', () => {
    const soak = soakDue(sunday({ filters: [set(1, 'in the tub', 1)], airCelsius: -8 }))
    const { visit } = plan([soak], {
      decisions: { ...NO_DECISIONS, pulled: ['1:chore:filter soak'] },
    })
    expect(visit.left).toContainEqual(
      expect.objectContaining({
        key: '1:chore:filter soak',
        why: { code: 'frost', airCelsius: -8, minutes: 50 },
      }),
    )
  })

  it('skipped with a reason: it is left with these words, and the rest closes up', () => {
    const skipped = [{ key: '1:chore:filter rinse', said: 'no hose' }]
    const { visit } = plan([sunday()], { decisions: { ...NO_DECISIONS, skipped } })
    expect(visit.left).toContainEqual(
      expect.objectContaining({
        key: '1:chore:filter rinse',
        why: { code: 'skipped', said: 'no hose' },
      }),
    )
    expect(readyIn(visit)).toBe(readyIn(plan([sunday()]).visit) - 10)
  })

  it('two that never share a day: the flush ends the water, so it comes last of all', () => {
    const flush = {
      ...choreIn(sunday(), 'lamp'),
      chore: { ...choreIn(sunday(), 'lamp').chore, id: 'purge' as const },
      due: NOW - DAY,
    }
    const { visit } = plan([sunday({ upkeep: [...sunday().upkeep, flush] })])
    const last = visit.acts.at(-1)
    expect(last?.key).toBe('1:chore:purge')
  })

  it('a change of water owns its tub: its stages, and what runs past the evening is left with its time', () => {
    const stages = [
      stage('filters out', 3, 0, [], 0),
      stage('drain', 5, 40, ['filters out'], 3),
      stage('clean', 15, 0, ['filters out'], 8),
      stage('heat', 1, 600, ['drain'], 400),
    ]
    const { visit } = plan([sunday({ stages }), { ...sunday(), id: 2 }])
    expect(act(visit, '1:stage:drain').start).toBeGreaterThanOrEqual(
      act(visit, '1:stage:filters out').handsEnd,
    )
    expect(visit.acts.some(({ tub, what }) => tub === 1 && what.kind === 'dose')).toBe(false)
    expect(visit.acts.some(({ tub, what }) => tub === 2 && what.kind === 'dose')).toBe(true)
    expect(visit.left).toContainEqual(
      expect.objectContaining({ key: '1:stage:heat', why: { code: 'stage runs on' } }),
    )
  })
})

const choreIn = (situation: TubAtHand, id: string): ChoreDue => {
  const found = situation.upkeep.find(({ chore }) => chore.id === id)
  if (!found) throw new Error(`no ${id}`)
  return found
}

const soakDue = (situation: TubAtHand): TubAtHand => ({
  ...situation,
  upkeep: situation.upkeep.map((one) =>
    one.chore.id === 'filter soak' ? { ...one, due: NOW - DAY, state: 'due' as const } : one,
  ),
})
