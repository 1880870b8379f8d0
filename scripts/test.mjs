// npm test: everything that must hold, from a fresh clone on a bare machine. Two things at a time, for two cores.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { audited } from './audit.mjs'
import { chromium } from './chromium.mjs'
import { freePort } from './freePort.mjs'
import { answering, realServer } from './realServer.mjs'
import { bin, fail, run, say, setUp } from './setUp.mjs'

const node = process.execPath
const BROWSERS = 2

/** Runs a command without waiting in between; its output comes as one piece, so that two do not mix. */
const beside = (name, args, { env = {}, live = false } = {}) =>
  new Promise((resolve) => {
    const started = Date.now()
    const child = spawn(node, args, {
      stdio: live ? 'inherit' : 'pipe',
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    })
    const said = []
    child.stdout?.on('data', (chunk) => said.push(chunk))
    child.stderr?.on('data', (chunk) => said.push(chunk))
    child.on('close', (status) => {
      const seconds = Math.round((Date.now() - started) / 1000)
      say(`${name}: ${status === 0 ? 'holds' : 'fails'}, ${seconds} s`)
      if (!live && status !== 0) process.stdout.write(Buffer.concat(said))
      resolve(status)
    })
  })

const mustHold = (status, otherwise) => {
  if (status !== 0) fail(otherwise)
}

const build = () => beside('Build', ['scripts/build.mjs'])

setUp({ built: false })
const browser = chromium()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results')

run(node, [bin('next/dist/bin/next'), 'typegen'], {
  otherwise: 'The route types could not be written.',
})

const unit = join('test-results', 'unit.json')
const unitTests = async () => {
  say('Unit tests and checks')
  return beside(
    'Unit tests and checks',
    [bin('jest/bin/jest.js'), '--json', `--outputFile=${unit}`],
    { live: true },
  )
}

/** What is quick comes first and alone says enough to stop by. */
const quick = async () => {
  mustHold(
    await beside('Format and lint', [
      bin('@biomejs/biome/bin/biome'),
      'check',
      '--error-on-warnings',
      '.',
    ]),
    'Format or lint: `npm run format` fixes most of it.',
  )
  const [types, arrows] = await Promise.all([
    beside('Types', [bin('typescript/bin/tsc'), '--noEmit']),
    beside('Arrows between rooms', [
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      'src',
      '--config',
      '.dependency-cruiser.cjs',
    ]),
  ])
  mustHold(types, 'The types do not hold.')
  mustHold(arrows, 'An arrow points the wrong way, or there is a cycle.')
  const [prose, unused] = await Promise.all([
    beside('Prose only in src/words', ['scripts/prose.mjs']),
    beside('Unused exports', [bin('knip/bin/knip.js'), '--include', 'exports,types,files']),
  ])
  mustHold(prose, 'Core or server hold a sentence: it belongs into src/words.')
  mustHold(unused, 'An export or a file that nothing uses.')
  if (audited() === false)
    fail('A package that is shipped has a known hole: `npm audit` says which.')
}

await quick()
/** The build, and as soon as it is there the faults, tried on it beside the tests. */
const buildAndFaults = async () => {
  const status = await build()
  return [status, status === 0 ? await beside('Faults', ['scripts/faults.mjs']) : 1]
}
const [tested, [built, faults]] = await Promise.all([unitTests(), buildAndFaults()])
const counted = existsSync(unit) ? JSON.parse(readFileSync(unit, 'utf8')) : undefined
if (tested !== 0 || !counted) fail('A unit test or a check failed.')
mustHold(built, 'The build failed; the lines above say where.')
mustHold(faults, 'Something was lost: the lines above say what.')

say('The real interface')
const folder = mkdtempSync(join(tmpdir(), 'pavrel-e2e-'))
const servers = []
const serve = async (database, from, standIns = '') => {
  const port = await freePort(from)
  servers.push(realServer({ port, database, env: { PAVREL_STAND_INS: standIns } }))
  return answering(`http://127.0.0.1:${port}`).catch(() => fail('The server did not answer.'))
}
const end = () => {
  for (const server of servers) server.kill('SIGTERM')
  rmSync(folder, { recursive: true, force: true })
}
process.on('exit', end)

/** Each browser has servers and databases of its own, so that none sees what another writes. */
const env = { ...process.env, CHROMIUM: browser, PAVREL_BROWSERS: String(BROWSERS) }
for (let i = 0; i < BROWSERS; i++) {
  const demo = join(folder, `demo${i}.sqlite`)
  run(node, [bin('tsx/dist/cli.mjs'), 'src/demo/write.ts'], { env: { PAVREL_DB: demo } })
  env[`PAVREL_DEMO_${i}`] = await serve(demo, 4380 + 10 * i, '1')
  env[`PAVREL_DEMO_DB_${i}`] = demo
  env[`PAVREL_EMPTY_${i}`] = await serve(join(folder, `empty${i}.sqlite`), 4480 + 10 * i)
}
const e2e = await beside(
  'The real interface',
  [bin('@playwright/test/cli.js'), 'test', ...process.argv.slice(2)],
  { live: true, env },
)
const results = join('test-results', 'e2e.json')
const stats = existsSync(results) ? JSON.parse(readFileSync(results, 'utf8')).stats : undefined
if (e2e !== 0 || !stats) fail('A journey through the interface failed.')

console.log(
  `\n${counted.numPassedTests + stats.expected} passed, ${counted.numFailedTests + stats.unexpected} failed`,
)
process.exit(0)
