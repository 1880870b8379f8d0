import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import fc from 'fast-check'
import { demoDrops, demoStrip } from '@/demo/kits'
import { scenario } from '@/demo/scenario'
import { demoShelf } from '@/demo/shelf'
import { insertEntry } from '@/store/entries'
import { insertKit } from '@/store/kits'
import { insertOnShelf } from '@/store/shelf'
import { insertTub } from '@/store/tubs'
import { share } from '../share'

jest.mock('next/cache', () => ({ revalidatePath: () => undefined }))
jest.mock('next/headers', () => ({
  cookies: async () => ({ set: () => undefined, get: () => undefined }),
  headers: async () => new Headers(),
}))

const folder = mkdtempSync(join(tmpdir(), 'pavrel-any-'))
process.env.PAVREL_DB = join(folder, 'any.sqlite')
process.env.PAVREL_COPIES = 'off'
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** The names of fields that the use cases read, as their sources have them. */
const sources = (path: string): string[] =>
  statSync(path).isDirectory()
    ? readdirSync(path).flatMap((name) => sources(join(path, name)))
    : [readFileSync(path, 'utf8')]
const NAMES = [
  ...new Set(
    sources(join('src', 'server')).flatMap((text) =>
      [
        ...text.matchAll(
          /\b(?:fields|given|posted)\.([a-zA-Z]+)\b|^\s{4,6}([a-zA-Z]+): (?:number|text|oneOf)\(/gm,
        ),
      ].map((found) => found[1] ?? found[2] ?? ''),
    ),
  ),
].filter((name) => !['map', 'length', 'filter', 'post', 'slice'].includes(name))

const HOSTILE = [
  '',
  ' ',
  '0',
  '-1',
  '1e999',
  'NaN',
  '１２',
  '1.234',
  '99999999999999999999',
  '\u0000',
  '\uD800',
  '__proto__',
  'constructor',
  '<script>alert(1)</script>',
  "'; DROP TABLE entries; --",
  '=1+1',
  'x'.repeat(20_000),
  '{"a":1}',
  '[]',
  '2026-02-30T25:61',
  '2026-10-25T02:30',
  '1970-01-01T00:00',
  '9999-12-31T23:59',
  'Mars/Olympus',
]
const PLAUSIBLE = [
  '1',
  '2',
  '3',
  '7.4',
  '20',
  '100',
  'yes',
  'no',
  'now',
  'earlier',
  'strip',
  'drops',
  'meter',
  'shop',
  'test',
  'dose',
  'soak',
  'water',
  'note',
  'look',
  'chore',
  'filter',
  'feeder',
  'refill',
  'fillTest',
  'aeration',
  'start',
  'done',
  'skipped',
  'postponed',
  'waterline',
  'put in',
  'take out',
  'rinse',
  'figure',
  'litre',
  'gram',
  'celsius',
  'town',
  'granular chlorine',
  'full',
  'hard shell',
  'sodium bicarbonate',
  'clarifier',
  'UTC',
  'Europe/Berlin',
  'ready by',
  'begun',
  'drain',
  'fill',
  'paused',
  'running',
  'removed',
  'strip.four',
  'guests',
  'away',
  'pump',
  'all',
  'end',
  'skip',
  'pull',
  '2026-05-20T18:00',
]
const value = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom(...PLAUSIBLE) },
  { weight: 2, arbitrary: fc.constantFrom(...HOSTILE) },
  { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 60 }) },
)
const name = fc.oneof(
  { weight: 9, arbitrary: fc.constantFrom(...NAMES) },
  {
    weight: 1,
    arbitrary: fc.oneof(
      fc.string({ maxLength: 20 }),
      fc.constantFrom(
        '__proto__',
        'drawn',
        'units',
        'confirm.at',
        'pad.0.quantity',
        'pad.0.values',
        'deviation.pH',
      ),
    ),
  },
)
const form = fc.record({
  fields: fc.dictionary(name, value, { maxKeys: 14 }),
  tub: fc.constantFrom('1', '1', '1', '2', '99', '', '-1', 'x'),
  key: fc.oneof(
    { weight: 9, arbitrary: fc.stringMatching(/^[a-f0-9]{32}$/) },
    { weight: 1, arbitrary: value },
  ),
})

const SENTENCE = /[.?!)…]$/
const sentencesOf = (outcome: {
  message?: unknown
  errors?: object
  questions?: object
  asks?: object
}): unknown[] => [
  ...(outcome.message === undefined ? [] : [outcome.message]),
  ...Object.values(outcome.errors ?? {}),
  ...Object.values(outcome.questions ?? {}),
]

let observer: Database.Database
/** Rises whenever another connection has committed a change. */
const version = () => observer.pragma('data_version', { simple: true })

beforeAll(async () => {
  const { theStore } = await import('@/store/database')
  const store = theStore()
  for (const kit of [demoStrip, demoDrops]) insertKit(store, { ...kit, createdAt: 1 })
  for (const item of demoShelf(Date.now())) insertOnShelf(store, item)
  for (const { tub, entries } of scenario(Date.now())) {
    const { id } = insertTub(store, tub)
    for (const entry of entries) insertEntry(store, id, entry, entry.at)
  }
  observer = new Database(process.env.PAVREL_DB ?? '', { readonly: true })
})
afterAll(() => observer.close())

const silenced = async (work: () => Promise<void>) => {
  const failures: unknown[] = []
  const error = jest.spyOn(console, 'error').mockImplementation((...said) => failures.push(said))
  try {
    await work()
  } finally {
    error.mockRestore()
  }
  // An unexpected failure is caught and told, and none is expected here.
  expect(failures).toEqual([])
}

/** Processor time of a call, ms. */
const timed = async <Value>(work: () => Promise<Value>): Promise<[Value, number]> => {
  const before = process.cpuUsage()
  const value = await work()
  const { user, system } = process.cpuUsage(before)
  return [value, (user + system) / 1000]
}

const NOT_FORMS = [
  'readSheet',
  'saveSheetRows',
  'importCalendar',
  'restoreData',
  'lookAtData',
  'importData',
]
const actions = async () => {
  const all = await import('@/app/actions')
  return Object.entries(all).filter(([action]) => !NOT_FORMS.includes(action)) as [
    string,
    (
      before: null,
      data: FormData,
    ) => Promise<{
      ok: boolean
      message?: string
      errors?: object
      questions?: object
      asks?: object
    }>,
  ][]
}

test('every action takes any form: an answer, a sentence for each refusal, nothing written without a yes', async () => {
  const all = await actions()
  expect(all.length).toBeGreaterThan(35)
  const runs = Math.ceil(share('forms posted to actions', 600, 10_000) / all.length)
  let accepted = 0
  await silenced(async () => {
    for (const [action, act] of all)
      await fc.assert(
        fc.asyncProperty(form, async ({ fields, tub, key }) => {
          const data = new FormData()
          for (const [field, text] of Object.entries({ ...fields, tub, post: key }))
            data.set(field, text)
          const before = version()
          const [outcome, spent] = await timed(() => act(null, data))
          expect({ action, spent: spent < 2000 }).toEqual({ action, spent: true })
          if (outcome.ok) {
            accepted++
            return
          }
          expect({ action, fields, written: version() !== before }).toEqual({
            action,
            fields,
            written: false,
          })
          const said = sentencesOf(outcome)
          expect(said.length + Object.keys(outcome.asks ?? {}).length).toBeGreaterThan(0)
          for (const one of said) expect(one).toMatch(SENTENCE)
        }),
        { numRuns: runs },
      )
  })
  // Some of it is good, so the tries get past the first check.
  expect(accepted).toBeGreaterThan(runs / 4)
}, 600_000)

const request = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1:4270/', { method: 'POST', body, headers })
const json = fc.oneof(
  fc.json({ maxDepth: 3 }),
  fc.string({ unit: 'binary', maxLength: 200 }),
  fc
    .record(
      {
        device: value,
        test: fc.oneof(value, fc.constantFrom('pH', 'bromine', 'freeChlorine')),
        status: fc.oneof(fc.constantFrom('ok', 'over range'), value),
        value: fc.oneof(fc.double(), value, fc.constant(null)),
        dilutionParts: fc.oneof(fc.integer(), value),
      },
      { requiredKeys: ['device', 'test', 'status'] },
    )
    .map((one) => JSON.stringify(one)),
  // A good one now and then.
  fc
    .double({ min: 6, max: 9, noNaN: true })
    .map((pH) => JSON.stringify({ device: 'meter', test: 'pH', status: 'ok', value: pH })),
)

test('a device may post anything', async () => {
  const { POST } = await import('@/app/api/tubs/[tub]/device/route')
  let taken = 0
  await silenced(() =>
    fc.assert(
      fc.asyncProperty(json, fc.oneof(fc.constant('1'), value), async (body, tub) => {
        const before = version()
        const response = await POST(request(body), { params: Promise.resolve({ tub }) })
        const answer = (await response.json()) as { error?: string }
        if (response.status === 201) {
          taken++
          return
        }
        expect([404, 413, 422]).toContain(response.status)
        expect(answer.error).toMatch(SENTENCE)
        expect(version()).toBe(before)
      }),
      { numRuns: share('posts of a device', 400, 3000) },
    ),
  )
  expect(taken).toBeGreaterThan(0)
}, 300_000)

test('every address that is read answers, whatever stands in it', async () => {
  const routes = {
    history: (await import('@/app/api/tubs/[tub]/history/route')).GET,
    visit: (await import('@/app/api/tubs/[tub]/visit/route')).GET,
  }
  const { GET: reminders } = await import('@/app/api/reminders/route')
  const { GET: calendar } = await import('@/app/calendar/[key]/route')
  const { GET: posts } = await import('@/app/api/posts/[key]/route')
  await silenced(() =>
    fc.assert(
      fc.asyncProperty(fc.oneof(value, fc.constantFrom('1', '2')), async (text) => {
        const before = version()
        const asked = new Request(
          `http://127.0.0.1:4270/?zone=${encodeURIComponent(text.replace(/[\uD800-\uDFFF]/g, ''))}`,
        )
        const answers = await Promise.all([
          ...Object.values(routes).map((get) =>
            get(asked, { params: Promise.resolve({ tub: text }) }),
          ),
          reminders(asked),
          calendar(asked, { params: Promise.resolve({ key: text }) }),
          posts(asked, { params: Promise.resolve({ key: text }) }),
        ])
        for (const { status } of answers) expect([200, 404]).toContain(status)
        expect(version()).toBe(before)
      }),
      { numRuns: share('addresses read', 40, 300) },
    ),
  )
}, 300_000)

test('sheets and calendars of any text: rows and sentences, never a fall, never long', async () => {
  const { readSheet } = await import('@/app/actions')
  const { readCalendar } = await import('@/server/stays')
  const cell = fc.oneof(
    value,
    fc.constantFrom('date', 'ph', 'free chlorine', '2026-05-01', '7,4', '"', '""', '\t', ';'),
  )
  const sheet = fc.oneof(
    fc
      .array(fc.array(cell, { maxLength: 6 }), { maxLength: 12 })
      .map((rows) => rows.map((row) => row.join(',')).join('\n')),
    fc.json({ maxDepth: 3 }),
    fc.string({ unit: 'binary', maxLength: 400 }),
  )
  const line = fc.oneof(
    fc.constantFrom(
      'BEGIN:VCALENDAR',
      'END:VCALENDAR',
      'BEGIN:VEVENT',
      'END:VEVENT',
      'DTSTART:20260601T120000Z',
      'DTEND;VALUE=DATE:20260603',
      'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
      'RRULE:FREQ=SECONDLY',
      'DURATION:P99999D',
      'UID:x',
      'DTSTART;TZID=Mars/Olympus:20260601T120000',
      'SUMMARY:a\\,b',
      ' folded',
    ),
    fc
      .tuple(fc.constantFrom('DTSTART', 'RRULE', 'DURATION', 'X-Y', 'EXDATE'), value)
      .map(([key, text]) => `${key}:${text}`),
  )
  await silenced(() =>
    fc.assert(
      fc.asyncProperty(sheet, fc.array(line, { maxLength: 20 }), async (text, lines) => {
        const [answer, spent] = await timed(() => readSheet(1, { text, timeZone: 'Europe/Berlin' }))
        expect(spent).toBeLessThan(2000)
        if ('message' in answer) expect(answer.message).toMatch(SENTENCE)
        else
          for (const { refusal } of answer.rows)
            if (refusal !== undefined) expect(refusal).toMatch(SENTENCE)
        const [read, took] = await timed(async () =>
          readCalendar(
            ['BEGIN:VCALENDAR', ...lines, 'END:VCALENDAR'].join('\r\n'),
            Date.now(),
            'UTC',
          ),
        )
        expect(took).toBeLessThan(2000)
        for (const one of read.notes) expect(one).toMatch(SENTENCE)
      }),
      { numRuns: share('sheets and calendars', 300, 3000) },
    ),
  )
}, 300_000)

test('numbers in any writing, and heads of pictures of any bytes', async () => {
  const { readNumber } = await import('@/words/readNumber')
  const { refusePicture } = await import('@/core/testing/photo/pictureFile')
  const { formatPictureRefusal } = await import('@/words/testText')
  const digits = fc.stringMatching(/^[-+−0-9.,'’ \u00a0eExX]{0,14}$/)
  fc.assert(
    fc.property(
      fc.oneof(digits, value),
      fc.constantFrom('en-US', 'de-DE', 'fr-CH', 'ar', 'hi-IN'),
      (text, locale) => {
        const read = readNumber(text, locale)
        if (read === 'none') return
        for (const one of 'either' in read ? read.either : [read.value])
          expect(Number.isFinite(one)).toBe(true)
      },
    ),
    { numRuns: share('numbers in any writing', 1000, 10_000) },
  )
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 64 }), fc.nat(60_000_000), (bytes, size) => {
      const refusal = refusePicture(bytes, size)
      if (refusal) expect(formatPictureRefusal(refusal)).toMatch(SENTENCE)
    }),
    { numRuns: share('heads of pictures', 1000, 10_000) },
  )
})

test('work that does not end is broken off', async () => {
  const { withinDeadline } = await import('@/server/deadline')
  expect(withinDeadline(1000, () => 7)).toEqual({ value: 7 })
  let turns = 0
  const started = Date.now()
  expect(
    withinDeadline(60, () => {
      for (;;) turns++
    }),
  ).toBeUndefined()
  expect(turns).toBeGreaterThan(0)
  expect(Date.now() - started).toBeLessThan(20_000)
  expect(() =>
    withinDeadline(1000, () => {
      throw new Error('its own')
    }),
  ).toThrow('its own')
})
