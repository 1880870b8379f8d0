import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'

const topic = TOPICS.forecast
const ask = (input: unknown) => {
  if (!topic) throw new Error('no forecast')
  const checked = checkFields(topic.fields, input)
  return 'refusal' in checked ? checked : topic.answer(checked.value)
}
type Row = { at: string; freeChlorinePpm: { p10: number; p50: number; p90: number } }
const rows = (input: unknown): Row[] => {
  const answer = ask(input)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  return answer.output.hours as Row[]
}

const reading = {
  at: '2026-03-01T20:00:00Z',
  kind: 'reading',
  method: 'drops',
  pH: 7.5,
  totalAlkalinityPpm: 100,
  freeChlorinePpm: 4,
}
const base = {
  tub: { volumeL: 1320, programme: 'granular chlorine' },
  journal: [reading],
  now: '2026-03-01T20:00:00Z',
  hours: 24,
}

test('one row an hour from now on; the residual falls and the spread opens', () => {
  const hours = rows(base)
  expect(hours).toHaveLength(25)
  expect(hours[0]?.at).toBe('2026-03-01T20:00:00.000Z')
  // Under a cover 15 to 30 % are lost in a day: common practice.
  expect(hours[24]?.freeChlorinePpm.p50).toBeGreaterThan(4 * 0.7)
  expect(hours[24]?.freeChlorinePpm.p50).toBeLessThan(4 * 0.85)
  for (const { freeChlorinePpm } of hours) {
    expect(freeChlorinePpm.p10).toBeLessThanOrEqual(freeChlorinePpm.p50)
    expect(freeChlorinePpm.p90).toBeGreaterThanOrEqual(freeChlorinePpm.p50)
  }
  const spread = (row: Row | undefined) =>
    ((row?.freeChlorinePpm.p90 ?? 0) - (row?.freeChlorinePpm.p10 ?? 0)) /
    (row?.freeChlorinePpm.p50 ?? 1)
  expect(spread(hours[24])).toBeGreaterThan(spread(hours[0]))
})

test('planned entries count from their own time on', () => {
  const planned = [
    reading,
    { at: '2026-03-02T01:30:00Z', kind: 'soak', people: 2, minutes: 60 },
    {
      at: '2026-03-02T03:30:00Z',
      kind: 'dose',
      product: 'sodium dichlor dihydrate',
      massG: 20,
    },
  ]
  const hours = rows({ ...base, journal: planned }).map(
    ({ freeChlorinePpm }) => freeChlorinePpm.p50,
  )
  const plain = rows(base).map(({ freeChlorinePpm }) => freeChlorinePpm.p50)
  expect(hours[5]).toBeCloseTo(plain[5] ?? Number.NaN, 9)
  expect(hours[6]).toBe(0)
  // 20 g of dichlor in 1320 L are 8.4 ppm.
  // Part of it meets what the two people left.
  expect(hours[8]).toBeGreaterThan(6)
  expect(hours[8]).toBeLessThan(8.4)
})

test('the order of the journal does not matter', () => {
  const soak = { at: '2026-03-01T19:00:00Z', kind: 'soak', people: 1, minutes: 20 }
  expect(rows({ ...base, journal: [soak, reading] })).toEqual(
    rows({ ...base, journal: [reading, soak] }),
  )
})

test('a water entry may bring its own fill water; another programme forecasts its own sanitizer', () => {
  const answer = ask({
    tub: { volumeL: 1000, programme: 'biguanide' },
    now: reading.at,
    hours: 1,
    journal: [
      { at: '2026-02-28T20:00:00Z', kind: 'reading', biguanidePpm: 40, calciumHardnessPpm: 300 },
      {
        at: '2026-03-01T10:00:00Z',
        kind: 'water',
        replacedFraction: 0.5,
        fillWater: { calciumHardnessPpm: 20 },
      },
    ],
  })
  if ('refusal' in answer) throw new Error('refused')
  const [now] = answer.output.hours as {
    biguanidePpm: { p50: number }
    calciumHardnessPpm: { p50: number }
  }[]
  expect(now?.calciumHardnessPpm.p50).toBeCloseTo(160, 6)
  expect(now?.biguanidePpm.p50).toBeGreaterThan(18)
  expect(now?.biguanidePpm.p50).toBeLessThan(20)
})

test('a dose may be given by volume, and not by both', () => {
  const dose = { at: '2026-03-01T21:00:00Z', kind: 'dose', product: 'sodium hypochlorite' }
  const after = (more: object) =>
    rows({ ...base, journal: [reading, { ...dose, ...more }], hours: 2 })[2]?.freeChlorinePpm.p50
  expect(after({ volumeMl: 100 })).toBeCloseTo(after({ massG: 108 }) ?? Number.NaN, 9)
  const both = ask({ ...base, journal: [{ ...dose, massG: 1, volumeMl: 1 }] })
  expect('refusal' in both && both.refusal.field).toBe('journal.0.massG')
})

test('odd readings are flagged', () => {
  const answer = ask({ ...base, journal: [{ ...reading, totalChlorinePpm: 2 }] })
  if ('refusal' in answer) throw new Error('refused')
  expect(answer.output.flagged).toEqual([
    {
      at: '2026-03-01T20:00:00.000Z',
      code: 'free above total',
      why: expect.stringContaining('free is part of total'),
    },
  ])
})

test.each<[object, string]>([
  [{ now: 'soon' }, 'now'],
  [{ journal: 'none' }, 'journal'],
  [{ journal: [{ ...reading, kind: 'party' }] }, 'journal.0.kind'],
  [{ journal: [reading, { ...reading, at: 'yesterday' }] }, 'journal.1.at'],
  [{ journal: [{ ...reading, pH: 15 }] }, 'journal.0.pH'],
  [{ tub: { volumeL: 1320, programme: 'unknown' } }, 'tub.programme'],
  [{ hours: 1000 }, 'hours'],
])('%j is refused at its field', (given, field) => {
  const answer = ask({ ...base, ...given })
  expect('refusal' in answer && answer.refusal.field).toBe(field)
})
