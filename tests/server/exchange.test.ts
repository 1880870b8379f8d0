import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import fc from 'fast-check'
import Papa from 'papaparse'
import { DAY, type NewEntry, QUANTITIES, QUESTION_IDS, STAGE_IDS } from '@/core'
import { demoChores, demoFilterSets } from '@/demo/chores'
import { demoDrops, demoStrip } from '@/demo/kits'
import { scenario } from '@/demo/scenario'
import { demoShelf } from '@/demo/shelf'
import { exportAll } from '@/server/exchange/exportAll'
import { BODIES, EXPORT } from '@/server/exchange/exportForm'
import { exportSheets } from '@/server/exchange/exportSheets'
import { importAll, readExport } from '@/server/exchange/importAll'
import { recordEntry, undoLastChange } from '@/server/journal'
import { previewSheet } from '@/server/spreadsheet/spreadsheet'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { insertEntry, journalOf, lastChange } from '@/store/entries'
import { insertKit } from '@/store/kits'
import { insertPlannedSoak } from '@/store/plannedSoaks'
import { insertRefill } from '@/store/refills'
import { saveSetting } from '@/store/settings'
import { insertOnShelf } from '@/store/shelf'
import { allTubs, insertTub } from '@/store/tubs'
import { insertChoreRule, insertFilterSet, insertStay } from '@/store/upkeep'
import { share } from '../share'

const NOW = Date.UTC(2026, 4, 20, 18)

/** Ten weeks of two tubs with everything that can be entered, and corrections, deletions and undos among it. */
const house = (): Store => {
  const store = openStore(':memory:')
  for (const kit of [demoStrip, demoDrops]) insertKit(store, { ...kit, createdAt: NOW })
  for (const item of demoShelf(NOW)) insertOnShelf(store, item)
  const sets = demoFilterSets(NOW).map((set) => insertFilterSet(store, set).id)
  scenario(NOW).forEach(({ tub, entries }, i) => {
    const { id } = insertTub(store, tub)
    const chores = demoChores(NOW, i === 0 ? 'first' : 'second', sets)
    for (const entry of [...entries, ...chores].sort((a, b) => a.at - b.at))
      insertEntry(store, id, entry, entry.at)
    const rule = insertChoreRule(store, {
      tubId: id,
      preset: null,
      change: {
        name: 'Lamp',
        interval: { days: 30 },
        windowDays: 3,
        minutes: 5,
        lane: 'equipment',
      },
      createdAt: NOW,
    })
    const own: NewEntry = {
      kind: 'chore',
      at: NOW - DAY,
      body: { chore: `own-${rule.id}`, name: 'Lamp', outcome: 'done' },
    }
    insertEntry(store, id, own, NOW)
    const stay = insertStay(store, {
      tubId: id,
      kind: 'guests',
      title: 'West, room',
      from: NOW + DAY,
      to: NOW + 3 * DAY,
      uid: 'w',
      createdAt: NOW,
    })
    insertPlannedSoak(store, {
      tubId: id,
      at: NOW + DAY,
      load: { people: 2, minutes: 20 },
      stayId: stay.id,
      createdAt: NOW,
    })
    insertRefill(store, {
      tubId: id,
      mode: 'ready by',
      at: NOW + 9 * DAY,
      zone: 'Europe/Berlin',
      createdAt: NOW,
    })
    const note = (text: string, replaces?: number) =>
      recordEntry(
        store,
        id,
        { kind: 'note', when: 'now', text, ...(replaces && { replaces: String(replaces) }) },
        NOW,
      )
    note('=HYPERLINK("x")')
    note('lamp, "green"\nand cover', journalOf(store, id)[0]?.id)
    undoLastChange(store, id, lastChange(store, id)?.number ?? 0, NOW + 1)
  })
  saveSetting(store, 'quiet', { fromHour: 21, toHour: 8 })
  saveSetting(store, 'calendar', { key: 'a-secret-key-of-calendar', zone: 'UTC' })
  return store
}
const taken = (text: string) => {
  const read = readExport(text)
  if ('message' in read) throw new Error(read.message)
  return read.exported
}

const store = house()
const text = exportAll(store)

test('an export of an import of an export is the same file, to the byte', () => {
  const other = openStore(':memory:')
  expect(importAll(other, taken(text), false)).toEqual({ tubs: [1, 2] })
  expect(exportAll(other)).toBe(text)
})

test('the imported house gives the same advice, and undo goes on where it was', () => {
  const other = openStore(':memory:')
  importAll(other, taken(text), false)
  for (const { id } of allTubs(store)) {
    const [here, there] = [tubView(store, id, NOW + 5), tubView(other, id, NOW + 5)]
    expect(there?.plan).toEqual(here?.plan)
    expect(there?.verdict).toEqual(here?.verdict)
    expect(there?.chores.map(({ due }) => due)).toEqual(here?.chores.map(({ due }) => due))
    expect(there?.lastChange).toEqual(here?.lastChange)
  }
})

test('as new tubs: numbers of their own, and everything that pointed at one follows', () => {
  const other = house()
  expect(importAll(other, taken(text), false)).toEqual({
    message: expect.stringMatching(/isn’t empty/),
  })
  expect(allTubs(other)).toHaveLength(2)
  const done = importAll(other, taken(text), true)
  expect(done).toEqual({ tubs: [3, 4] })
  for (const [was, is] of [
    [1, 3],
    [2, 4],
  ] as const) {
    const bare = (id: number) => journalOf(other, id).map(({ at, kind }) => ({ at, kind }))
    expect(bare(is)).toEqual(bare(was))
    const [here, there] = [tubView(other, was, NOW + 5), tubView(other, is, NOW + 5)]
    expect(there?.chores.map(({ lastDone }) => lastDone)).toEqual(
      here?.chores.map(({ lastDone }) => lastDone),
    )
    expect(
      there?.journal
        .filter(({ kind }) => kind === 'chore')
        .some((one) => one.kind === 'chore' && one.body.chore.startsWith('own-')),
    ).toBe(true)
  }
  const sets = new Set(
    journalOf(other, 3).flatMap((entry) => (entry.kind === 'filter' ? [entry.body.set] : [])),
  )
  const known = new Set(tubView(other, 3, NOW)?.filters.map(({ set }) => set.id))
  for (const set of sets) expect(known).toContain(set)
})

test('no secret goes out with it: neither the address of the calendar nor the keys of forms', () => {
  expect(text).not.toContain('a-secret-key-of-calendar')
  expect(text).not.toContain('posts')
})

describe('what is wrong is said with its place, and nothing of it is taken', () => {
  type Part = Record<string, unknown>
  const spoilt = (
    spoil: (
      whole: Record<string, unknown> & {
        tubs: (Part & { entries: (Part & { body: Part })[] })[]
        kits: Part[]
      },
    ) => void,
  ) => {
    const whole = JSON.parse(text)
    spoil(whole)
    const read = readExport(JSON.stringify(whole))
    return 'message' in read ? read.message : 'taken'
  }
  const entry = (kind: string) =>
    JSON.parse(text).tubs[0].entries.findIndex((one: { kind: string }) => one.kind === kind)
  test.each<[string, () => string, RegExp]>([
    [
      'a figure that is none',
      () =>
        spoilt(({ tubs }) => {
          const one = tubs[0]?.entries[entry('dose')]
          if (one) one.body.grams = 'ten'
        }),
      /^tubs\[0\]\.entries\[\d+\]\.body\.grams: “ten” was given; it should be a number\.$/,
    ],
    [
      'a product that is none',
      () =>
        spoilt(({ tubs }) => {
          const one = tubs[0]?.entries[entry('dose')]
          if (one) one.body.product = 'gold'
        }),
      /body\.product: “gold” was given; it can be /,
    ],
    [
      'a missing field',
      () =>
        spoilt(({ tubs }) => {
          delete tubs[0]?.entries[0]?.recordedAt
        }),
      /^tubs\[0\]\.entries\[0\]\.recordedAt is missing\.$/,
    ],
    [
      'a field that is none',
      () =>
        spoilt((whole) => {
          whole.more = 1
        }),
      /^more isn’t a field of an export\.$/,
    ],
    [
      'a number that stands twice',
      () =>
        spoilt(({ kits }) => {
          const [a, b] = kits
          if (a && b) b.id = a.id
        }),
      /^kits: the number 1 stands twice\.$/,
    ],
    [
      'a correction of nothing',
      () =>
        spoilt(({ tubs }) => {
          const one = tubs[0]?.entries[3]
          if (one) one.replacesId = 9999
        }),
      /replacesId: there’s no earlier entry 9999/,
    ],
    [
      'a tub larger than a pool',
      () =>
        spoilt(({ tubs }) => {
          const [one] = tubs
          if (one) one.volumeLitres = 1e9
        }),
      /volumeLitres: 1000000000 was given; it can be up to 20000\.$/,
    ],
    [
      'an entry of a later version',
      () =>
        spoilt(({ tubs }) => {
          const one = tubs[0]?.entries[0]
          if (one) one.version = 99
        }),
      /knows up to \d+\. Update Pavrel first\.$/,
    ],
    [
      'a later format',
      () =>
        spoilt((whole) => {
          whole.version = 2
        }),
      /newer Pavrel \(version 2/,
    ],
    [
      'no JSON',
      () => {
        const read = readExport('{"format": ')
        return 'message' in read ? read.message : 'taken'
      },
      /can’t be read as JSON/,
    ],
    [
      'another file',
      () => {
        const read = readExport('[1]')
        return 'message' in read ? read.message : 'taken'
      },
      /isn’t an export of Pavrel/,
    ],
  ])('%s', (_, read, sentence) => {
    expect(read()).toMatch(sentence)
  })
  test('whatever is changed in it, it is refused in a sentence or taken whole; nothing throws', () => {
    const whole = JSON.parse(text)
    const small = {
      ...whole,
      tubs: [{ ...whole.tubs[0], entries: whole.tubs[0].entries.slice(0, 6) }],
    }
    const paths: (string | number)[][] = []
    const walk = (value: unknown, path: (string | number)[]) => {
      paths.push(path)
      if (typeof value === 'object' && value !== null)
        for (const [key, one] of Object.entries(value))
          walk(one, [...path, Array.isArray(value) ? Number(key) : key])
    }
    walk(small, [])
    let refusals = 0
    const tries = share('exports with a change in them', 40, 300)
    fc.assert(
      fc.property(
        fc.constantFrom(...paths.filter((path) => path.length > 0)),
        fc.oneof(fc.jsonValue({ maxDepth: 2 }), fc.double(), fc.constant(undefined)),
        (path, value) => {
          const one = structuredClone(small)
          const last = path.at(-1) ?? ''
          let at = one as Record<string | number, unknown>
          for (const part of path.slice(0, -1)) at = at[part] as Record<string | number, unknown>
          at[last] = value
          const read = readExport(JSON.stringify(one))
          if ('message' in read) {
            refusals++
            expect(read.message).toMatch(/\.$/)
            return
          }
          const into = openStore(':memory:')
          importAll(into, read.exported, false)
          for (const { id } of allTubs(into)) expect(() => tubView(into, id, NOW)).not.toThrow()
        },
      ),
      { numRuns: tries },
    )
    expect(refusals).toBeGreaterThan(tries / 3)
  })
})

describe('as spreadsheets', () => {
  const sheets = exportSheets(store, 'Europe/Berlin')
  const rows = (name: string) => {
    const found = sheets.find((sheet) => sheet.name === name)
    return Papa.parse<Record<string, string>>(found?.text.replace('\uFEFF', '') ?? '', {
      header: true,
      skipEmptyLines: true,
    })
  }
  test('every entry that stands is a row, and every row is whole', () => {
    const standing = allTubs(store).flatMap(({ id }) => journalOf(store, id))
    const counts = sheets
      .filter(({ name }) => name !== 'shelf')
      .map(({ name }) => rows(name).data.length)
    expect(counts.reduce((sum, n) => sum + n, 0)).toBe(standing.length)
    for (const { name } of sheets) expect(rows(name).errors).toEqual([])
  })
  test('tests carry their units in the head, and our own reader of sheets takes every one of them', () => {
    expect(Object.keys(rows('tests').data[0] ?? {})).toEqual(
      expect.arrayContaining(['Tub', 'Date', 'pH', 'Bromine (ppm)']),
    )
    const fresh = openStore(':memory:')
    const [first] = allTubs(store)
    if (!first) throw new Error('no tub')
    const { id } = insertTub(fresh, { ...first, calendar: null })
    const mine = rows('tests').data.filter(({ Tub }) => Tub === first.name)
    const preview = previewSheet(fresh, id, {
      text: Papa.unparse(mine),
      timeZone: 'Europe/Berlin',
      now: NOW,
    })
    if ('message' in preview) throw new Error(preview.message)
    expect(preview.accepted).toBe(
      journalOf(store, first.id).filter(({ kind }) => kind === 'test').length,
    )
  })
  test('what a spreadsheet would take for a formula is text', () => {
    const notes = sheets.find(({ name }) => name === 'notes')?.text ?? ''
    expect(notes).toContain('"\'=HYPERLINK')
    expect(rows('notes').data.some(({ Text }) => Text?.includes('HYPERLINK'))).toBe(true)
  })
})

test('the document names every field of the form, and no other', () => {
  const path = join('docs', 'export.md')
  expect(existsSync(path)).toBe(true)
  const named = new Set(
    readFileSync(path, 'utf8')
      .match(/`[A-Za-z]+`/g)
      ?.map((one) => one.slice(1, -1)),
  )
  const names = new Set<string>()
  const walk = (described: {
    keys?: Record<string, unknown>
    items?: unknown[]
    matches?: { schema: unknown }[]
  }) => {
    for (const [name, one] of Object.entries(described.keys ?? {})) {
      names.add(name)
      walk(one as never)
    }
    for (const one of described.items ?? []) walk(one as never)
    for (const { schema } of described.matches ?? []) walk(schema as never)
  }
  walk(EXPORT.describe() as never)
  for (const body of Object.values(BODIES)) walk(body.describe() as never)
  for (const name of names)
    if (![...QUANTITIES, ...STAGE_IDS, ...QUESTION_IDS].includes(name as never))
      expect(named).toContain(name)
})
