import { closeSync, existsSync, mkdirSync, openSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { copyBeforeUpdate, copyRules, keepToOwner, OWNER_ONLY, OWNER_ONLY_FOLDER } from './copies'
import { migrateStore, standingOf } from './migrateStore'
import * as schema from './schema'
import { StoreProblem, troubleOf } from './storeProblem'

export type Store = BetterSQLite3Database<typeof schema>

/** Queries prepared once for each database. */
export const preparedOnce = <Queries extends object>(
  prepare: (store: Store) => Queries,
): ((store: Store) => Queries) => {
  const known = new WeakMap<Store, Queries>()
  return (store) => {
    let queries = known.get(store)
    if (!queries) {
      queries = prepare(store)
      known.set(store, queries)
    }
    return queries
  }
}

export const databasePath = () =>
  resolve(/*turbopackIgnore: true*/ process.env.PAVREL_DB || join('data', 'pavrel.sqlite'))

/** Two processes that open a new database at once both ask for its log; SQLite lets the second wait only if it is asked again. */
const WAL_TRIES = 50
const inWalMode = (connection: Database.Database): void => {
  for (let tries = 1; ; tries++) {
    try {
      connection.pragma('journal_mode = WAL')
      return
    } catch (error) {
      if (troubleOf(error) !== 'busy' || tries === WAL_TRIES) throw error
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 100)
    }
  }
}

const opened = (path: string): Database.Database => {
  if (path === ':memory:') return new Database(path)
  mkdirSync(dirname(path), { recursive: true, mode: OWNER_ONLY_FOLDER })
  if (existsSync(path)) {
    if (statSync(path).isDirectory()) throw new StoreProblem('folder', path)
    keepToOwner(path)
  } else closeSync(openSync(path, 'a', OWNER_ONLY))
  return new Database(path)
}

/**
 * Opens a database, made and migrated where needed, after a copy of what stood before. Every commit is on the disk before it is
 * acknowledged (`synchronous = FULL` in WAL mode). `:memory:` for tests.
 * @throws StoreProblem with nothing written, where it is not ours, newer, damaged, or can't be opened
 */
export const openStore = (path: string): Store => {
  let connection: Database.Database | undefined
  try {
    connection = opened(path)
    connection.pragma('busy_timeout = 5000')
    const standing = standingOf(connection, path)
    if (standing !== 'empty' && connection.pragma('quick_check(1)', { simple: true }) !== 'ok')
      throw new StoreProblem('damaged', path)
    const rules = standing === 'older' ? copyRules(path) : undefined
    if (rules) copyBeforeUpdate(connection, path, rules, Date.now())
    inWalMode(connection)
    // A file that can be read but not written is said now, not at the first entry.
    connection.exec('BEGIN IMMEDIATE; ROLLBACK')
    connection.pragma('synchronous = FULL')
    connection.pragma('foreign_keys = ON')
    if (standing !== 'current') migrateStore(connection)
    return drizzle(connection, { schema })
  } catch (error) {
    connection?.close()
    throw error instanceof StoreProblem
      ? error
      : new StoreProblem(troubleOf(error) ?? 'unknown', path, error)
  }
}

/** SQLite's own connection behind a store. */
export const connectionOf = (store: Store): Database.Database =>
  (store as Store & { $client: Database.Database }).$client

/** Whether what is read now may still be taken back. A transaction's own handle has no connection to ask. */
export const inTransaction = (store: Store): boolean =>
  (connectionOf(store) as Database.Database | undefined)?.inTransaction !== false

const shared = globalThis as {
  pavrelStore?: Store
  pavrelKept?: WeakMap<Store, Map<string, unknown>>
}

/** What is kept beside a store and may be thrown away: one in a process, however often its code was bundled. */
export const keptBeside = <Value>(store: Store, name: string, make: () => Value): Value => {
  shared.pavrelKept ??= new WeakMap()
  const kept = shared.pavrelKept.get(store) ?? new Map<string, unknown>()
  shared.pavrelKept.set(store, kept)
  if (!kept.has(name)) kept.set(name, make())
  return kept.get(name) as Value
}

/** The database of this process. */
export const theStore = (): Store => {
  shared.pavrelStore ??= openStore(databasePath())
  return shared.pavrelStore
}

/** Lets go of the database of this process while something else is put in its place; it is opened again when it is asked for. */
export const withoutTheStore = <Value>(work: () => Value): Value => {
  if (shared.pavrelStore) connectionOf(shared.pavrelStore).close()
  delete shared.pavrelStore
  return work()
}
