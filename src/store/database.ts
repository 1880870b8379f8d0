import { mkdirSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import * as schema from './schema'

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

/**
 * Opens a database, made and migrated where needed. Every commit is on the disk before it is acknowledged
 * (`synchronous = FULL` in WAL mode). `:memory:` for tests.
 */
export const openStore = (path: string): Store => {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true })
  const connection = new Database(path)
  connection.pragma('journal_mode = WAL')
  connection.pragma('synchronous = FULL')
  connection.pragma('foreign_keys = ON')
  connection.pragma('busy_timeout = 5000')
  const store = drizzle(connection, { schema })
  migrate(store, {
    migrationsFolder: join(/*turbopackIgnore: true*/ process.cwd(), 'src', 'store', 'migrations'),
  })
  return store
}

const shared = globalThis as { pavrelStore?: Store }

/** The database of this process. */
export const theStore = (): Store => {
  shared.pavrelStore ??= openStore(databasePath())
  return shared.pavrelStore
}
