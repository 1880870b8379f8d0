import { writeFileSync } from 'node:fs'
import { PROGRAMMES, type ProgrammeId } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import { share } from '../share'
import { COUPLE, FAMILY, liveMonth, type Month } from './month'

/** ppm as CaCO3 of alkalinity and hardness. */
const FILLS = {
  soft: { totalAlkalinityPpm: 30, calciumHardnessPpm: 20 },
  medium: { totalAlkalinityPpm: 90, calciumHardnessPpm: 140 },
  hard: { totalAlkalinityPpm: 240, calciumHardnessPpm: 360 },
}
const HOUSEHOLDS = { couple: COUPLE, family: FAMILY }
const METHODS = ['drops', 'strip'] as const

const KINDS = (Object.keys(FILLS) as (keyof typeof FILLS)[]).flatMap((fill) =>
  METHODS.flatMap((method) =>
    (Object.keys(HOUSEHOLDS) as (keyof typeof HOUSEHOLDS)[]).map((household) => ({
      fill,
      method,
      household,
    })),
  ),
)
type Kind = (typeof KINDS)[number]

const lived: (Kind & { programme: ProgrammeId; month: Month })[] = []

/** A share has one kind of tub of each programme, and all kinds between the programmes. */
const kindsOf = (id: ProgrammeId): Kind[] => {
  const first = PROGRAMMES.findIndex((one) => one.id === id)
  const count = share('kinds of tub lived for a month in each programme', 1, KINDS.length)
  return Array.from({ length: count }, (_, i) => KINDS[(first * 5 + i) % KINDS.length] as Kind)
}

/** With the days on which its truth is looked at. */
const DAYS = share('days of each month', 14, 28)

/** What a tub is in if nothing is wrong: the comfort of its people, and what its shell and heater bear. */
const PH = { low: 6.8, high: 8.3 }
const LONGEST_START_DAYS = 11

describe.each(PROGRAMMES.map(({ id }) => id))('%s, lived for a month by today alone', (id) => {
  test.each(kindsOf(id))('$fill water, $household, $method', (kind) => {
    const month = liveMonth({
      programme: id,
      method: kind.method,
      household: HOUSEHOLDS[kind.household],
      fill: FILLS[kind.fill],
      days: DAYS,
    })
    lived.push({ ...kind, programme: id, month })
    const told = month.log.slice(-12)
    // Something can always be done, and nothing is asked for without end.
    expect([month.deadEnds, told]).toEqual([[], told])
    expect(month.met).toEqual([])
    expect(month.openedDays ?? Number.POSITIVE_INFINITY).toBeLessThan(LONGEST_START_DAYS)
    // Nobody got into water that kills nothing or stings.
    expect(month.unsafe.length).toBeLessThanOrEqual(1)
    for (const { pH } of month.truth) {
      expect(pH).toBeGreaterThan(PH.low)
      expect(pH).toBeLessThan(PH.high)
    }
    expect(month.twice.length).toBeLessThan(8)
    // A feeder is still looking for its notch in the first fortnight.
    expect(month.closed.length / month.wished).toBeLessThan(0.6)
  })
})

/** What may be wrong with what people write down. */
const MISREAD: Record<string, (readings: Readings, nth: number) => Readings> = {
  'a sixth too low': (readings) => off(readings, 5 / 6, -0.15),
  'a sixth too high': (readings) => off(readings, 7 / 6, 0.15),
  'no alkalinity and hardness': ({ totalAlkalinity, calciumHardness, ...rest }, nth) =>
    nth % 2 === 1 ? rest : { ...rest, ...defined({ totalAlkalinity, calciumHardness }) },
  'one in four absurd': (readings, nth) => (nth % 4 === 3 ? off(readings, 2.5, 0.4) : readings),
}
const defined = (readings: { [Key in keyof Readings]: Readings[Key] | undefined }): Readings =>
  Object.fromEntries(Object.entries(readings).filter(([, value]) => value !== undefined))
const off = (readings: Readings, factor: number, pH: number): Readings =>
  Object.fromEntries(
    Object.entries(readings).map(([quantity, value]) => [
      quantity,
      quantity === 'pH' ? value + pH : value * factor,
    ]),
  )
const WRONGS = Object.keys(MISREAD)

/** A share of the programmes, one way of misreading each; every way is among them. */
const READ_WRONGLY = share('programmes whose readings are wrong', 6, PROGRAMMES.length)

test.each(
  PROGRAMMES.map(({ id }, i) => [id, i] as const).filter(
    ([, i]) => (5 * i) % PROGRAMMES.length < READ_WRONGLY,
  ),
)('%s: wrong readings leave nobody without a way on', (programme, i) => {
  const count = share('ways to misread, in each programme', 1, WRONGS.length)
  for (const wrong of Array.from({ length: count }, (_, n) => WRONGS[(i + n) % WRONGS.length])) {
    const month = liveMonth({ programme, misread: MISREAD[wrong ?? ''], days: 12 })
    expect([wrong, month.deadEnds, month.met]).toEqual([wrong, [], []])
    expect(month.openedDays ?? Number.POSITIVE_INFINITY).toBeLessThan(LONGEST_START_DAYS)
    for (const { pH } of month.truth) {
      expect(pH).toBeGreaterThan(6.6)
      expect(pH).toBeLessThan(8.6)
    }
  }
})

test('over all of them one evening in five at most is lost', () => {
  const wished = lived.reduce((sum, { month }) => sum + month.wished, 0)
  const closed = lived.reduce((sum, { month }) => sum + month.closed.length, 0)
  expect(wished).toBeGreaterThan(50)
  expect(closed / wished).toBeLessThan(0.25)
})

const rowOf = (programme: ProgrammeId, household: keyof typeof HOUSEHOLDS): string => {
  const month = liveMonth({ programme, household: HOUSEHOLDS[household] })
  const { openedDays = month.days, closed, wished, minutesAWeek, testsAWeek, seesaws } = month
  const range = (of: readonly number[], digits: number) =>
    `${Math.min(...of).toFixed(digits)} to ${Math.max(...of).toFixed(digits)}`
  const pH = range(
    month.truth.map((one) => one.pH),
    1,
  )
  const alkalinity = range(
    month.truth.map((one) => one.alkalinity),
    0,
  )
  return `| ${programme} | ${household} | ${openedDays.toFixed(1)} | ${closed.length} of ${wished} | ${minutesAWeek.toFixed(0)} | ${testsAWeek.toFixed(1)} | ${seesaws} | ${pH} | ${alkalinity} |`
}

// PAVREL_TABLES=1 writes the table that stands in docs/programmes.md.
if (process.env.PAVREL_TABLES)
  test('the table of docs/programmes.md', () => {
    const rows = PROGRAMMES.flatMap(({ id }) => [rowOf(id, 'couple'), rowOf(id, 'family')])
    writeFileSync('test-results/programmes.md', `${rows.join('\n')}\n`)
  })
