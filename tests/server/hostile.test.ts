import { previewSheet } from '@/server/spreadsheet/spreadsheet'
import { readCalendar } from '@/server/stays'
import { openStore } from '@/store/database'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18)
const calendar = (...lines: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:one',
    'SUMMARY:Room',
    ...lines,
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:two',
    'DTSTART;VALUE=DATE:20260601',
    'DTEND;VALUE=DATE:20260603',
    'SUMMARY:Good',
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n')
const read = (...lines: string[]) => readCalendar(calendar(...lines), NOW, 'Europe/Berlin')

describe('a calendar file that would hold the server', () => {
  test.each([
    ['no day is ever a Monday', 'RRULE:FREQ=DAILY;INTERVAL=7;BYDAY=MO'],
    ['30 February', 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
    ['31 April, monthly', 'RRULE:FREQ=MONTHLY;BYMONTH=4;BYMONTHDAY=31'],
    ['an enormous interval', 'RRULE:FREQ=DAILY;INTERVAL=99999999'],
    ['every second', 'RRULE:FREQ=SECONDLY'],
    ['a million times', 'RRULE:FREQ=DAILY;COUNT=1000000;BYDAY=MO;BYMONTH=2;BYMONTHDAY=30'],
  ])('%s: left out with a sentence, the rest is read', (_, rule) => {
    const { events, notes } = read('DTSTART;VALUE=DATE:20260519', 'DTEND;VALUE=DATE:20260521', rule)
    expect(events.map(({ title }) => title)).toContain('Good')
    expect(notes.join(' ')).toMatch(/recurs too often/)
  })
  test.each([['DURATION:P999999999999D'], ['DURATION:PT999999999999999S']])(
    'a length of %s is none',
    (duration) => {
      const { events, notes } = read('DTSTART:20260601T120000Z', duration)
      expect(events).toHaveLength(1)
      expect(notes.join(' ')).toMatch(/damaged and was skipped/)
    },
  )
  test('400 kB of blank lines, in an event and around it', () => {
    const blank = '\r\n'.repeat(200_000)
    const file = calendar('DTSTART;VALUE=DATE:20260610', blank, 'DTEND;VALUE=DATE:20260612')
    expect(readCalendar(`${blank}${file}${blank}`, NOW, 'UTC').events).toHaveLength(2)
  })
  test('five thousand rules that never match are given up together', () => {
    const one = [
      'BEGIN:VEVENT',
      'DTSTART;VALUE=DATE:20260519',
      'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
      'END:VEVENT',
    ].join('\r\n')
    const { events, notes } = readCalendar(`${one}\r\n`.repeat(5000), NOW, 'UTC')
    expect(events).toEqual([])
    expect(notes.join(' ')).toMatch(/recur too often to be stays, or never/)
  })
})

describe('a sheet that would hold the server', () => {
  const store = openStore(':memory:')
  const tub = insertTub(store, newTub)
  const preview = (text: string) => previewSheet(store, tub.id, { text, timeZone: 'UTC', now: NOW })
  test.each(['1900-01-01', '1026-03-01', '2010-05-01'])(
    'a row of %s is before this water, and says so',
    (day) => {
      const answer = preview(`date,ph\n${day},7.4\n2026-05-19,7.5`)
      if ('message' in answer) throw new Error(answer.message)
      expect(answer.accepted).toBe(1)
      expect(answer.rows[0]?.refusal).toMatch(/more than 10 years ago/)
    },
  )
  test('nine thousand objects, each with keys of its own', () => {
    const objects = Array.from({ length: 9000 }, (_, i) => ({ [`k${i}`]: i }))
    expect(preview(JSON.stringify(objects))).toEqual({
      message: expect.stringMatching(/columns; up to 120 can be read/),
    })
  })
  test('a header line of 320 kB, in one piece and in many', () => {
    const long = preview(`${'free '.repeat(64_000)},ph\n1,7.4`)
    if ('message' in long) throw new Error(long.message)
    expect(long.columns[0]?.header.length).toBeLessThanOrEqual(80)
    expect(long.accepted).toBe(1)
    expect(preview(`${'free,'.repeat(64_000)}ph\n1,7.4`)).toEqual({
      message: expect.stringMatching(/columns; up to 120 can be read/),
    })
  })
  test('a cell of a megabyte is no figure', () => {
    const answer = preview(`date,ph\n2026-05-19,${'7'.repeat(1_000_000)}`)
    if ('message' in answer) throw new Error(answer.message)
    expect(answer.rows[0]?.refusal).toMatch(/too long for a value/)
  })
  test('five million characters are told apart from one more', () => {
    expect(preview('x'.repeat(5_100_000))).toEqual({
      message: 'It’s longer than 5 million characters.',
    })
  })
})
