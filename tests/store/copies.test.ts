import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import {
  type Copy,
  checkedCopy,
  contentsOf,
  copiesOf,
  copyOfTheDay,
  copyRules,
  copyTo,
  spent,
} from '@/store/copies'
import { connectionOf, openStore } from '@/store/database'
import { insertEntry, journalOf } from '@/store/entries'
import { restoreCopy } from '@/store/restore'
import { StoreProblem, type StoreTrouble } from '@/store/storeProblem'
import { insertTub } from '@/store/tubs'
import { notSaved, startProblem } from '@/words/failures'
import { newTub } from './newTub'

const NOW = new Date(2026, 4, 20, 18).getTime()
const DAY = 86_400_000
let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'pavrel-copies-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const at = (name: string) => join(folder, name)
const made = (name: string, notes: number) => {
  const store = openStore(at(name))
  const { id } = insertTub(store, newTub)
  for (let i = 0; i < notes; i++)
    insertEntry(store, id, { kind: 'note', at: i, body: { text: String(i) } }, i)
  return { store, id }
}
const asFolder = (path: string) => {
  rmSync(path)
  mkdirSync(path)
}
/** Closed at once, so that nothing of it is still on its way to the file. */
const changed = (path: string, sql: string) => {
  const connection = new Database(path)
  connection.exec(sql)
  connection.close()
}
const asSongs = (path: string) => {
  rmSync(path)
  changed(path, 'CREATE TABLE songs (id INTEGER)')
}
type Spoilt = [string, (path: string) => void, StoreTrouble]
/** What can have become of a database, and what is said of it. */
const SPOILT: readonly Spoilt[] = [
  ['truncated', (path) => truncateSync(path, 20_000), 'damaged'],
  ['overwritten', (path) => writeFileSync(path, 'x'.repeat(50_000)), 'not a database'],
  ['a folder', asFolder, 'folder'],
  [
    'newer',
    (path) =>
      changed(
        path,
        "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 9999999999999)",
      ),
    'newer',
  ],
  ['of another program', asSongs, 'foreign'],
]
const troubleWith = (work: () => unknown): StoreTrouble | undefined => {
  try {
    work()
  } catch (error) {
    if (error instanceof StoreProblem) return error.trouble
    throw error
  }
  return undefined
}

test('a copy of an open database holds what is still in its log alone', () => {
  const { store } = made('here.sqlite', 25)
  // What a copy of the file alone would have kept.
  writeFileSync(at('alone.sqlite'), readFileSync(at('here.sqlite')))
  expect(troubleWith(() => checkedCopy(at('alone.sqlite')))).toBeDefined()
  copyTo(connectionOf(store), at('copy.sqlite'))
  expect(checkedCopy(at('copy.sqlite'))).toBe('current')
  expect(contentsOf(at('copy.sqlite'))).toEqual({ entries: 25, lastAt: 24 })
  expect(readdirSync(folder).filter((name) => name.includes('unfinished'))).toEqual([])
})

test('database, log and copies are their owner’s alone, and so is what was looser before', () => {
  made('here.sqlite', 1)
  const mode = (name: string) => statSync(at(name)).mode & 0o777
  for (const name of ['here.sqlite', 'here.sqlite-wal', 'here.sqlite-shm'])
    expect(mode(name)).toBe(0o600)
  const { store } = made('loose.sqlite', 1)
  connectionOf(store).close()
  chmodSync(at('loose.sqlite'), 0o644)
  copyTo(connectionOf(openStore(at('loose.sqlite'))), at('deep/copy.sqlite'))
  expect(mode('loose.sqlite')).toBe(0o600)
  expect(mode('deep/copy.sqlite')).toBe(0o600)
  expect(mode('deep')).toBe(0o700)
})

describe('a restore', () => {
  test('is rehearsed: a month of entries lost, the copy put back, every entry there, what was there kept', () => {
    const { store, id } = made('here.sqlite', 30)
    copyTo(connectionOf(store), at('copy.sqlite'))
    insertEntry(store, id, { kind: 'note', at: 99, body: { text: 'later' } }, 99)
    connectionOf(store).close()
    const { entries, kept } = restoreCopy(at('copy.sqlite'), at('here.sqlite'), NOW)
    expect(entries).toBe(30)
    const again = openStore(at('here.sqlite'))
    expect(journalOf(again, id).map(({ at }) => at)).toEqual(
      Array.from({ length: 30 }, (_, i) => 29 - i),
    )
    expect(kept).toBe(at('here replaced 2026-05-20 18-00-00.sqlite'))
    expect(contentsOf(kept ?? '').entries).toBe(31)
    expect(statSync(at('here.sqlite')).mode & 0o077).toBe(0)
    // And back again: what was kept is a copy like any other.
    connectionOf(again).close()
    expect(restoreCopy(kept ?? '', at('here.sqlite'), NOW).entries).toBe(31)
  })
  test('is refused while something has the database open, and changes nothing', () => {
    const { store } = made('here.sqlite', 3)
    copyTo(connectionOf(store), at('copy.sqlite'))
    expect(troubleWith(() => restoreCopy(at('copy.sqlite'), at('here.sqlite'), NOW))).toBe('busy')
    expect(journalOf(store, 1)).toHaveLength(3)
    expect(readdirSync(folder).sort()).toEqual([
      'copy.sqlite',
      'here.sqlite',
      'here.sqlite-shm',
      'here.sqlite-wal',
    ])
  })
  test('of a damaged database keeps the damaged one, log and all', () => {
    const { store } = made('here.sqlite', 400)
    copyTo(connectionOf(store), at('copy.sqlite'))
    connectionOf(store).close()
    writeFileSync(at('here.sqlite'), 'not a database any more'.repeat(100))
    const { kept } = restoreCopy(at('copy.sqlite'), at('here.sqlite'), NOW)
    expect(readFileSync(kept ?? '', 'utf8')).toContain('not a database any more')
    expect(journalOf(openStore(at('here.sqlite')), 1)).toHaveLength(400)
  })
  test.each<Spoilt>([...SPOILT, ['not there', (path) => rmSync(path), 'missing']])(
    'of a copy that is %s is refused by name, and changes nothing',
    (_, spoil, trouble) => {
      const { store } = made('here.sqlite', 300)
      copyTo(connectionOf(store), at('copy.sqlite'))
      connectionOf(store).close()
      spoil(at('copy.sqlite'))
      expect(troubleWith(() => restoreCopy(at('copy.sqlite'), at('here.sqlite'), NOW))).toBe(
        trouble,
      )
      expect(journalOf(openStore(at('here.sqlite')), 1)).toHaveLength(300)
    },
  )
})

describe('a database that can’t be opened', () => {
  test.each<Spoilt>([
    ...SPOILT,
    ['marked by another program', (path) => changed(path, 'PRAGMA application_id = 7'), 'foreign'],
  ])('%s: says so, and leaves every byte as it is', (_, spoil, trouble) => {
    const { store } = made('here.sqlite', 300)
    connectionOf(store).close()
    spoil(at('here.sqlite'))
    const bytes = () =>
      statSync(at('here.sqlite')).isDirectory() ? '' : readFileSync(at('here.sqlite'), 'latin1')
    const before = bytes()
    expect(troubleWith(() => openStore(at('here.sqlite')))).toBe(trouble)
    expect(bytes()).toBe(before)
    expect(startProblem(trouble, at('here.sqlite'))).toMatch(/^\/.*\.$/)
  })
  test('a full disk: the entry is refused in a sentence, what was there stays, and with room it goes on', () => {
    const { store, id } = made('here.sqlite', 50)
    const connection = connectionOf(store)
    const pages = connection.pragma('page_count', { simple: true }) as number
    connection.pragma(`max_page_count = ${pages}`)
    const write = () =>
      insertEntry(store, id, { kind: 'note', at: 1, body: { text: 'x'.repeat(20_000) } }, 1)
    expect(write).toThrow(/full/)
    expect(notSaved('full')).toMatch(/^Nothing was saved: the disk is full/)
    expect(journalOf(store, id)).toHaveLength(50)
    connection.pragma('max_page_count = 1000000')
    write()
    expect(journalOf(store, id)).toHaveLength(51)
  })
})

describe('copies that are made by themselves', () => {
  const rules = () => ({ folder: at('copies'), days: 7, weeks: 4 })
  test('one a day; of two months the last seven days and one of each of four weeks stay', () => {
    const { store } = made('here.sqlite', 2)
    for (let day = 0; day < 60; day++) {
      expect(
        copyOfTheDay(connectionOf(store), at('here.sqlite'), rules(), NOW + day * DAY),
      ).toBeDefined()
      expect(
        copyOfTheDay(connectionOf(store), at('here.sqlite'), rules(), NOW + day * DAY + 3600_000),
      ).toBeUndefined()
    }
    const kept = copiesOf(at('here.sqlite'), rules()).map(({ at }) =>
      Math.round((NOW + 59 * DAY - at) / DAY),
    )
    expect(kept.slice(0, 7)).toEqual([0, 1, 2, 3, 4, 5, 6])
    expect(kept.length).toBeGreaterThanOrEqual(9)
    expect(kept.length).toBeLessThanOrEqual(10)
    expect(Math.max(...kept)).toBeGreaterThanOrEqual(15)
    expect(Math.max(...kept)).toBeLessThan(28)
    for (const copy of copiesOf(at('here.sqlite'), rules()))
      expect(checkedCopy(copy.path)).toBe('current')
  })
  test('what else lies in the folder is left alone', () => {
    const { store } = made('here.sqlite', 1)
    mkdirSync(at('copies'))
    for (const name of ['other 2020-01-01.sqlite', 'here notes.txt', 'here 2020-01-01 mine.sqlite'])
      writeFileSync(at(`copies/${name}`), '')
    for (let day = 0; day < 40; day++)
      copyOfTheDay(connectionOf(store), at('here.sqlite'), rules(), NOW + day * DAY)
    expect(readdirSync(at('copies'))).toEqual(
      expect.arrayContaining([
        'other 2020-01-01.sqlite',
        'here notes.txt',
        'here 2020-01-01 mine.sqlite',
      ]),
    )
  })
  test('before an update: what stood there is copied whole before anything is changed', () => {
    const { store } = made('here.sqlite', 5)
    const connection = connectionOf(store)
    // As an earlier version left it, five updates ago.
    connection.exec(
      `DROP INDEX entries_by_change; DROP TABLE posts; ALTER TABLE entries DROP COLUMN changed;
       ALTER TABLE entries DROP COLUMN written; ALTER TABLE entries DROP COLUMN by;
       ALTER TABLE shelf DROP COLUMN stock; ALTER TABLE kits DROP COLUMN stock;
       ALTER TABLE tubs DROP COLUMN heat`,
    )
    connection.exec(
      'DELETE FROM __drizzle_migrations WHERE id > (SELECT max(id) FROM __drizzle_migrations) - 5',
    )
    connection.close()
    expect(journalOf(openStore(at('here.sqlite')), 1)).toHaveLength(5)
    const [copy] = copiesOf(at('here.sqlite'), rules())
    expect(copy?.kind).toBe('update')
    expect(checkedCopy(copy?.path ?? '')).toBe('older')
    expect(contentsOf(copy?.path ?? '').entries).toBe(5)
  })
  test('the environment sets the folder and how many, or none at all', () => {
    const before = { ...process.env }
    try {
      expect(copyRules(at('here.sqlite'))).toEqual({ folder: at('copies'), days: 7, weeks: 4 })
      Object.assign(process.env, {
        PAVREL_COPIES: at('elsewhere'),
        PAVREL_COPIES_DAYS: '3',
        PAVREL_COPIES_WEEKS: 'x',
      })
      expect(copyRules(at('here.sqlite'))).toEqual({ folder: at('elsewhere'), days: 3, weeks: 4 })
      process.env.PAVREL_COPIES = 'off'
      expect(copyRules(at('here.sqlite'))).toBeUndefined()
    } finally {
      process.env = before
    }
  })
  test('a clock that was set back takes no newer copy away', () => {
    const copy = (day: number): Copy => ({
      name: `${day}`,
      path: `${day}`,
      kind: 'day',
      at: NOW + day * DAY,
      bytes: 1,
    })
    const copies = [5, 4, 3, 2, 1, 0, -1, -2].map(copy)
    expect(spent(copies, rules()).map(({ name }) => name)).not.toContain('5')
    expect(existsSync(at('copies'))).toBe(false)
  })
})
