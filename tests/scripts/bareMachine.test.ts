import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** What a module imports before its first line runs. */
const importsOf = (path: string) =>
  [
    ...readFileSync(path, 'utf8').matchAll(
      /^(?:import|export)\s(?:[^'"]*?\sfrom\s)?['"](.+?)['"]/gm,
    ),
  ].map((found) => found[1] ?? '')

const importedBy = (path: string, seen = new Set<string>()): string[] => {
  if (seen.has(path)) return []
  seen.add(path)
  return importsOf(path).flatMap((name) =>
    name.startsWith('.') ? importedBy(join(path, '..', name), seen) : [`${path}: ${name}`],
  )
}

/** The commands that a fresh clone is started with. */
const FIRST = ['test', 'test:whole', 'quick', 'demo', 'start']

describe('On a bare machine', () => {
  const { scripts } = JSON.parse(readFileSync('package.json', 'utf8'))
  it.each(FIRST)('npm run %s imports no package before it has installed them', (command) => {
    const path = /^node (\S+)/.exec(scripts[command])?.[1] ?? ''
    const imported = importedBy(path)
    expect(imported.length).toBeGreaterThan(0)
    expect(imported.filter((line) => !/: node:/.test(line))).toEqual([])
  })
})
