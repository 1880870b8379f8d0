import type { Left, PlacedAct } from '@/core'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { NO_DECISIONS } from '@/core/today/visit/situation'
import { planVisit } from '@/core/today/visit/visit'
import { LANE_WORDS, laneWords } from '@/words/laneWords'
import {
  actWords,
  fitWords,
  impossibleWords,
  leftDay,
  leftWords,
  mergedWords,
  placeWords,
  visitSummary,
  visitTitle,
  waitWords,
} from '@/words/visitWords'
import type { DisplayPreferences } from '@/words/words'
import { NOW } from '../core/waters'
import { set, sunday, sundayTub, UNTIL } from '../visit/situations'

const GERMAN: DisplayPreferences = {
  locale: 'en-DE',
  timeZone: 'Europe/Berlin',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now: NOW,
}
const AMERICAN: DisplayPreferences = {
  locale: 'en-US',
  timeZone: 'America/New_York',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
  now: NOW,
}

const tub = sundayTub()
const plan = (given: Partial<Parameters<typeof planVisit>[1]> = {}, house = [sunday()]) =>
  planVisit(house, { now: NOW, until: UNTIL, ...given })
const find = (acts: readonly PlacedAct[], key: string) => {
  const found = acts.find((one) => one.key.endsWith(key))
  if (!found) throw new Error(`no ${key}`)
  return found
}

test('the title says hands and hour, by either reader’s clock', () => {
  const { visit } = plan()
  const ready = [{ at: visit.ready[0]?.at }]
  const german = visitTitle(visit, ready, GERMAN)
  expect(german).toMatch(/^\d+ minutes at the tub\. Ready to soak at 21:\d\d\.$/)
  const american = visitTitle(visit, ready, AMERICAN)
  expect(american).toMatch(/^\d+ minutes at the tub\. Ready to soak at 3:\d\d PM\.$/)
  expect(german.slice(0, 10)).toBe(american.slice(0, 10))
  expect(visitTitle(visit, [{ at: undefined }], GERMAN)).toMatch(/The tub stays closed\.$/)
  expect(visitTitle(visit, [{ at: undefined, testAt: NOW }], GERMAN)).toMatch(
    /The test at 20:00 decides\.$/,
  )
  expect(visitTitle(visit, [{ at: NOW }], GERMAN)).toMatch(/The tub stays open for soaking\.$/)
  expect(visitTitle(visit, [...ready, { at: NOW + DAY }], GERMAN)).toMatch(
    /at the tubs\. Ready to soak tomorrow 20:00\.$/,
  )
  // Of two tubs each is told by its name: what one gets does not hide that the other stays shut.
  const two = [
    { at: NOW + HOUR, name: 'Deck' },
    { at: undefined, name: 'Garden' },
  ]
  expect(visitTitle(visit, two, GERMAN)).toMatch(/ Garden stays closed\.$/)
  expect(visitTitle(visit, [two[1], two[1]] as typeof two, GERMAN)).toMatch(
    /The tubs stay closed\.$/,
  )
  expect(visitTitle({ acts: [], handsMinutes: 0 }, [], GERMAN)).toBe('Nothing to do at the tub.')
})

test('a dose stands in the hand’s measure and in the reader’s units', () => {
  const { acts } = plan().visit
  const acid = find(acts, 'dose:sodium bisulfate')
  expect(actWords(acid.what, tub, GERMAN)).toMatchObject({
    figure: expect.stringMatching(/^\d+ g$/),
    name: 'dry acid',
    detail: expect.stringMatching(/level/),
  })
  expect(actWords(acid.what, tub, AMERICAN).figure).toMatch(/^[\d.]+ oz$/)
  const [long] = waitWords(acid, GERMAN)
  expect(long).toMatch(/^dry acid mixing, 30 min: pH 8,0 to about 7,\d$/)
  expect(waitWords(acid, AMERICAN)[0]).toMatch(/pH 8\.0 to about 7\.\d$/)
  expect(waitWords(acid, GERMAN).at(-1)).toBe('30 min')
})

test('every act of a visit has a name, a place in it and why', () => {
  const { visit } = plan({}, [sunday({ filters: [set(1, 'in the tub', 1), set(2, 'ready')] })])
  const nameOf = (act: PlacedAct) => actWords(act.what, tub, GERMAN).short
  for (const act of visit.acts) {
    expect(nameOf(act)).not.toMatch(/undefined|^$/)
    expect(placeWords(act.why, visit.acts, nameOf)).not.toContain('undefined')
  }
  expect(actWords(find(visit.acts, 'filter rinse').what, tub, GERMAN).name).toBe(
    'Swap the filter: Set 2 in, Set 1 out',
  )
  const waterline = find(visit.acts, 'waterline')
  expect(placeWords(waterline.why, visit.acts, nameOf)).toBe('Fills the wait after the dry acid.')
  expect(visitSummary(visit, visit.ready[0]?.at, GERMAN)).toMatch(
    /^\d+ jobs in one sequence\. The waits hold \d of them: one after another it would take until 2\d:\d\d\.$/,
  )
})

test('what was asked of the time, and what came of it', () => {
  const all = plan()
  expect(fitWords(all.fit, all.visit, GERMAN)).toBeUndefined()
  const none = plan({ asked: { asked: 'minutes', minutes: 0 } })
  expect(fitWords(none.fit, none.visit, GERMAN)).toMatch(/^No time at all/)
  const ten = plan({ asked: { asked: 'minutes', minutes: 10 } })
  expect(fitWords(ten.fit, ten.visit, GERMAN)).toMatch(
    /^10 minutes: \d+ jobs are left for another day\.$/,
  )
  const long = plan({ asked: { asked: 'minutes', minutes: 500 } })
  expect(fitWords(long.fit, long.visit, GERMAN)).toBe('Everything fits into 500 minutes.')
  const never = plan({ asked: { asked: 'ready by', by: NOW + 10 * MINUTE } })
  expect(fitWords(never.fit, never.visit, AMERICAN)).toMatch(
    /^Not by .*2:10 PM: the waits alone take until/,
  )
  const later = plan({ asked: { asked: 'ready by', by: NOW + 180 * MINUTE } })
  expect(fitWords(later.fit, later.visit, AMERICAN)).toMatch(/^Ready by 5:00 PM; hands free at/)
})

test('what is left says its reason, its day and what it costs', () => {
  const { visit } = plan({
    decisions: { ...NO_DECISIONS, skipped: [{ key: '1:chore:filter rinse', said: 'no hose' }] },
    visits: [NOW + 6 * DAY],
  })
  const rinse = visit.left.find(({ key }) => key === '1:chore:filter rinse') as Left
  expect(leftWords(rinse, GERMAN)).toBe('Left out: no hose. By then it is 4 days past its window.')
  expect(leftDay(rinse, GERMAN)).toMatch(/26 May/)
  const frost: Left = { ...rinse, why: { code: 'frost', airCelsius: -8, minutes: 50 }, lateDays: 0 }
  expect(leftWords(frost, AMERICAN)).toContain('at 18 °F')
  expect(leftWords(frost, GERMAN)).toContain('at -8')
  expect(leftDay({ day: undefined, why: { code: 'with the drain' } }, GERMAN)).toBe('at the drain')
})

test('lanes, merges and what can’t be, in words', () => {
  const { visit } = plan()
  const power = visit.lanes[0]?.lanes.power ?? []
  expect(laneWords('Power', power, LANE_WORDS.power, GERMAN)).toMatch(
    /^Power: on from 20:00, off from 20:0\d, on from 20:\d\d\.$/,
  )
  expect(mergedWords({ tub: 1, what: 'cover underside', into: 'cover wipe' })).toMatch(
    /one time, both marked/,
  )
  expect(
    impossibleWords({ why: { code: 'not after', why: undefined } }, 'the acid', 'the shock'),
  ).toBe(
    'The acid can’t go before the shock: one product at a time, and the one before has to mix in first.',
  )
  expect(impossibleWords({ why: { code: 'look first' } }, 'the acid', 'the look')).toBe(
    'The acid can’t go before the look: cloud or foam changes the plan.',
  )
})
