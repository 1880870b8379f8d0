// How long each file of tests took, in seconds, when they were last measured alone: the longest goes first.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const FILE = join('tests', 'times.json')
const known = existsSync(FILE) ? JSON.parse(readFileSync(FILE, 'utf8')) : {}

/** @param {string} path from the root of the project */
export const secondsOf = (path) => known[path] ?? 3

/** @param {Record<string, number>} measured */
export const saveTimes = (measured) => {
  const all = { ...known, ...measured }
  const sorted = Object.entries(all)
    .filter(([path]) => existsSync(path))
    .map(([path, seconds]) => [path, Math.max(1, Math.round(seconds))])
    .sort(([a], [b]) => (a < b ? -1 : 1))
  writeFileSync(FILE, `${JSON.stringify(Object.fromEntries(sorted), null, 2)}\n`)
}
