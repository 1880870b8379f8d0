import { plainPreferences } from '@/cli/plainPreferences'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { HOUR, MINUTE } from '@/core/time'
import { today } from '@/core/today/today'
import { closureLineToday, testWaits } from '@/words/closureWords'
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

test('inhibitor in hard water rests for a day, in its step, its test and the visit', () => {
  const now = at([{ ...filled, at: NOW - MINUTE }])
  const [step] = now.plan.steps
  expect(step).toMatchObject({
    kind: 'add',
    product: 'scale and metal inhibitor',
    waitMinutes: 1440,
  })
  expect(now.schedule.testAt).toBeGreaterThanOrEqual(NOW + 24 * HOUR)
  expect(now.visit.acts.find(({ what }) => what.kind === 'dose')?.waitMinutes).toBe(1440)
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
  expect(testWaits(now)).toBe(true)
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
  for (const entries of [[filled], [filled, inhibitor]]) {
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
})
