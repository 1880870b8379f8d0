import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { allChoresOf } from '@/core/upkeep/choresOf'
import { openStore } from '@/store/database'
import { findTub } from '@/store/tubs'
import { choreRulesOf, toRule } from '@/store/upkeep'
import { choreText } from '@/words/choreText'

const FOLDER = join('src', 'store', 'migrations')

/** A database as the migrations up to one of them left it, with their marks, so that opening it goes on from there. */
const databaseOf = (path: string, last: number): Database.Database => {
  const { entries } = JSON.parse(readFileSync(join(FOLDER, 'meta', '_journal.json'), 'utf8')) as {
    entries: { idx: number; tag: string; when: number }[]
  }
  const connection = new Database(path)
  connection.exec(
    'CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)',
  )
  for (const { idx, tag, when } of entries) {
    if (idx > last) break
    connection.exec(readFileSync(join(FOLDER, `${tag}.sql`), 'utf8'))
    connection
      .prepare('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)')
      .run(tag, when)
  }
  return connection
}

/** A tub in a database of before; what it was not given and has to have is filled up. */
const tubOfBefore = (connection: Database.Database, some: Record<string, unknown>) => {
  const columns = connection.pragma('table_info(tubs)') as {
    name: string
    notnull: number
    dflt_value: string | null
    type: string
  }[]
  const given: Record<string, unknown> = {
    name: 'Terrace',
    programme: 'granular chlorine',
    fill_water: JSON.stringify({ source: 'town' }),
    targets: '{}',
    units: '{}',
    volume_basis: '{}',
    ...some,
  }
  for (const { name, notnull, dflt_value, type } of columns)
    if (notnull && dflt_value === null && given[name] === undefined && name !== 'id')
      given[name] = type === 'text' ? '{}' : 1
  const names = Object.keys(given).filter((name) => columns.some((one) => one.name === name))
  connection
    .prepare(`INSERT INTO tubs (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})`)
    .run(names.map((name) => given[name]))
}

const folder = mkdtempSync(join(tmpdir(), 'pavrel-migrations-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('every migration has its file, and a new database is made of all of them', () => {
  const { entries } = JSON.parse(readFileSync(join(FOLDER, 'meta', '_journal.json'), 'utf8')) as {
    entries: { tag: string }[]
  }
  expect(readdirSync(FOLDER).filter((name) => name.endsWith('.sql'))).toEqual(
    entries.map(({ tag }) => `${tag}.sql`),
  )
  expect(choreRulesOf(openStore(join(folder, 'new.sqlite')), 1)).toEqual([])
})

test('a database of before: choices and surroundings keep their answers under new names, a preset keeps only what was changed', () => {
  const path = join(folder, 'before.sqlite')
  const connection = databaseOf(path, 11)
  tubOfBefore(connection, {
    choices: JSON.stringify({ lift: 'air', care: 'edge', acidParts: '2' }),
    surroundings: JSON.stringify({ cleaner: 'ozone', stands: 'sun', hoursFromUtc: -7 }),
  })
  connection
    .prepare('INSERT INTO chore_rules (tub_id, preset, change, created_at) VALUES (1, ?, ?, 0)')
    .run(
      'waterline',
      JSON.stringify({
        name: 'Wipe the waterline',
        lane: 'surfaces',
        purpose: 'Scum that dries there etches the shell.',
        interval: { days: 4 },
        windowDays: 2,
        minutes: 5,
        needs: 'the blue cloth',
        how: ['A soft cloth and tub water. Tan is dust of the fill, white or yellow is scum.'],
        cautions: ['No household cleaner: it foams and eats sanitizer.'],
        season: null,
      }),
    )
  connection.close()

  const store = openStore(path)
  const tub = findTub(store, 1)
  expect(tub?.choices).toEqual({ raisePh: 'air', aim: 'edge', acidParts: '2' })
  expect(tub?.surroundings).toEqual({
    supplementaryDisinfection: 'ozone',
    exposure: 'sun',
    hoursFromUtc: -7,
  })
  const [rule] = choreRulesOf(store, 1)
  expect(rule?.change).toEqual({ interval: { days: 4 }, needs: 'the blue cloth' })
  const waterline = allChoresOf(
    { programme: 'granular chlorine', fillWater: { source: 'town' } } as never,
    rule ? [toRule(rule)] : [],
  ).find(({ id }) => id === 'waterline')
  expect(waterline?.interval).toEqual({ days: 4 })
  expect(waterline && choreText(waterline)).toMatchObject({
    name: 'Wipe the waterline',
    needs: 'the blue cloth',
    how: [
      expect.stringContaining('A tan line is dust'),
      expect.stringContaining('A waterline cleaner goes on the cloth'),
    ],
  })
})

test('a tub that was dosed by label still is, one by demand too, and one that never said stays so', () => {
  const path = join(folder, 'dosing.sqlite')
  const connection = databaseOf(path, 12)
  for (const choices of [
    { sanitizing: 'by label', aim: 'edge' },
    { sanitizing: 'by demand' },
    { aim: 'edge' },
  ])
    tubOfBefore(connection, { choices: JSON.stringify(choices) })
  connection.close()
  const store = openStore(path)
  expect([1, 2, 3].map((id) => findTub(store, id)?.choices)).toEqual([
    { dosing: 'label', aim: 'edge' },
    { dosing: 'by demand' },
    { aim: 'edge' },
  ])
})

test('inhibitor first stays where its people said so; the form’s own default goes to the fill water', () => {
  const path = join(folder, 'metals.sqlite')
  const connection = databaseOf(path, 13)
  for (const refill of [
    { metalsFirst: true, purgeHours: 12 },
    { metalsFirst: false, purgeHours: 12 },
  ])
    tubOfBefore(connection, { refill: JSON.stringify(refill) })
  connection.close()
  const store = openStore(path)
  expect([1, 2].map((id) => findTub(store, id)?.refill)).toEqual([
    { metalsFirst: true, purgeHours: 12 },
    { purgeHours: 12 },
  ])
  expect([1, 2].map((id) => findTub(store, id)?.metalsFirst)).toEqual([true, undefined])
})

test('a database of any age gets every migration it lacks, though one was written under a clock that ran ahead', () => {
  const { entries } = JSON.parse(readFileSync(join(FOLDER, 'meta', '_journal.json'), 'utf8')) as {
    entries: { when: number }[]
  }
  const whens = entries.map(({ when }) => when)
  // Number 14 claims a later hour than those after it: told by the clock alone they would be passed over.
  expect(whens.toSorted((a, b) => a - b)).not.toEqual(whens)
  const schemaOf = (path: string) =>
    new Database(path)
      .prepare(
        "SELECT name, sql FROM sqlite_master WHERE name NOT LIKE '\\_\\_%' ESCAPE '\\' ORDER BY name",
      )
      .all()
  const fresh = join(folder, 'fresh.sqlite')
  openStore(fresh)
  for (let last = 0; last < entries.length; last++) {
    const path = join(folder, `from-${last}.sqlite`)
    databaseOf(path, last).close()
    openStore(path)
    expect(schemaOf(path)).toEqual(schemaOf(fresh))
  }
})
