import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { checkedCopy, contentsOf, keepToOwner, momentName } from './copies'
import { StoreProblem, troubleOf } from './storeProblem'

/** Folds a database's log into its file, which only its last user can do: nobody else has it open then. */
const closeForGood = (path: string): void => {
  let connection: Database.Database | undefined
  try {
    connection = new Database(path)
    connection.pragma('busy_timeout = 200')
    if (connection.pragma('journal_mode = DELETE', { simple: true }) !== 'delete')
      throw new StoreProblem('busy', path)
  } catch (error) {
    const trouble = troubleOf(error)
    // A database that can't be read is what a restore is for; it is kept as it is.
    if (trouble === 'damaged' || trouble === 'not a database') return
    throw new StoreProblem(trouble ?? 'unknown', path, error)
  } finally {
    connection?.close()
  }
}

export interface Restored {
  entries: number
  /** Where the database that was there is kept; undefined where there was none. */
  kept: string | undefined
}

/**
 * Puts a copy in a database's place. The copy is checked first and copied beside it, so that the place is taken by one renaming; what
 * was there is kept under a name with the moment in it.
 * @throws StoreProblem with nothing changed: of the copy where that can't be used, 'busy' where the database is open elsewhere
 */
export const restoreCopy = (copy: string, database: string, now: number): Restored => {
  checkedCopy(copy)
  const { entries } = contentsOf(copy)
  const ready = `${database}.restoring`
  try {
    rmSync(ready, { force: true })
    copyFileSync(copy, ready)
    keepToOwner(ready)
    checkedCopy(ready)
    let kept: string | undefined
    if (existsSync(database)) {
      closeForGood(database)
      const name = basename(database).replace(/\.sqlite$/, '')
      kept = join(dirname(database), `${name} replaced ${momentName(now)}.sqlite`)
      for (let i = 2; existsSync(kept); i++)
        kept = join(dirname(database), `${name} replaced ${momentName(now)} ${i}.sqlite`)
      renameSync(database, kept)
      // The log of a damaged database goes along with it: it must never be played into another.
      for (const end of ['-wal', '-shm'])
        if (existsSync(database + end)) renameSync(database + end, kept + end)
    }
    renameSync(ready, database)
    return { entries, kept }
  } catch (error) {
    rmSync(ready, { force: true })
    throw error instanceof StoreProblem
      ? error
      : new StoreProblem(troubleOf(error) ?? 'unknown', database, error)
  }
}
