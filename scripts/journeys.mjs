// Journeys through the real interface. A company of files has a browser, servers and databases of its own, so that none sees what another
// writes; the clocks of servers and browsers stand at the same moment.
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from './chromium.mjs'
import { freePort } from './freePort.mjs'
import { runBeside } from './lanes.mjs'
import { instantOf, ZONE } from './moments.mjs'
import { answering, realServer } from './realServer.mjs'
import { bin, fail, run } from './setUp.mjs'
import { secondsOf } from './times.mjs'

export const JOURNEYS = readdirSync('e2e').filter((name) => name.endsWith('.spec.ts'))

/**
 * Files that share a browser and servers, in this order: a start costs as much as a short journey. Each makes tubs of its own in the
 * empty house, or looks at what the others leave alone in the demo. A file that is not here is on its own.
 */
const COMPANIES = [
  ['accessibility', 'demo', 'dosing'],
  ['all-from-nothing', 'closing', 'evenings', 'methods'],
  ['more', 'nothing-lost', 'programme', 'sheet'],
  ['figures', 'heat', 'photo'],
  ['record', 'refill', 'testing'],
  ['trouble', 'upkeep', 'visit', 'week-ahead'],
].map((names) => names.map((name) => `${name}.spec.ts`))

/** @param {readonly string[]} files of e2e/ */
const companiesOf = (files) => [
  ...COMPANIES.map((company) => company.filter((file) => files.includes(file))).filter(
    (company) => company.length > 0,
  ),
  ...files.filter((file) => !COMPANIES.flat().includes(file)).map((file) => [file]),
]

/** What a process needs whose clock is to stand at this moment and go on from there. */
export const clockAt = (wall) => ({
  NODE_OPTIONS: `--require "${join(process.cwd(), 'scripts', 'clock.cjs')}"`,
  PAVREL_CLOCK_SHIFT_MS: String(instantOf(wall) - Date.now()),
  TZ: ZONE,
})

/** The servers that a company asks for, each on a database that nobody else has seen. */
const serversFor = async (files, lane, demo, clock) => {
  const text = files.map((file) => readFileSync(join('e2e', file), 'utf8')).join('\n')
  const folder = mkdtempSync(join(tmpdir(), 'pavrel-e2e-'))
  const servers = []
  const serve = async (name, standIns = '') => {
    const port = await freePort(4380 + 100 * lane)
    const database = join(folder, name)
    servers.push(realServer({ port, database, env: { ...clock, PAVREL_STAND_INS: standIns } }))
    return answering(`http://127.0.0.1:${port}`).catch(() => fail('The server did not answer.'))
  }
  const end = () => {
    for (const server of servers) server.kill('SIGKILL')
    rmSync(folder, { recursive: true, force: true })
  }
  process.once('exit', end)
  const env = { ...clock }
  if (/\bDEMO\b/.test(text)) {
    copyFileSync(demo(), join(folder, 'demo.sqlite'))
    env.PAVREL_DEMO_DB = join(folder, 'demo.sqlite')
    env.PAVREL_DEMO = await serve('demo.sqlite', '1')
  }
  if (/\bEMPTY\b/.test(text)) env.PAVREL_EMPTY = await serve('empty.sqlite')
  return {
    env,
    end: () => {
      process.off('exit', end)
      end()
    },
  }
}

/** The demo, written once at a moment. */
const demoAt = (clock) => {
  let path
  return () => {
    if (path) return path
    const folder = mkdtempSync(join(tmpdir(), 'pavrel-demo-'))
    process.once('exit', () => rmSync(folder, { recursive: true, force: true }))
    path = join(folder, 'demo.sqlite')
    run(process.execPath, [bin('tsx/dist/cli.mjs'), 'src/demo/write.ts'], {
      env: { ...clock, PAVREL_DB: path },
    })
    return path
  }
}

/** What Playwright wrote down: how many journeys, and the seconds of each file. */
const resultsOf = (path) => {
  const { stats, suites = [] } = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : {}
  const { expected = 0, unexpected = 1, flaky = 0, skipped = 0 } = stats ?? {}
  const seconds = ({ specs = [], suites: inner = [] }) =>
    specs
      .flatMap(({ tests }) => tests.flatMap(({ results }) => results))
      .reduce((sum, { duration }) => sum + duration / 1000, 0) +
    inner.reduce((sum, suite) => sum + seconds(suite), 0)
  return {
    passed: expected,
    failed: unexpected + flaky,
    skipped,
    times: Object.fromEntries(suites.map((suite) => [`e2e/${suite.file}`, seconds(suite)])),
  }
}

/**
 * A piece of work a company of files.
 * @param {string} wall the moment, see moments.mjs
 * @param {readonly string[]} files of e2e/
 */
export const journeysAt = (wall, files, { needs, label = '' } = {}) => {
  const clock = clockAt(wall)
  const demo = demoAt(clock)
  const counts = { passed: 0, failed: 0, skipped: 0 }
  const times = {}
  const browser = chromium()
  const pieces = companiesOf(files).map((company) => {
    const name = `${company.map((file) => file.replace('.spec.ts', '')).join(', ')}${label}`
    const results = join('test-results', `${name}.json`)
    return {
      name,
      seconds: company.reduce((sum, file) => sum + secondsOf(`e2e/${file}`), 0),
      needs,
      otherwise: 'A journey through the interface failed.',
      work: async (lane) => {
        const servers = await serversFor(company, lane, demo, clock)
        const env = {
          ...servers.env,
          CHROMIUM: browser,
          PAVREL_RESULTS: results,
          PAVREL_TRACES: join('test-results', name),
        }
        const args = [bin('@playwright/test/cli.js'), 'test', ...company]
        const done = await runBeside(name, process.execPath, args, { env })
        servers.end()
        const { passed, failed, skipped, times: measured } = resultsOf(results)
        counts.passed += passed
        counts.failed += failed
        counts.skipped += skipped
        Object.assign(times, measured)
        return { ...done, holds: done.holds && passed > 0 }
      },
    }
  })
  return { pieces, counts, times }
}
