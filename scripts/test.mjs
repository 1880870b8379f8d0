// npm test: everything that must hold, from a fresh clone on a bare machine.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from './chromium.mjs'
import { freePort } from './freePort.mjs'
import { bin, fail, rebuilt, run, say, setUp } from './setUp.mjs'

const node = process.execPath
const step = (name, path, args, otherwise) => {
  say(name)
  run(node, [bin(path), ...args], { otherwise })
}

setUp({ built: false })
const browser = chromium()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results')

step(
  'Format and lint',
  '@biomejs/biome/bin/biome',
  ['check', '--error-on-warnings', '.'],
  'Format or lint: `npm run format` mends most of it.',
)
step('Route types', 'next/dist/bin/next', ['typegen'], 'The route types could not be written.')
step('Types', 'typescript/bin/tsc', ['--noEmit'], 'The types do not hold.')
step(
  'Arrows between rooms',
  'dependency-cruiser/bin/dependency-cruise.mjs',
  ['src', '--config', '.dependency-cruiser.cjs'],
  'An arrow points the wrong way, or there is a cycle.',
)

say('Unit tests and checks')
const unit = join('test-results', 'unit.json')
const jest = spawnSync(node, [bin('jest/bin/jest.js'), '--json', `--outputFile=${unit}`], {
  stdio: 'inherit',
})
const counted = existsSync(unit) ? JSON.parse(readFileSync(unit, 'utf8')) : undefined
if (jest.status !== 0 || !counted) fail('A unit test or a check failed.')

rebuilt()

say('The real interface')
const folder = mkdtempSync(join(tmpdir(), 'pavrel-e2e-'))
const demo = join(folder, 'demo.sqlite')
run(node, [bin('tsx/dist/cli.mjs'), 'src/demo/write.ts'], { env: { PAVREL_DB: demo } })
const servers = []
const serve = async (database, from, standIns = '') => {
  const port = await freePort(from)
  const child = spawn(
    node,
    [bin('next/dist/bin/next'), 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NEXT_TELEMETRY_DISABLED: '1',
        PAVREL_DB: database,
        PAVREL_STAND_INS: standIns,
      },
    },
  )
  servers.push(child)
  const address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 100; i++) {
    try {
      await fetch(address, { redirect: 'manual' })
      return address
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }
  return fail('The server did not answer within 20 seconds.')
}
const end = () => {
  for (const server of servers) server.kill('SIGTERM')
  rmSync(folder, { recursive: true, force: true })
}
process.on('exit', end)
const env = {
  ...process.env,
  CHROMIUM: browser,
  PAVREL_DEMO: await serve(demo, 4380, '1'),
  PAVREL_DEMO_DB: demo,
  PAVREL_EMPTY: await serve(join(folder, 'empty.sqlite'), 4480),
}
const e2e = spawnSync(node, [bin('@playwright/test/cli.js'), 'test', ...process.argv.slice(2)], {
  stdio: 'inherit',
  env,
})
const results = join('test-results', 'e2e.json')
const stats = existsSync(results) ? JSON.parse(readFileSync(results, 'utf8')).stats : undefined
if (e2e.status !== 0 || !stats) fail('A journey through the interface failed.')

console.log(
  `\n${counted.numPassedTests + stats.expected} passed, ${counted.numFailedTests + stats.unexpected} failed`,
)
process.exit(0)
