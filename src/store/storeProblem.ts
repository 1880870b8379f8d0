/** Why a database can't be opened, read or written. */
export type StoreTrouble =
  | 'folder'
  | 'no rights'
  | 'read only'
  | 'full'
  | 'not a database'
  | 'damaged'
  | 'foreign'
  | 'newer'
  | 'busy'
  | 'missing'
  | 'unknown'

/** A failure of the database as a value that can be said in a sentence. */
export class StoreProblem extends Error {
  constructor(
    readonly trouble: StoreTrouble,
    readonly path: string,
    cause?: unknown,
  ) {
    super(`${trouble}: ${path}`, { cause })
    this.name = 'StoreProblem'
  }
}

const BY_CODE: readonly (readonly [RegExp, StoreTrouble])[] = [
  [/^SQLITE_FULL|^SQLITE_IOERR_(WRITE|FSYNC|TRUNCATE|SHM)|^ENOSPC|^EDQUOT|^EFBIG/, 'full'],
  [/^SQLITE_NOTADB/, 'not a database'],
  [/^SQLITE_CORRUPT/, 'damaged'],
  [/^SQLITE_(BUSY|LOCKED)/, 'busy'],
  [/^SQLITE_READONLY|^EROFS/, 'read only'],
  [/^EACCES|^EPERM|^SQLITE_(PERM|AUTH|CANTOPEN)/, 'no rights'],
  [/^EISDIR/, 'folder'],
  [/^ENOENT|^ENOTDIR|^EEXIST/, 'missing'],
  [/^SQLITE_IOERR/, 'damaged'],
]

/** The trouble behind an error of SQLite or of the file system; undefined where it is neither. */
export const troubleOf = (error: unknown): StoreTrouble | undefined => {
  if (error instanceof StoreProblem) return error.trouble
  for (let one = error as { code?: unknown; cause?: unknown } | null | undefined; one; ) {
    const code = typeof one.code === 'string' ? one.code : ''
    const found = BY_CODE.find(([pattern]) => pattern.test(code))
    if (found) return found[1]
    one = one.cause as typeof one
  }
  return undefined
}
