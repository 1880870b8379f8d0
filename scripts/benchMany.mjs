// Ten years of a busy house: what each place and each kind of save takes with so many entries at one tub, against the demo's.
import { readFileSync } from 'node:fs'
import { actionIds, newKey, press } from './client.mjs'
import { freePort } from './freePort.mjs'
import { answering, realServer } from './realServer.mjs'
import { bin, fail, run } from './setUp.mjs'

export const ENTRIES = 50_000
const PLACE_MS = 1000
const SAVE_MS = 300
const MEGABYTES = 400
const RUNS = 9

/** The real server on a database; its address, and what memory it takes. */
export const served = async (database, from) => {
  const port = await freePort(from)
  const server = realServer({ port, database, stdio: 'ignore' })
  process.on('exit', () => server.kill('SIGTERM'))
  const address = await answering(`http://127.0.0.1:${port}`)
  const megabytes = () => {
    try {
      const status = readFileSync(`/proc/${server.pid}/status`, 'utf8')
      return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1000
    } catch {
      return undefined
    }
  }
  return { address, megabytes, end: () => server.kill('SIGTERM') }
}

const median = async (work) => {
  const times = []
  for (let i = 0; i < RUNS; i++) {
    const start = performance.now()
    await work()
    times.push(performance.now() - start)
  }
  return times.sort((a, b) => a - b)[RUNS >> 1]
}

const PLACES = [
  'now',
  'test',
  'dose',
  'visit',
  'soak',
  'upkeep',
  'ahead',
  'trouble',
  'refill',
  'programme',
  'record',
  'record/data',
  'shelf',
  'tub',
]
const SAVES = {
  note: { kind: 'note', text: 'lamp' },
  soak: { kind: 'soak', people: '2', minutes: '20', 'confirm.overlap': 'yes' },
  dose: { kind: 'dose', product: 'sodium bicarbonate', amount: '5', 'confirm.amount': 'yes' },
}

const measured = async ({ address, megabytes }) => {
  const ids = actionIds()
  const places = {}
  for (const place of PLACES)
    places[place] = await median(async () => (await fetch(`${address}/tubs/1/${place}`)).text())
  const saves = {}
  for (const [kind, fields] of Object.entries(SAVES))
    saves[kind] = await median(async () => {
      const { outcome } = await press(address, ids.saveEntry, {
        tub: '1',
        when: 'now',
        ...fields,
        post: newKey(),
      })
      if (!outcome?.ok) fail(`A save was refused: ${JSON.stringify(outcome)}`)
    })
  return { places, saves, megabytes: megabytes() }
}

/** @returns ratios of the long journal to the demo's, by place and by kind of save; and whether all of it stays within what is asked */
export const benchMany = async (folder, demo) => {
  const database = `${folder}/many.sqlite`
  run(process.execPath, [bin('tsx/dist/cli.mjs'), 'scripts/manyEntries.ts', String(ENTRIES)], {
    env: { PAVREL_DB: database, PAVREL_COPIES: 'off' },
  })
  const many = await served(database, 4600)
  const long = await measured(many)
  many.end()
  const short = await measured(demo)
  console.log(
    `\n${ENTRIES.toLocaleString('en')} entries at one tub, against the demo’s two hundred (asked: a place under ${PLACE_MS} ms, a save under ${SAVE_MS} ms, memory under ${MEGABYTES} MB)`,
  )
  const row = (name, here, there) =>
    console.log(
      `${name.padEnd(16)} ${here.toFixed(0).padStart(6)} ms  ${(here / there).toFixed(2).padStart(6)} ×`,
    )
  for (const place of PLACES) row(place, long.places[place], short.places[place])
  for (const kind of Object.keys(SAVES)) row(`save a ${kind}`, long.saves[kind], short.saves[kind])
  if (long.megabytes)
    console.log(
      `memory           ${long.megabytes.toFixed(0).padStart(6)} MB  ${(long.megabytes / short.megabytes).toFixed(2).padStart(6)} ×`,
    )
  const ratios = (one, other) =>
    Object.fromEntries(Object.keys(one).map((name) => [name, one[name] / other[name]]))
  return {
    places: ratios(long.places, short.places),
    saves: ratios(long.saves, short.saves),
    memory: long.megabytes && long.megabytes / short.megabytes,
    within:
      Object.values(long.places).every((ms) => ms < PLACE_MS) &&
      Object.values(long.saves).every((ms) => ms < SAVE_MS) &&
      (long.megabytes ?? 0) < MEGABYTES,
  }
}
