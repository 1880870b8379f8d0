// What `npm test` draws a share of, as the tests themselves say it by their calls of share().
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'

const filesBelow = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesBelow(path) : [path]
  })

const CALL = /\bshare\(\s*'([^']+)',\s*([\d_]+),\s*([\w.]+),?\s*\)/g

/** @returns {{ file: string, what: string, some: number, all: string }[]} */
export const shares = () =>
  [...filesBelow('tests'), ...filesBelow('e2e')]
    .filter((path) => /\.tsx?$/.test(path))
    .flatMap((path) =>
      [...readFileSync(path, 'utf8').matchAll(CALL)].map(([, what, some, all]) => ({
        file: path,
        what,
        some: Number(some.replaceAll('_', '')),
        all: all.replaceAll('_', ''),
      })),
    )
