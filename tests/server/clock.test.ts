import { notAhead } from '@/core/journal/aheadOfClock'
import { recordEntry } from '@/server/journal'
import { givenMoment, momentOf, toWallClock, twiceOnTheClock } from '@/server/moment'
import { planSoak } from '@/server/plannedSoaks'
import { tubView } from '@/server/views'
import { openStore } from '@/store/database'
import { insertTub } from '@/store/tubs'
import { clockNotice } from '@/words/clockWords'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
const MINUTE = 60_000
const HOUR = 60 * MINUTE

describe('a clock that was set back by an hour after a dose', () => {
  const store = openStore(':memory:')
  const tub = insertTub(store, newTub).id
  const save = (fields: Record<string, string>, now: number) => {
    const outcome = recordEntry(store, tub, { when: 'now', ...fields }, now)
    if (!outcome.ok) throw new Error(JSON.stringify(outcome))
  }
  save(
    { kind: 'test', method: 'strip', freeChlorine: '1', pH: '7.4', totalAlkalinity: '90' },
    NOW - HOUR,
  )
  save({ kind: 'dose', product: 'sodium dichlor dihydrate', amount: '15' }, NOW)
  const before = tubView(store, tub, NOW + MINUTE)
  const after = tubView(store, tub, NOW - HOUR + MINUTE)

  test('is noticed and said', () => {
    expect(before?.clockBehind).toBeUndefined()
    expect(after?.clockBehind).toBe(NOW)
    const preferences = {
      locale: 'en-GB',
      timeZone: 'Europe/Berlin',
      units: newTub.units,
      now: NOW - HOUR + MINUTE,
    }
    expect(clockNotice(NOW, preferences)).toMatch(
      /clock says 19:01, but something here was saved at 20:00/,
    )
    // A minute of correction is no news.
    expect(tubView(store, tub, NOW - MINUTE)?.clockBehind).toBeUndefined()
  })
  test('the dose stays in the advice: its chlorine is counted, its wait keeps people out, nothing goes in twice', () => {
    const chlorine = (view: typeof after) => view?.estimate.reading.freeChlorinePpm ?? 0
    expect(chlorine(after)).toBeGreaterThan(0.9 * chlorine(before))
    expect(after?.verdict.mayGetIn).toBe('no')
    expect(after?.round.doses).toHaveLength(1)
    expect(
      after?.plan.steps.some(
        (step) => step.kind === 'add' && step.product === 'sodium dichlor dihydrate',
      ),
    ).toBe(
      before?.plan.steps.some(
        (step) => step.kind === 'add' && step.product === 'sodium dichlor dihydrate',
      ),
    )
  })
  test('the history shows the times as they were saved', () => {
    expect(after?.written[0]?.at).toBe(NOW)
    expect(after?.journal[0]?.at).toBe(NOW - HOUR + MINUTE)
  })
})

test('nothing else is touched: a journal with nothing ahead is the same list', () => {
  const journal = [{ id: 1, at: 5, kind: 'note' as const, body: { text: '' } }]
  expect(notAhead(journal, 5)).toBe(journal)
  expect(notAhead(journal, 4)).toEqual([{ ...journal[0], at: 4 }])
})

describe('the hour that comes twice', () => {
  // 25 October 2026: Berlin goes from 03:00 summer time back to 02:00. New York a week later. Lord Howe by half an hour, in April.
  // Source: the time zone database that this runtime carries.
  test.each([
    [
      'Europe/Berlin',
      '2026-10-25T02:30',
      Date.UTC(2026, 9, 25, 0, 30),
      Date.UTC(2026, 9, 25, 1, 30),
    ],
    [
      'America/New_York',
      '2026-11-01T01:15',
      Date.UTC(2026, 10, 1, 5, 15),
      Date.UTC(2026, 10, 1, 6, 15),
    ],
    [
      'Australia/Lord_Howe',
      '2026-04-05T01:45',
      Date.UTC(2026, 3, 4, 14, 45),
      Date.UTC(2026, 3, 4, 15, 15),
    ],
  ])('in %s: %s is two instants', (zone, local, first, second) => {
    expect(twiceOnTheClock(local, zone)).toEqual([first, second])
    for (const one of [first, second]) expect(toWallClock(one, zone)).toBe(local)
  })
  test.each([
    ['Europe/Berlin', '2026-10-25T01:30'],
    ['Europe/Berlin', '2026-10-25T03:00'],
    ['Europe/Berlin', '2026-03-29T02:30'],
    ['UTC', '2026-10-25T02:30'],
  ])('in %s: %s is not', (zone, local) => {
    expect(twiceOnTheClock(local, zone)).toBeUndefined()
  })
  const now = Date.UTC(2026, 9, 25, 9)
  const fields = { when: 'earlier', at: '2026-10-25T02:30', zone: 'Europe/Berlin' }
  test('is asked about, and each answer is its own instant', () => {
    expect(momentOf(fields, now)).toMatchObject({
      asks: { at: { sentence: expect.stringMatching(/02:30 came twice/) } },
    })
    expect(momentOf({ ...fields, 'confirm.at': 'first' }, now)).toEqual({
      at: Date.UTC(2026, 9, 25, 0, 30),
    })
    expect(momentOf({ ...fields, 'confirm.at': 'second' }, now)).toEqual({
      at: Date.UTC(2026, 9, 25, 1, 30),
    })
    expect(givenMoment({ ...fields, 'confirm.at': 'third' })).toHaveProperty('asks')
  })
  test('an entry and a planned soak wait for the answer, and nothing is written before', () => {
    const store = openStore(':memory:')
    const tub = insertTub(store, newTub).id
    const soak = { kind: 'soak', people: '2', minutes: '20', ...fields }
    expect(recordEntry(store, tub, soak, now)).toMatchObject({ ok: false, asks: { at: {} } })
    expect(tubView(store, tub, now)?.journal).toEqual([])
    expect(recordEntry(store, tub, { ...soak, 'confirm.at': 'second' }, now).ok).toBe(true)
    expect(tubView(store, tub, now)?.journal[0]?.at).toBe(Date.UTC(2026, 9, 25, 1, 30))
    const plan = { people: '2', minutes: '20', at: '2026-10-25T02:30', zone: 'Europe/Berlin' }
    expect(planSoak(store, tub, plan, now - 24 * HOUR)).toMatchObject({
      ok: false,
      asks: { at: {} },
    })
    expect(planSoak(store, tub, { ...plan, 'confirm.at': 'first' }, now - 24 * HOUR).ok).toBe(true)
  })
})
