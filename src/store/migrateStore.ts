import { join } from 'node:path'
import type Database from 'better-sqlite3'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { StoreProblem } from './storeProblem'

const FOLDER = join(/*turbopackIgnore: true*/ process.cwd(), 'src', 'store', 'migrations')
/** Where drizzle itself keeps what was applied. */
const APPLIED = '__drizzle_migrations'
/** "Pavr", in the file's own header. */
const APPLICATION_ID = 0x50617672

const tablesOf = (connection: Database.Database): string[] =>
  connection
    .prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
    .pluck()
    .all() as string[]

/** By when it was written, which is a migration's name; they were not always written in order of the clock. */
const appliedIn = (connection: Database.Database): ReadonlySet<number> =>
  new Set(connection.prepare(`SELECT created_at FROM ${APPLIED}`).pluck().all() as number[])

const migrations = () => readMigrationFiles({ migrationsFolder: FOLDER })

export type Standing = 'empty' | 'older' | 'current'

/** How a database stands to this version of the application; one that is not ours, or newer, is refused untouched. */
export const standingOf = (connection: Database.Database, path: string): Standing => {
  const tables = tablesOf(connection)
  if (tables.length === 0) return 'empty'
  const id = connection.pragma('application_id', { simple: true })
  if (id !== 0 && id !== APPLICATION_ID) throw new StoreProblem('foreign', path)
  if (!tables.includes(APPLIED)) throw new StoreProblem('foreign', path)
  const applied = appliedIn(connection)
  if (applied.size === 0) return tables.length === 1 ? 'empty' : 'older'
  if (!tables.includes('tubs') || !tables.includes('entries'))
    throw new StoreProblem('foreign', path)
  const known = migrations().map(({ folderMillis }) => folderMillis)
  if ([...applied].some((one) => !known.includes(one))) throw new StoreProblem('newer', path)
  return known.every((one) => applied.has(one)) ? 'current' : 'older'
}

/**
 * Brings a database up to this version, whole or not at all. The lock is taken before it is asked what is missing, so that of two
 * processes one does it and the other finds it done.
 */
export const migrateStore = (connection: Database.Database): void => {
  connection
    .transaction(() => {
      connection.exec(
        `CREATE TABLE IF NOT EXISTS ${APPLIED} (id INTEGER PRIMARY KEY AUTOINCREMENT, hash text NOT NULL, created_at numeric)`,
      )
      const applied = appliedIn(connection)
      for (const { sql, hash, folderMillis } of migrations()) {
        if (applied.has(folderMillis)) continue
        for (const statement of sql) connection.exec(statement)
        connection
          .prepare(`INSERT INTO ${APPLIED} (hash, created_at) VALUES (?, ?)`)
          .run(hash, folderMillis)
      }
      connection.pragma(`application_id = ${APPLICATION_ID}`)
    })
    .immediate()
}
