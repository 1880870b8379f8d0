import { plainPreferences } from '@/cli/plainPreferences'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { HOUR, MINUTE } from '@/core/time'
import { today } from '@/core/today/today'
import { closureLineToday, waitingTest } from '@/words/closureWords'
import { thenWait } from '@/words/planWords'
import { formatVerdict } from '@/words/verdictWords'
import { visitTitle } from '@/words/visitWords'
import { NOW, tubWith } from '../core/waters'

const metric = plainPreferences(NOW)
const tub = tubWith('granular chlorine', {
  fillWater: { source: 'town', totalAlkalinityPpm: 180, calciumHardnessPpm: 250 },
})
const at = (entries: readonly NewEntry[]) =>
  today(
    { id: 1 },
    tub,
    entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
    NOW,
  )
const filled: NewEntry = { kind: 'water', at: NOW - 10 * HOUR, body: { replacedFraction: 1 } }
const inhibitor: NewEntry = {
  kind: 'dose',
  at: NOW - 10 * HOUR,
  body: { product: 'scale and metal inhibitor', grams: 84 },
}
const words = (now: ReturnType<typeof at>) => formatVerdict(now, metric)

test('inhibitor in hard water rests for a day, and holds jets and cover only while it mixes', () => {
  const now = at([{ ...filled, at: NOW - MINUTE }])
  const [step] = now.plan.steps
  expect(step).toMatchObject({
    kind: 'add',
    product: 'scale and metal inhibitor',
    waitMinutes: 60,
  })
  expect(now.schedule.testAt).toBeGreaterThanOrEqual(NOW + 24 * HOUR)
  expect(now.visit.acts.find(({ what }) => what.kind === 'dose')?.waitMinutes).toBe(60)
  expect(thenWait(now.schedule.waits[0] ?? 0, true, 60)).toMatch(
    /mix for 60 minutes and put the cover back on\. Nothing else goes in for 24 hours/,
  )
  // Nothing is asked to be tested before it.
  expect(words(now)).toMatchObject({
    sentence: 'Not yet. Start the water up.',
    action: { place: 'dose' },
  })
})

test('while a start-up waits every place names the same hour, and none asks for a test now', () => {
  const now = at([filled, inhibitor])
  const due = NOW + 14 * HOUR
  expect(now.startUp).toMatchObject({ needs: 'wait', readyAt: due })
  expect(now.schedule.testAt).toBe(due)
  expect(waitingTest(now)).toBe(due)
  const said = words(now)
  expect(said.sentence).toMatch(/^Not yet\. .*tomorrow/)
  expect([said.reason, ...said.also].join(' ')).not.toMatch(/[Ff]inish|Test /)
  for (const closure of now.verdict.closures)
    expect(closureLineToday(closure, now, metric)).not.toMatch(/Finish|Test /)
  expect(visitTitle(now.visit, [{ at: undefined }], metric, now.schedule.testAt)).toMatch(
    /^Nothing to do now\. The next test is tomorrow at \d/,
  )
})

test('a start-up stands in the list once, by its next step', () => {
  const started: NewEntry = { kind: 'start', at: inhibitor.at, body: { step: 'inhibitor' } }
  for (const entries of [[filled], [filled, inhibitor, started]]) {
    const kinds = at(entries).agenda.map((item) =>
      item.kind === 'closed' ? `closed: ${item.closure.code}` : item.kind,
    )
    expect(kinds.filter((kind) => kind === 'start-up')).toHaveLength(1)
    expect(kinds).not.toContain('closed: start-up unfinished')
  }
})

test('after acid air may begin as soon in the list as in the steps', () => {
  const now = at([
    { kind: 'water', at: NOW - 900 * HOUR, body: { replacedFraction: 1 } },
    {
      kind: 'test',
      at: NOW - 20 * MINUTE,
      body: {
        method: 'drops',
        readings: { freeChlorine: 4, pH: 7.7, totalAlkalinity: 220, calciumHardness: 180 },
      },
    },
    { kind: 'dose', at: NOW - 3 * MINUTE, body: { product: 'sodium bisulfate', grams: 60 } },
  ])
  const [first] = now.plan.steps
  expect(first?.kind).toBe('aerate')
  const start = now.schedule.starts[0] ?? 0
  // 15 minutes after acid, not its whole half hour.
  expect(start).toBeLessThanOrEqual(NOW + 14 * MINUTE)
  expect(now.agenda.find(({ kind }) => kind === 'dose')?.due).toBeLessThanOrEqual(start)
  expect(words(now).reason).toMatch(/The next step can begin at/)
  // The level has not been looked at: that finds its time, and holds nothing up.
  expect(now.visit.acts.some(({ what }) => what.kind === 'look')).toBe(true)
})

describe('a salt tub', () => {
  const salt = tubWith('over-the-side salt chlorine', {
    fillWater: { source: 'town', totalAlkalinityPpm: 180, calciumHardnessPpm: 250 },
  })
  const said = (...entries: NewEntry[]) =>
    today(
      { id: 1 },
      salt,
      entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
      NOW,
    )
  const begun: NewEntry[] = [
    { kind: 'water', at: NOW - 96 * HOUR, body: { replacedFraction: 1 } },
    { ...inhibitor, at: NOW - 96 * HOUR },
    { kind: 'start', at: NOW - 96 * HOUR, body: { step: 'inhibitor' } },
  ]
  const read = (hoursAgo: number, readings: Record<string, number>): NewEntry => ({
    kind: 'test',
    at: NOW - hoursAgo * HOUR,
    body: { method: 'drops', readings },
  })

  test('while the bag hangs in it the next test is a day after the last, on Dose and Now too', () => {
    const now = said(...begun, read(2, { calciumHardness: 249 }))
    expect(now.startUp).toMatchObject({ id: 'soften', needs: 'fall' })
    expect(now.schedule.testAt).toBe(NOW + 22 * HOUR)
    expect(words(now).sentence).toMatch(/tomorrow/)
  })

  test('what was just poured has mixed before the start-up reads it', () => {
    const now = said(
      ...begun,
      read(30, { calciumHardness: 60 }),
      read(20, { pH: 7.4, totalAlkalinity: 100, calciumHardness: 60 }),
      { kind: 'dose', at: NOW - 19 * HOUR, body: { product: 'sodium chloride', grams: 1155 } },
      { kind: 'start', at: NOW - 19 * HOUR, body: { step: 'salt first half' } },
      read(0.2, { salt: 930 }),
      {
        kind: 'dose',
        at: NOW - 3 * MINUTE,
        body: { product: 'sodium chloride', grams: 1085 },
      },
      { kind: 'start', at: NOW - 3 * MINUTE, body: { step: 'salt second half' } },
    )
    expect(now.waiting?.until).toBeGreaterThan(NOW)
    const test = now.acts.find(({ kind }) => kind === 'test')
    expect(test?.due).toBeGreaterThanOrEqual(now.waiting?.until ?? Number.POSITIVE_INFINITY)
    expect(now.schedule.testAt).toBe(test?.due)
  })
})

test('a test of what had mixed leaves nothing to wait for', () => {
  const own = tubWith('granular chlorine')
  const readings = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }
  const entries: NewEntry[] = [
    { kind: 'water', at: NOW - 900 * HOUR, body: { replacedFraction: 1 } },
    {
      kind: 'dose',
      at: NOW - 2 * HOUR,
      body: { product: 'sodium bicarbonate', grams: 90 },
    },
    { kind: 'test', at: NOW - MINUTE, body: { method: 'drops', readings } },
  ]
  const now = today(
    { id: 1 },
    own,
    entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
    NOW,
  )
  expect([now.plan.steps, now.nextTestAt, waitingTest(now)]).toEqual([[], undefined, undefined])
})
