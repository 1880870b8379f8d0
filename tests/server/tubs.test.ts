import type { Fields, Outcome } from '@/server/form'
import { fromWallClock, hoursFromUtc, isTimeZone, toWallClock } from '@/server/moment'
import { createTub, editTub, tubFields } from '@/server/tubs'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { allTubs, findTub } from '@/store/tubs'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
const given: Fields = {
  name: 'Deck',
  place: '',
  volumeWay: 'figure',
  volumeUnit: 'US gallon',
  lengthUnit: 'inch',
  temperatureUnit: 'fahrenheit',
  massUnit: 'ounce',
  volume: '350',
  source: 'town',
  programme: 'granular chlorine',
  preset: 'full',
  setTemperature: '100',
  filled: 'unknown',
}
let store: Store
beforeEach(() => {
  store = openStore(':memory:')
})
const create = (fields: Fields = {}) => createTub(store, { ...given, ...fields }, NOW)
const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)

test('is kept in litres and °C, and shown again as it was typed', () => {
  const { id } = create() as { id: number }
  const tub = findTub(store, id)
  expect(tub?.volumeLitres).toBeCloseTo(1324.894, 3)
  expect(tub?.setTemperatureCelsius).toBeCloseTo(37.78, 2)
  expect(tubFields(tub as NonNullable<typeof tub>)).toMatchObject({
    volume: '350',
    setTemperature: '100',
    sanitizerLow: '3',
  })
})

test('a form without lengths needs no unit of length', () => {
  const { lengthUnit: _, ...rest } = given
  expect(createTub(store, rest, NOW).ok).toBe(true)
})

test('with the day of the fill the journal begins with the water', () => {
  const { id } = create({ filled: 'known', filledOn: '2026-05-01', zone: 'UTC' }) as { id: number }
  expect(journalOf(store, id)).toMatchObject([
    { kind: 'water', at: Date.UTC(2026, 4, 1, 12), body: { replacedFraction: 1 } },
  ])
})

test.each<[Fields, string, string]>([
  [{ name: ' ' }, 'name', 'missing'],
  [{ volume: '' }, 'volume', 'missing'],
  [{ volume: '3' }, 'volume', 'a tub holds'],
  [{ volume: '50 000' }, 'volume', 'it can be'],
  [{ volumeWay: 'box', length: '80', width: '80' }, 'depth', 'missing'],
  [{ setTemperature: '120' }, 'setTemperature', '41 to 104 °F'],
  [{ programme: 'moonlight' }, 'programme', 'choose one of'],
  [{ preset: 'soft' }, 'preset', 'isn’t available'],
  [{ pHLow: '7.6', pHHigh: '7.4' }, 'pHHigh', 'too narrow'],
  [{ fillPh: '20' }, 'fillPh', '4 to 11'],
  [{ filled: 'known', filledOn: '' }, 'filledOn', 'choose the day'],
  [{ filled: 'known', filledOn: '2027-01-01' }, 'filledOn', 'up to today'],
])('%j is refused at its field', (fields, field, says) => {
  const errors = errorsOf(create(fields))
  expect(Object.keys(errors)).toEqual([field])
  expect(errors[field]).toContain(says)
  expect(allTubs(store)).toEqual([])
})

test('a range of one’s own makes the target one’s own', () => {
  const { id } = create({ sanitizerLow: '2', sanitizerHigh: '4' }) as { id: number }
  expect(findTub(store, id)).toMatchObject({
    preset: 'own',
    targets: { sanitizer: { low: 2, high: 4 } },
  })
})

test('a volume that changes by more than a fifth is asked about, with both in the person’s unit', () => {
  const { id } = create() as { id: number }
  const before = findTub(store, id)?.volumeLitres ?? 0
  const asked = editTub(store, id, { ...given, volume: '1514' }, NOW)
  expect(asked.ok ? {} : asked.questions).toMatchObject({
    volume: expect.stringMatching(/from \d+ US gallons .* to 1,514 US gallons/),
  })
  expect(findTub(store, id)?.volumeLitres).toBe(before)
  expect(editTub(store, id, { ...given, volume: '1514', 'confirm.volume': 'yes' }, NOW).ok).toBe(
    true,
  )
})

test('where people keep out can be raised to 10 ppm of chlorine, and never lies below the range', () => {
  const errors = (fields: Fields) => errorsOf(create(fields))
  expect(errors({ keepOutAbove: '12' }).keepOutAbove).toMatch(/it can be 5 to 10/)
  expect(errors({ sanitizerLow: '3', sanitizerHigh: '8' }).keepOutAbove).toMatch(
    /nobody gets in above 5 ppm/,
  )
  const { id } = create({ sanitizerLow: '3', sanitizerHigh: '8', keepOutAbove: '8' }) as {
    id: number
  }
  expect(findTub(store, id)?.keepOutAbovePpm).toBe(8)
  expect(findTub(store, (create() as { id: number }).id)?.keepOutAbovePpm).toBeNull()
})

test('can be changed later, and a wrong change changes nothing', () => {
  const { id } = create() as { id: number }
  expect(editTub(store, id, { ...given, name: 'Cellar', volume: '400' }, NOW).ok).toBe(true)
  expect(findTub(store, id)).toMatchObject({ name: 'Cellar', volumeSetAt: NOW })
  expect(editTub(store, id, { ...given, volume: 'big' }, NOW).ok).toBe(false)
  expect(findTub(store, id)?.volumeLitres).toBeCloseTo(1514.16, 1)
  expect(editTub(store, 99, given, NOW).ok).toBe(false)
})

test('wall clocks and instants agree through summer time', () => {
  for (const zone of ['Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'UTC'])
    for (const instant of [Date.UTC(2026, 0, 5, 6, 30), Date.UTC(2026, 6, 5, 6, 30)])
      expect(fromWallClock(toWallClock(instant, zone), zone)).toBe(instant)
  // Every clock reading that a year has is read as a moment that shows it, on days of change and beside them.
  const minutes = [
    ...Array.from({ length: 365 * 3 }, (_, i) => i * 487),
    ...Array.from({ length: 96 }, (_, i) => (31 + 28 + 28) * 24 * 60 + 15 * i),
  ]
  for (const zone of ['Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'Pacific/Apia'])
    for (const minute of minutes) {
      const wall = toWallClock(Date.UTC(2026, 0, 1) + minute * 60_000, zone)
      expect(toWallClock(fromWallClock(wall, zone) ?? 0, zone)).toBe(wall)
    }
  for (const no of ['2026-02-29T10:00', '2026-03-29T02:30', '2026-01-01T25:00', '2026-01-01T10:75'])
    expect(fromWallClock(no, 'Europe/Berlin')).toBeUndefined()
  expect(fromWallClock('yesterday', 'UTC')).toBeUndefined()
  expect(isTimeZone('Mars/Olympus')).toBe(false)
})

test('what helps or spends its sanitizer is kept, with the clock of the place', () => {
  const { id } = create({
    supplementaryDisinfection: 'ozone',
    exposure: 'sun',
    zone: 'America/Denver',
  }) as {
    id: number
  }
  const tub = findTub(store, id)
  expect(tub?.surroundings).toEqual({
    supplementaryDisinfection: 'ozone',
    exposure: 'sun',
    hoursFromUtc: -7,
  })
  expect(tubFields(tub as NonNullable<typeof tub>)).toMatchObject({
    supplementaryDisinfection: 'ozone',
    exposure: 'sun',
  })
  const { id: usual } = create() as { id: number }
  expect(findTub(store, usual)?.surroundings).toEqual({
    supplementaryDisinfection: 'none',
    exposure: 'shade',
    hoursFromUtc: 0,
  })
  expect(errorsOf(create({ supplementaryDisinfection: 'magnet' }))).toHaveProperty(
    'supplementaryDisinfection',
  )
})

test('the clock of a place against UTC, without its summer time, on either half of the earth', () => {
  expect(hoursFromUtc('Europe/Dublin')).toBe(0)
  expect(hoursFromUtc('Australia/Adelaide')).toBe(9.5)
  expect(hoursFromUtc('America/St_Johns')).toBe(-3.5)
  expect(hoursFromUtc('Pacific/Auckland')).toBe(12)
})
