import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type Standing, standingOf } from './migrateStore'
import { StoreProblem, troubleOf } from './storeProblem'

/** Only its owner reads a journal: what people do, and when nobody is at home, stands in it. */
export const OWNER_ONLY = 0o600
export const OWNER_ONLY_FOLDER = 0o700

/** Makes a file's bytes and its place in the folder last through a loss of power. */
const settle = (path: string): void => {
  for (const one of [path, dirname(path)]) {
    // Some systems have no handle on a folder; there the renaming lasts by itself.
    if (one !== path && process.platform === 'win32') continue
    const handle = openSync(one, one === path ? 'r+' : 'r')
    try {
      fsyncSync(handle)
    } finally {
      closeSync(handle)
    }
  }
}

/** What is wrong with a copy, or how it stands to this version. Nothing of it is changed. */
export const checkedCopy = (path: string): Standing => {
  let connection: Database.Database | undefined
  try {
    if (statSync(path).isDirectory()) throw new StoreProblem('folder', path)
    connection = new Database(path, { readonly: true, fileMustExist: true })
    const standing = standingOf(connection, path)
    if (standing === 'empty') throw new StoreProblem('foreign', path)
    if (connection.pragma('integrity_check(1)', { simple: true }) !== 'ok')
      throw new StoreProblem('damaged', path)
    if ((connection.pragma('foreign_key_check') as unknown[]).length > 0)
      throw new StoreProblem('damaged', path)
    return standing
  } catch (error) {
    throw error instanceof StoreProblem
      ? error
      : new StoreProblem(troubleOf(error) ?? 'unknown', path, error)
  } finally {
    connection?.close()
  }
}

/** How many entries stand in a copy that was checked, and when the last was saved. */
export const contentsOf = (path: string): { entries: number; lastAt: number | null } => {
  const connection = new Database(path, { readonly: true, fileMustExist: true })
  try {
    return connection
      .prepare('SELECT count(*) AS entries, max(recorded_at) AS lastAt FROM entries')
      .get() as { entries: number; lastAt: number | null }
  } finally {
    connection.close()
  }
}

/**
 * A whole, consistent copy of an open database, in one file, as of one moment: what is still in its log is in it, and writers go on
 * meanwhile. It has its name only once it is whole, checked and on the disk.
 */
export const copyTo = (connection: Database.Database, target: string): void => {
  const path = resolve(target)
  const unfinished = `${path}.unfinished`
  try {
    mkdirSync(dirname(path), { recursive: true, mode: OWNER_ONLY_FOLDER })
    rmSync(unfinished, { force: true })
    closeSync(openSync(unfinished, 'wx', OWNER_ONLY))
    connection.prepare('VACUUM INTO ?').run(unfinished)
    checkedCopy(unfinished)
    settle(unfinished)
    renameSync(unfinished, path)
    settle(path)
  } catch (error) {
    rmSync(unfinished, { force: true })
    throw error instanceof StoreProblem
      ? error
      : new StoreProblem(troubleOf(error) ?? 'unknown', path, error)
  }
}

const two = (n: number) => String(n).padStart(2, '0')
const dayName = (at: Date) => `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
/** A moment on this machine's clock, as a part of a file's name. */
export const momentName = (now: number): string => {
  const at = new Date(now)
  return `${dayName(at)} ${two(at.getHours())}-${two(at.getMinutes())}-${two(at.getSeconds())}`
}

/** Where a database's copies go, and how many are kept. */
export interface CopyRules {
  folder: string
  days: number
  weeks: number
}

const whole = (text: string | undefined, otherwise: number) =>
  /^\d{1,3}$/.test(text ?? '') ? Number(text) : otherwise

/** As the environment says: `PAVREL_COPIES` (a folder, or "off"), `PAVREL_COPIES_DAYS`, `PAVREL_COPIES_WEEKS`. */
export const copyRules = (database: string): CopyRules | undefined => {
  const {
    PAVREL_COPIES: folder,
    PAVREL_COPIES_DAYS: days,
    PAVREL_COPIES_WEEKS: weeks,
  } = process.env
  if (folder === 'off' || database === ':memory:') return undefined
  return {
    folder: resolve(/*turbopackIgnore: true*/ folder || join(dirname(database), 'copies')),
    days: whole(days, 7),
    weeks: whole(weeks, 4),
  }
}

export type CopyKind = 'day' | 'update'
export interface Copy {
  name: string
  path: string
  kind: CopyKind
  /** Of its day, or of its moment. */
  at: number
  bytes: number
}

const stem = (database: string) => basename(database).replace(/\.sqlite$/, '')
const UPDATE = 'before an update'
/** Of what stood before an update so many are kept. */
const UPDATES_KEPT = 4

/** The copies of a database that were made by themselves, newest first. */
export const copiesOf = (database: string, rules: CopyRules): Copy[] => {
  if (!existsSync(rules.folder)) return []
  const begins = `${stem(database)} `
  return readdirSync(rules.folder)
    .flatMap((name): Copy[] => {
      if (!name.startsWith(begins) || !name.endsWith('.sqlite')) return []
      const rest = name.slice(begins.length, -'.sqlite'.length)
      const found = /^(\d{4})-(\d\d)-(\d\d)(?: (\d\d)-(\d\d)-(\d\d))?( before an update)?$/.exec(
        rest,
      )
      if (!found) return []
      const [year = 0, month = 1, day = 1, hour = 12, minute = 0, second = 0] = found
        .slice(1, 7)
        .map((part) => (part === undefined ? undefined : Number(part)))
      const path = join(rules.folder, name)
      return [
        {
          name,
          path,
          kind: found[7] ? 'update' : 'day',
          at: new Date(year, month - 1, day, hour, minute, second).getTime(),
          bytes: statSync(path).size,
        },
      ]
    })
    .sort((a, b) => b.at - a.at || b.name.localeCompare(a.name))
}

const WEEK = 7 * 86_400_000
/** Monday to Sunday; the first of January 1970 was a Thursday. */
const weekOf = (at: number) =>
  Math.floor((at - new Date(at).getTimezoneOffset() * 60_000 + 3 * 86_400_000) / WEEK)

/** Which copies go: beyond the newest of the days, and the newest of each of the weeks. */
export const spent = (copies: readonly Copy[], { days, weeks }: CopyRules): Copy[] => {
  const daily = copies.filter(({ kind }) => kind === 'day')
  const kept = new Set(daily.slice(0, days))
  const seen = new Set<number>()
  for (const copy of daily) {
    const week = weekOf(copy.at)
    if (seen.has(week)) continue
    seen.add(week)
    if (seen.size <= weeks) kept.add(copy)
  }
  for (const copy of copies.filter(({ kind }) => kind === 'update').slice(0, UPDATES_KEPT))
    kept.add(copy)
  return copies.filter((copy) => !kept.has(copy))
}

/** The copy of the day, where it is not there yet; what is no longer kept goes after it is whole. */
export const copyOfTheDay = (
  connection: Database.Database,
  database: string,
  rules: CopyRules,
  now: number,
): string | undefined => {
  const path = join(rules.folder, `${stem(database)} ${dayName(new Date(now))}.sqlite`)
  if (rules.days === 0 || existsSync(path)) return undefined
  copyTo(connection, path)
  for (const copy of spent(copiesOf(database, rules), rules)) rmSync(copy.path, { force: true })
  return path
}

/** What stood before this version changes it. */
export const copyBeforeUpdate = (
  connection: Database.Database,
  database: string,
  rules: CopyRules,
  now: number,
): void => {
  copyTo(connection, join(rules.folder, `${stem(database)} ${momentName(now)} ${UPDATE}.sqlite`))
  for (const copy of spent(copiesOf(database, rules), rules)) rmSync(copy.path, { force: true })
}

/** Leaves a file to its owner alone, where it is ours to say. */
export const keepToOwner = (path: string): void => {
  try {
    if (statSync(path).mode & 0o077) chmodSync(path, OWNER_ONLY)
  } catch {
    // Somebody else's file: who may read it is theirs to say.
  }
}
