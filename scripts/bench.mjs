// npm run bench: what the places cost, as ratios within one run. Script: transferred (compressed) bytes of the first load in a
// fresh browser, against the page that has nothing on it. Server time: the median of sequential requests on loopback.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { benchMany, served } from './benchMany.mjs'
import { benchLanes, benchMap, benchPhoto } from './benchPage.mjs'
import { chromium as findChromium } from './chromium.mjs'
import { bin, option, run, setUp } from './setUp.mjs'

const LIMIT = 1.25
/** The balance map carries the chemistry into the page. */
const DOSE_LIMIT = 1.4
const REQUESTS = 40

setUp()
const executablePath = findChromium()
const { chromium } = await import('@playwright/test')
const folder = mkdtempSync(join(tmpdir(), 'pavrel-bench-'))
const database = join(folder, 'demo.sqlite')
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'src/demo/write.ts'], {
  env: { PAVREL_DB: database },
})
const demo = await served(database, 4580)
const { address } = demo
process.on('exit', () => rmSync(folder, { recursive: true, force: true }))

const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
})
const scriptBytes = async (path) => {
  const context = await browser.newContext()
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Set()
  let bytes = 0
  session.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId)
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength
  })
  await page.goto(address + path)
  await page.waitForLoadState('networkidle')
  await context.close()
  return bytes
}
const serverMilliseconds = async (path) => {
  const times = []
  for (let i = 0; i < REQUESTS; i++) {
    const start = performance.now()
    await (await fetch(address + path)).text()
    times.push(performance.now() - start)
  }
  return times.sort((a, b) => a - b)[REQUESTS / 2]
}

const empty = '/nothing-here'
const floorBytes = await scriptBytes(empty)
const floorTime = await serverMilliseconds(empty)
const row = (name, bytes, ms) =>
  console.log(
    `${name.padEnd(12)} ${(bytes / 1000).toFixed(1).padStart(7)} kB  ${(bytes / floorBytes).toFixed(2)} ×   ${ms.toFixed(1).padStart(6)} ms  ${(ms / floorTime).toFixed(2)} ×`,
  )
console.log('\nplace         script, of the empty page   server, of the empty page')
row('empty page', floorBytes, floorTime)
let over = 0
const places = {}
for (const place of [
  'now',
  'test',
  'dose',
  'visit',
  'trouble',
  'record',
  'record/trends',
  'record/costs',
]) {
  const path = `/tubs/1/${place}`
  const bytes = await scriptBytes(path)
  const ms = await serverMilliseconds(path)
  row(place, bytes, ms)
  places[place] = { scriptRatio: bytes / floorBytes, serverRatio: ms / floorTime }
  // Charts load where they are used, and cost what a chart library does.
  const charts = place.startsWith('record/')
  if (!charts && bytes > (place === 'dose' ? DOSE_LIMIT : LIMIT) * floorBytes) over++
}
await benchPhoto(browser, address)
await benchMap(browser, address)
await benchLanes(browser, address)
await browser.close()
const many = await benchMany(folder, demo)
demo.end()
for (const [place, figures] of Object.entries(places)) figures.tenYearsRatio = many.places[place]
const { stdout } = spawnSync(
  process.execPath,
  ['--expose-gc', bin('tsx/dist/cli.mjs'), 'scripts/benchCore.ts'],
  { encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
)
console.log(stdout)
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/benchEstimate.ts'], {
  env: { NODE_ENV: 'production' },
})
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/benchUpkeep.ts'], {
  env: { NODE_ENV: 'production' },
})
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/benchVisit.ts'])
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/benchTrouble.ts'], {
  env: { NODE_ENV: 'production' },
})
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/benchRecord.ts'], {
  env: { NODE_ENV: 'production' },
})
const file = option('json')
if (file) {
  /** Calls a second, and how many times slower than the fastest of them. */
  const rates = [...stdout.matchAll(/^(\S.{40,44}?) +([\d,]+) \/s/gm)].map(([, name, rate]) => [
    name.trim(),
    Number(rate.replace(/,/g, '')),
  ])
  const fastest = Math.max(...rates.map(([, rate]) => rate))
  const core = Object.fromEntries(
    rates.map(([name, rate]) => [name, { perSecond: rate, timesSlower: fastest / rate }]),
  )
  const { saves, memory } = many
  writeFileSync(file, `${JSON.stringify({ places, saves, memory, core }, null, 2)}\n`)
}
console.log(
  over === 0
    ? `\nEvery place stays within ${LIMIT} × the empty page, Dose within ${DOSE_LIMIT} ×.`
    : `\n${over} places load more than that: ${LIMIT} × the empty page, Dose ${DOSE_LIMIT} ×.`,
)
console.log(
  many.within
    ? 'Ten years of entries stay within what is asked.'
    : 'Ten years of entries take more than is asked: see above.',
)
process.exit(over === 0 ? 0 : 1)
