import { CAUSES, isKind } from '@/core'
import { recordEntry, undoLastChange } from '@/server/journal'
import { journalAt } from '@/server/journalAt'
import {
  answerQuestion,
  beginTreatment,
  lookAgain,
  savePoisonLine,
  tickSign,
  troubleView,
} from '@/server/trouble'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf, lastChange } from '@/store/entries'
import { settingOf } from '@/store/settings'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
let store: Store
let tub: number
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  insertEntry(
    store,
    tub,
    { kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
    NOW - 40 * DAY,
  )
})
const looks = () => journalOf(store, tub).filter(isKind('look'))
const tick = (sign: string, now: number, on = true) =>
  tickSign(store, tub, { sign, on: on ? 'yes' : 'no' }, now)
const view = (now: number) => {
  const found = tubView(store, tub, now)
  if (!found) throw new Error('no tub')
  return found
}
const said = (outcome: ReturnType<typeof tickSign>) => (outcome.ok ? '' : (outcome.message ?? ''))

describe('a tap', () => {
  test('is kept at once; taps of ten minutes are one look, later ones another', () => {
    expect(tick('cloudy', NOW)).toEqual({ ok: true })
    expect(tick('foam', NOW + 2 * MINUTE)).toEqual({ ok: true })
    expect(looks().map(({ at, body }) => [at, body.signs])).toEqual([[NOW, ['cloudy', 'foam']]])
    tick('no smell', NOW + HOUR)
    expect(looks().map(({ at, body }) => [at, body.signs])).toEqual([
      [NOW + HOUR, ['cloudy', 'foam', 'no smell']],
      [NOW, ['cloudy', 'foam']],
    ])
  })
  test('that repeats what is ticked writes nothing, so two phones do not double it', () => {
    tick('cloudy', NOW)
    tick('cloudy', NOW + MINUTE)
    expect(looks()).toHaveLength(1)
    expect(lastChange(store, tub)?.what).toBe('added')
  })
  test('by another phone is added to what the first has ticked', () => {
    tick('cloudy', NOW)
    tick('weak flow', NOW + MINUTE)
    expect(view(NOW + MINUTE).wrong?.signs).toEqual(['cloudy', 'weak flow'])
  })
  test('taken back at once was never seen; later the tub has to be looked at', () => {
    tick('cloudy', NOW)
    tick('cloudy', NOW + MINUTE, false)
    expect(looks()).toEqual([])
    expect(view(NOW + MINUTE).verdict.closures.map(({ code }) => code)).not.toContain('cloudy')
    tick('cloudy', NOW)
    expect(said(tick('cloudy', NOW + HOUR, false))).toMatch(/It looks fine now/)
    expect(view(NOW + HOUR).wrong?.signs).toEqual(['cloudy'])
  })
  test('is undone like any other entry', () => {
    tick('cloudy', NOW)
    undoLastChange(store, tub, lastChange(store, tub)?.number ?? 0, NOW + MINUTE)
    expect(view(NOW + MINUTE).wrong).toBeUndefined()
  })
  test('of nothing known is refused with what was given, and nothing is written', () => {
    expect(said(tick('wet', NOW))).toMatch(/“wet” isn’t a sign/)
    expect(looks()).toEqual([])
    expect(said(tickSign(store, 99, { sign: 'foam', on: 'yes' }, NOW))).not.toBe('')
  })
})

describe('an answer', () => {
  beforeEach(() => tick('cloudy', NOW))
  const answer = (question: string, given: string, now: number) =>
    answerQuestion(store, tub, { question, answer: given }, now)

  test('belongs to the look it was asked about, and moves nothing in time', () => {
    answer('started', 'today', NOW + 2 * HOUR)
    answer('new product', 'not known', NOW + 3 * HOUR)
    expect(looks().map(({ at, body }) => [at, body.answers])).toEqual([
      [NOW, { started: 'today', 'new product': 'not known' }],
    ])
    answer('started', '', NOW + 4 * HOUR)
    expect(view(NOW + 4 * HOUR).wrong?.answers).toEqual({ 'new product': 'not known' })
  })
  test('outlives a correction of its look, whose form does not show it', () => {
    answer('started', 'today', NOW + MINUTE)
    const [look] = journalOf(store, tub)
    if (!look) throw new Error('no look')
    const fields = { kind: 'look', when: 'now', 'sign.cloudy': 'yes', note: 'in the morning' }
    expect(
      recordEntry(store, tub, { ...fields, replaces: String(look.id) }, NOW + 2 * MINUTE).ok,
    ).toBe(true)
    expect(looks().map(({ body }) => [body.note, body.answers])).toEqual([
      ['in the morning', { started: 'today' }],
    ])
  })
  test('that somebody is unwell closes the tub', () => {
    answer('someone unwell', 'yes', NOW + MINUTE)
    expect(view(NOW + MINUTE).verdict.closures.map(({ code }) => code)).toContain('someone unwell')
    expect(troubleView(store, view(NOW + MINUTE)).found.emergency).toBe('someone unwell')
  })
  test('that is none of its question is refused', () => {
    expect(said(answer('started', 'never', NOW))).toMatch(/“never” isn’t an answer/)
    expect(said(answer('weather', 'fine', NOW))).not.toBe('')
  })
  test('is not asked for again, and there are five questions at most', () => {
    const asked: string[] = []
    for (let i = 0; i < 8; i++) {
      const { ask } = troubleView(store, view(NOW + i * MINUTE)).found
      if (!ask) break
      asked.push(ask.question)
      answer(ask.question, 'not known', NOW + i * MINUTE)
    }
    expect(new Set(asked).size).toBe(asked.length)
    expect(asked.length).toBeGreaterThan(2)
    expect(asked.length).toBeLessThanOrEqual(5)
  })
})

describe('a way out', () => {
  test('is shown as today would hold it before anything is written, and is in today once it is begun', () => {
    tick('weak flow', NOW)
    const before = view(NOW + MINUTE)
    const { withWayOut, underWay } = troubleView(store, before, 'air lock')
    const has = (one: typeof before | undefined) =>
      one?.chores.some(({ chore, why }) => chore.id === 'air bleed' && why === 'trouble')
    expect([has(before), has(withWayOut), underWay]).toEqual([false, true, false])
    expect(journalOf(store, tub).some(({ kind }) => kind === 'treatment')).toBe(false)
    expect(beginTreatment(store, tub, { cause: 'air lock' }, NOW + MINUTE)).toMatchObject({
      ok: true,
      next: `/tubs/${tub}/visit`,
    })
    const after = view(NOW + 2 * MINUTE)
    expect(has(after)).toBe(true)
    expect(after.acts.map((act) => (act.kind === 'chore' ? act.chore.id : ''))).toContain(
      'air bleed',
    )
    expect(troubleView(store, after, 'air lock').underWay).toBe(true)
    // Begun twice, by two phones, it is begun once.
    beginTreatment(store, tub, { cause: 'air lock' }, NOW + 3 * MINUTE)
    expect(journalOf(store, tub).filter(isKind('treatment'))).toHaveLength(1)
  })
  test('of water that has to go leads to the refill', () => {
    tick('slimy flakes', NOW)
    expect(beginTreatment(store, tub, { cause: 'biofilm' }, NOW)).toMatchObject({
      next: `/tubs/${tub}/refill`,
    })
  })
  test('asks for a look once it has had its time', () => {
    tick('weak flow', NOW)
    beginTreatment(store, tub, { cause: 'air lock' }, NOW + MINUTE)
    insertEntry(
      store,
      tub,
      { kind: 'chore', at: NOW + 10 * MINUTE, body: { chore: 'air bleed', outcome: 'done' } },
      NOW,
    )
    const later = view(NOW + 2 * HOUR)
    expect(later.agenda.find(({ kind }) => kind === 'trouble')).toMatchObject({ look: true })
    lookAgain(store, tub, { seen: 'same' }, NOW + 2 * HOUR)
    const still = troubleView(store, view(NOW + 2 * HOUR + MINUTE)).found
    expect(still.causes[0]?.cause).not.toBe('air lock')
    lookAgain(store, tub, { seen: 'clear' }, NOW + 3 * HOUR)
    const over = view(NOW + 4 * HOUR)
    expect(over.wrong).toBeUndefined()
    expect(over.agenda.some(({ kind }) => kind === 'trouble')).toBe(false)
    expect(over.cases.at(-1)).toMatchObject({ ended: 'clear', seen: ['weak flow'] })
  })
  test('of no cause, or of a tub with nothing wrong, is refused', () => {
    expect(said(beginTreatment(store, tub, { cause: 'ghosts' }, NOW))).toMatch(/“ghosts”/)
    expect(said(beginTreatment(store, tub, { cause: 'biofilm' }, NOW))).not.toBe('')
    expect(said(lookAgain(store, tub, { seen: 'same' }, NOW))).not.toBe('')
    expect(journalAt(store, tub, NOW).some(({ kind }) => kind === 'treatment')).toBe(false)
  })
  test('can be shown for every cause', () => {
    tick('cloudy', NOW)
    for (const cause of CAUSES)
      expect(troubleView(store, view(NOW + MINUTE), cause)).toMatchObject({ chosen: cause })
  })
})

test('the number of the poison line is kept, and is a number', () => {
  expect(savePoisonLine(store, { poisonLine: ' 01 809 2166 ' })).toEqual({ ok: true })
  expect(settingOf(store, 'poisonLine')).toBe('01 809 2166')
  const refusal = savePoisonLine(store, { poisonLine: 'call Anna' })
  expect(refusal).toMatchObject({
    ok: false,
    errors: { poisonLine: expect.stringMatching(/Anna/) },
  })
  expect(settingOf(store, 'poisonLine')).toBe('01 809 2166')
})
