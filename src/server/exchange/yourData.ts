import { execFile } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createWriteStream, existsSync, readdirSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ReadableStream } from 'node:stream/web'
import { HOUR, type Instant } from '@/core'
import { checkedCopy, contentsOf, copiesOf, copyRules, copyTo, OWNER_ONLY } from '@/store/copies'
import { connectionOf, databasePath, type Store, theStore, withoutTheStore } from '@/store/database'
import { restoreCopy } from '@/store/restore'
import { StoreProblem, troubleOf } from '@/store/storeProblem'
import { importRefusal, RESTORE } from '@/words/dataWords'
import { notSaved } from '@/words/failures'

/** What is known of a copy before it is put in place. */
export interface CopyFacts {
  entries: number
  lastAt: Instant | null
}

/** The copies that were made by themselves, and by which rule; undefined where none are made. */
export const copiesNow = () => {
  const path = databasePath()
  const rules = copyRules(path)
  return rules && { ...rules, copies: copiesOf(path, rules) }
}

/** A whole copy for somebody to take away; whoever asked for it removes it. */
export const copyToTakeAway = (store: Store): string => {
  const path = uploadPath(newToken())
  copyTo(connectionOf(store), path)
  return path
}

const newToken = () => randomBytes(16).toString('hex')
const PREFIX = 'pavrel-upload-'
const uploadPath = (token: string) => join(tmpdir(), `${PREFIX}${token}`)

/** What was sent and never used goes after an hour. */
const tidyUploads = (now: Instant): void => {
  for (const name of readdirSync(tmpdir()))
    if (name.startsWith(PREFIX)) {
      const path = join(tmpdir(), name)
      if (now - statSync(path).mtimeMs > HOUR) rmSync(path, { force: true })
    }
}

/** Keeps what is sent in a file of its own, as it comes, never more than `most` bytes of it; the file's token. */
export const keepUpload = async (
  body: globalThis.ReadableStream<Uint8Array> | null,
  most: number,
  now: Instant,
): Promise<string | undefined> => {
  if (!body) return undefined
  tidyUploads(now)
  const token = newToken()
  let bytes = 0
  try {
    await pipeline(
      Readable.fromWeb(body as ReadableStream<Uint8Array>),
      async function* (source) {
        for await (const chunk of source) {
          bytes += (chunk as Uint8Array).length
          if (bytes > most) throw new Error('larger than it may be')
          yield chunk
        }
      },
      createWriteStream(uploadPath(token), { mode: OWNER_ONLY, flags: 'wx' }),
    )
    return token
  } catch (error) {
    rmSync(uploadPath(token), { force: true })
    if (bytes > most) return undefined
    throw error
  }
}

/** A copy by its name, or something that was sent by its token. */
export interface Source {
  copy?: string
  upload?: string
}
const named = ({ copy }: Source): string => (typeof copy === 'string' ? copy : RESTORE.file)

/** The file behind a token or the name of a copy, where there is one; nothing else of the disk can be named. */
const sourceOf = ({ copy, upload }: Source): string | undefined => {
  if (typeof upload === 'string' && /^[0-9a-f]{32}$/.test(upload)) {
    const path = uploadPath(upload)
    return existsSync(path) ? path : undefined
  }
  return copiesNow()?.copies.find(({ name }) => name === copy)?.path
}

const restoreFailed = (path: string, error: unknown): { message: string } => {
  if (!(error instanceof StoreProblem)) throw error
  return {
    message:
      error.path === databasePath() && error.trouble === 'busy'
        ? RESTORE.inUse(databasePath())
        : RESTORE.noCopy(path, RESTORE.why[error.trouble]),
  }
}

/** What a copy holds, or why it can't be restored. */
export const lookAtCopy = (source: Source): CopyFacts | { message: string } => {
  const path = sourceOf(source)
  const name = named(source)
  if (!path) return { message: RESTORE.noCopy(name, RESTORE.why.missing) }
  try {
    checkedCopy(path)
    return contentsOf(path)
  } catch (error) {
    return restoreFailed(name, error)
  }
}

/** Puts a copy in place while the server runs: it lets go of the database, and opens what is there then. */
export const restoreNow = (
  source: Source,
  now: Instant,
): { entries: number; kept: string | undefined } | { message: string } => {
  const path = sourceOf(source)
  const name = named(source)
  if (!path) return { message: RESTORE.noCopy(name, RESTORE.why.missing) }
  try {
    checkedCopy(path)
    const done = withoutTheStore(() => restoreCopy(path, databasePath(), now))
    theStore()
    if (source.upload) rmSync(path, { force: true })
    return done
  } catch (error) {
    return restoreFailed(name, error)
  }
}

const LONGEST_IMPORT_MS = 120_000

/** Runs the import command on what was uploaded, beside the server, so that a large or hostile file never holds it. */
const importCommand = (
  upload: string,
  option: '--look' | '--into',
): Promise<{ said: string } | { message: string }> => {
  const path = sourceOf({ upload })
  if (!path) return Promise.resolve({ message: RESTORE.noCopy(RESTORE.file, RESTORE.why.missing) })
  const command = join('src', 'commands', 'import.ts')
  return new Promise((resolve) => {
    execFile(
      process.execPath,
      ['--import', 'tsx', command, path, option],
      {
        timeout: LONGEST_IMPORT_MS,
        killSignal: 'SIGKILL',
        env: { ...process.env, PAVREL_DB: databasePath() },
      },
      (error, stdout, stderr) => {
        if (!error) resolve({ said: stdout.trim() })
        else if (error.killed) resolve({ message: importRefusal.slow })
        else {
          const sentence = stderr.trim().split('\n').at(-1)?.replace(`${path}: `, '')
          resolve({ message: sentence || notSaved(troubleOf(error)) })
        }
      },
    )
  })
}

/** What an export holds, or what is wrong with it. */
export const lookAtExport = async (
  upload: string,
): Promise<{ tubs: { name: string; entries: number }[] } | { message: string }> => {
  const answer = await importCommand(upload, '--look')
  return 'said' in answer ? JSON.parse(answer.said) : answer
}

/** Imports an export: into an empty database as it was, else as new tubs. */
export const importNow = async (upload: string): Promise<{ done: true } | { message: string }> => {
  const answer = await importCommand(upload, '--into')
  if (!('said' in answer)) return answer
  rmSync(uploadPath(upload), { force: true })
  return { done: true }
}
