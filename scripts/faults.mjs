// npm run faults: what must not be lost, tried on the real server: kills, full and read-only disks, damaged and newer databases, half
// migrations, two openers, repeats, lost answers, two phones, clocks that jump. A hundred kills; --short, as in `npm test`, eight;
// --whole a thousand.
// Prints one row a fault: tried, failed. Ends with 1 where anything failed. --write puts the table into docs/reliability.md.
import { spawn, spawnSync } from 'node:child_process'
import {
  appendFileSync,
  chmodSync,
  chownSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { actionIds, newKey, press } from './client.mjs'
import { freePort } from './freePort.mjs'
import { realServer } from './realServer.mjs'
import { say, setUp } from './setUp.mjs'

const whole = process.argv.includes('--whole')
const short = process.argv.includes('--short')
/** How often a fault is tried, by the form of the run. */
const times = (shortly, usually, wholly) => (whole ? wholly : short ? shortly : usually)
const KILLS = times(8, 100, 1000)
setUp()
const ids = actionIds()
const folder = mkdtempSync(join(tmpdir(), 'pavrel-faults-'))
const rows = []
const servers = new Set()
process.on('exit', () => {
  for (const server of servers) server.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
const at = (name) => join(folder, name)

/** Counts what was tried and what failed of one fault, with the first failure in words. */
const fault = async (name, work) => {
  const row = { name, tried: 0, failed: 0, first: '' }
  rows.push(row)
  const started = Date.now()
  const check = (holds, otherwise) => {
    row.tried++
    if (holds) return
    row.failed++
    row.first ||= otherwise
  }
  try {
    await work(check, row)
  } catch (error) {
    check(false, String(error?.stack ?? error))
  }
  const seconds = Math.round((Date.now() - started) / 1000)
  say(
    `${name}: ${row.tried} tried, ${row.failed} failed, ${seconds} s${row.failed ? ` · ${row.first}` : ''}${row.note ? ` · ${row.note}` : ''}`,
  )
}

let port = 4680
/** Starts the real server; resolves with its address once it listens, or with how it ended. */
const start = async (database, { env = {}, uid, wait = 120_000 } = {}) => {
  port = (await freePort(port)) + 1
  const mine = port - 1
  const server = realServer({ port: mine, database, env, uid, stdio: ['ignore', 'pipe', 'pipe'] })
  servers.add(server)
  let said = ''
  const listening = new Promise((resolve) => {
    server.stdout.on('data', (chunk) => {
      said += chunk
      if (/Ready: /.test(said)) resolve('ready')
    })
    server.stderr.on('data', (chunk) => {
      said += chunk
    })
  })
  const ended = new Promise((resolve) =>
    server.on('close', (code, signal) => {
      servers.delete(server)
      resolve(signal ?? code)
    }),
  )
  const first = await Promise.race([
    listening,
    ended.then((code) => ({ code })),
    sleep(wait).then(() => 'late'),
  ])
  return {
    server,
    ended,
    said: () => said,
    address: first === 'ready' ? `http://127.0.0.1:${mine}` : undefined,
    code: typeof first === 'object' ? first.code : undefined,
  }
}
const stop = async ({ server, ended }) => {
  server.kill('SIGKILL')
  await ended
}

const TUB = {
  name: 'Fault Tub',
  place: '',
  kind: 'hard shell',
  volumeWay: 'figure',
  volumeUnit: 'litre',
  lengthUnit: 'centimetre',
  temperatureUnit: 'celsius',
  massUnit: 'gram',
  volume: '1000',
  source: 'town',
  programme: 'granular chlorine',
  preset: 'full',
  setTemperature: '38',
  zone: 'UTC',
}
const note = (text, key = newKey()) => ({ tub: '1', kind: 'note', when: 'now', text, post: key })
/** A database with one tub, made by the server itself. */
const houseWith = async (name) => {
  const one = await start(at(name))
  if (!one.address) throw new Error(`no server: ${one.said()}`)
  const { outcome } = await press(
    one.address,
    ids.setUpTub,
    { ...TUB, post: newKey() },
    { page: '/welcome' },
  )
  if (!outcome?.ok) throw new Error(`no tub: ${JSON.stringify(outcome)}`)
  return one
}
const reading = (name, work) => {
  const db = new Database(at(name), { readonly: true })
  try {
    return work(db)
  } finally {
    db.close()
  }
}
const notes = (name) =>
  reading(name, (db) =>
    db.prepare("SELECT body ->> '$.text' FROM entries WHERE kind = 'note'").pluck().all(),
  )
const sound = (name) =>
  reading(name, (db) => db.pragma('integrity_check', { simple: true }) === 'ok')
/** A sentence and no stack. */
const SENTENCE = /^(?!.*\n\s+at ).*[.]\s*$/s

await fault('kill -9 while entries are saved', async (check) => {
  let next = await houseWith('kill.sqlite')
  const acknowledged = new Set()
  let sent = 0
  for (let kill = 0; kill < KILLS; kill++) {
    const now = next
    // The next server comes up while this one is killed: on one database, as after a crash and a restart.
    const following = start(at('kill.sqlite'))
    const writer = async () => {
      for (;;) {
        const text = `n${sent++}`
        try {
          const { outcome } = await press(now.address, ids.saveEntry, note(text))
          if (outcome?.ok) acknowledged.add(text)
          else if (outcome) check(false, JSON.stringify(outcome))
        } catch {
          return
        }
      }
    }
    const writers = [writer(), writer()]
    next = await following
    if (!next.address) throw new Error(`no server after kill ${kill}: ${next.said()}`)
    await sleep(40 * Math.random())
    await stop(now)
    await Promise.all(writers)
    const kept = notes('kill.sqlite')
    const there = new Set(kept)
    check(
      [...acknowledged].every((text) => there.has(text)) && kept.length === there.size,
      `after kill ${kill}: an acknowledged entry is missing or doubled`,
    )
  }
  check(sound('kill.sqlite'), 'the database is damaged')
  check(acknowledged.size > KILLS, `only ${acknowledged.size} entries were acknowledged`)
  await stop(next)
})

const shared = await houseWith('house.sqlite')

await fault('a form sent twice, three times, and at once', async (check) => {
  const forms = {
    note: { kind: 'note', text: 'twice' },
    dose: { kind: 'dose', product: 'sodium bicarbonate', amount: '20' },
    test: { kind: 'test', method: 'strip', pH: '7.4' },
    water: { kind: 'water', percent: '20' },
    aeration: { kind: 'aeration', minutes: '10' },
    soak: { kind: 'soak', people: '2', minutes: '20' },
  }
  for (const [kind, form] of Object.entries(forms)) {
    const fields = { tub: '1', when: 'now', ...form, post: newKey() }
    const answers = await Promise.all(
      [0, 1, 2].map(() => press(shared.address, ids.saveEntry, fields)),
    )
    answers.push(await press(shared.address, ids.saveEntry, fields))
    check(
      answers.every(({ outcome }) => outcome?.ok && outcome.next === answers[0].outcome.next),
      `${kind}: ${JSON.stringify(answers.map(({ outcome }) => outcome))}`,
    )
    const count = reading('house.sqlite', (db) =>
      db.prepare('SELECT count(*) FROM entries WHERE kind = ?').pluck().get(kind),
    )
    check(count === 1, `${kind}: written ${count} times`)
  }
})

await fault('posts that are no forms', async (check) => {
  const post = async (name, id, headers, body) => {
    const response = await fetch(`${shared.address}/tubs/1/record`, {
      method: 'POST',
      headers: { 'next-action': id, origin: shared.address, ...headers },
      body,
    })
    const text = await response.text()
    check(
      response.status < 500 && /[.]"?\}?\s*$/.test(text.trim()),
      `${name}: ${response.status} ${text.slice(0, 200)}`,
    )
  }
  const plain = { 'content-type': 'text/plain;charset=UTF-8' }
  await post('an action that is none', '00', plain, 'x')
  await post('damaged JSON', ids.saveEntry, plain, '{bad')
  await post('no form', ids.saveEntry, plain, '[null,5]')
  await post('nothing', ids.saveEntry, plain, '')
  await post(
    'a form cut short',
    ids.saveEntry,
    { 'content-type': 'multipart/form-data; boundary=x' },
    '--x\r\nnonsense',
  )
  for (const id of [
    ids.readSheet,
    ids.saveSheetRows,
    ids.importCalendar,
    ids.restoreData,
    ids.importData,
    ids.lookAtData,
  ])
    for (const body of ['[null]', '[5,5]', '[{"a":1},{"text":5}]'])
      await post(`${id} ${body}`, id, plain, body)
})

await fault('answers lost on the way', async (check) => {
  for (let i = 0; i < times(8, 30, 200); i++) {
    const key = newKey()
    const text = `lost ${i}`
    const stopping = new AbortController()
    const sending = press(shared.address, ids.saveEntry, note(text, key), {
      signal: stopping.signal,
    }).catch(() => undefined)
    await sleep(12 * Math.random())
    stopping.abort()
    await sending
    await sleep(120)
    const { answer } = await (await fetch(`${shared.address}/api/posts/${key}`)).json()
    const written = notes('house.sqlite').filter((one) => one === text).length
    check(
      written === (answer ? 1 : 0),
      `${text}: said ${answer ? 'saved' : 'not saved'}, written ${written} times`,
    )
    await press(shared.address, ids.saveEntry, note(text, key))
    check(
      notes('house.sqlite').filter((one) => one === text).length === 1,
      `${text}: sent again, not there once`,
    )
  }
})

await fault('two phones change one tub at once', async (check) => {
  const drawn = { ...TUB }
  for (let i = 0; i < times(3, 12, 60); i++) {
    const own = { ...drawn, tub: '1', drawn: JSON.stringify(drawn) }
    const name = `Tub ${i}`
    const place = `yard ${i}`
    const [a, b] = await Promise.all([
      press(shared.address, ids.changeTub, { ...own, name, post: newKey() }),
      press(shared.address, ids.changeTub, { ...own, place, post: newKey() }),
    ])
    const row = reading('house.sqlite', (db) =>
      db.prepare('SELECT name, place FROM tubs WHERE id = 1').get(),
    )
    check(
      a.outcome?.ok && b.outcome?.ok && row.name === name && row.place === place,
      JSON.stringify({ a: a.outcome, b: b.outcome, row }),
    )
    Object.assign(drawn, { name, place })
  }
})

await fault('two undos of one change', async (check) => {
  for (let i = 0; i < times(3, 12, 60); i++) {
    await press(shared.address, ids.saveEntry, note(`undo ${i}`))
    const change = reading('house.sqlite', (db) =>
      db.prepare('SELECT max(changed) FROM entries WHERE tub_id = 1').pluck().get(),
    )
    const undo = () =>
      press(shared.address, ids.undoChange, { tub: '1', change: String(change), post: newKey() })
    const both = await Promise.all([undo(), undo()])
    const stands = reading('house.sqlite', (db) =>
      db
        .prepare("SELECT count(*) FROM entries WHERE body ->> '$.text' = ? AND undone_at IS NULL")
        .pluck()
        .get(`undo ${i}`),
    )
    check(
      both.filter(({ outcome }) => outcome?.ok).length === 1 && stands === 0,
      JSON.stringify(both.map(({ outcome }) => outcome)),
    )
  }
})

await fault('batches, killed in the middle', async (check) => {
  let one = await houseWith('batch.sqlite')
  const sheet = (i) =>
    `date,ph,free chlorine\n${Array.from({ length: 40 }, (_, row) => `2026-0${1 + (i % 9)}-${String(1 + (row % 28)).padStart(2, '0')} ${String(row % 24).padStart(2, '0')}:${String(i % 60).padStart(2, '0')},7.${row % 10},${row % 5}`).join('\n')}`
  for (let i = 0; i < times(3, 12, 60); i++) {
    const before = reading('batch.sqlite', (db) =>
      db.prepare('SELECT count(*) FROM entries').pluck().get(),
    )
    const sending = fetch(`${one.address}/tubs/1/record/import`, {
      method: 'POST',
      headers: { 'next-action': ids.saveSheetRows, origin: one.address },
      body: JSON.stringify([1, { text: sheet(i), timeZone: 'UTC' }]),
    })
      .then((response) => response.text())
      .catch(() => undefined)
    await sleep(60 * Math.random())
    await stop(one)
    await sending
    one = await start(at('batch.sqlite'))
    const added =
      reading('batch.sqlite', (db) => db.prepare('SELECT count(*) FROM entries').pluck().get()) -
      before
    check(added === 0 || added === 40, `${added} of 40 rows were written`)
  }
  check(sound('batch.sqlite'), 'the database is damaged')
  await stop(one)
})

await fault('a copy while entries are saved, and its restore', async (check) => {
  let writing = true
  const acknowledged = []
  const writer = (async () => {
    for (let i = 0; writing; i++) {
      const text = `copied ${i}`
      const { outcome } = await press(shared.address, ids.saveEntry, note(text))
      if (outcome?.ok) acknowledged.push(text)
    }
  })()
  const env = { ...process.env, PAVREL_DB: at('house.sqlite') }
  const npm = (...args) =>
    spawnSync(process.execPath, ['--import', 'tsx', ...args], { env, encoding: 'utf8' })
  for (let i = 0; i < times(2, 4, 20); i++) {
    const before = [...acknowledged]
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', 'src/commands/backup.ts', at(`copy-${i}.sqlite`)],
      { env, stdio: 'ignore' },
    )
    const code = await new Promise((resolve) => child.on('close', resolve))
    const there = new Set(notes(`copy-${i}.sqlite`))
    check(
      code === 0 && sound(`copy-${i}.sqlite`) && before.every((text) => there.has(text)),
      `copy ${i} lacks an entry that was acknowledged before it began`,
    )
  }
  writing = false
  await writer
  const inUse = npm('src/commands/restore.ts', at('copy-0.sqlite'))
  check(
    inUse.status === 1 && /open in a running Pavrel/.test(inUse.stderr),
    `restored under a running server: ${inUse.stdout}${inUse.stderr}`,
  )
  await stop(shared)
  const held = new Set(notes('copy-0.sqlite'))
  const restored = npm('src/commands/restore.ts', at('copy-0.sqlite'))
  const again = await start(at('house.sqlite'))
  check(
    restored.status === 0 && again.address && notes('house.sqlite').length === held.size,
    restored.stderr,
  )
  await stop(again)
})

const asFolder = (path) => {
  rmSync(path)
  mkdirSync(path)
}
const asSongs = (path) => {
  rmSync(path)
  new Database(path).exec('CREATE TABLE songs (id INTEGER)').close()
}

/** Each with what is done to a sound database, and what the server has to say. */
const BAD = [
  ['a folder in its place', asFolder, /is a folder/],
  [
    'no database at all',
    (path) => writeFileSync(path, 'x'.repeat(60_000)),
    /damaged or isn’t a database/,
  ],
  ['truncated', (path) => truncateSync(path, 40_000), /damaged/],
  [
    'one page overwritten',
    (path) => {
      const bytes = readFileSync(path)
      bytes.fill(0xee, 8192, 12_288)
      writeFileSync(path, bytes)
    },
    /damaged/,
  ],
  ['of another program', asSongs, /something else/],
  [
    'newer',
    (path) =>
      new Database(path)
        .exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 9999999999999)")
        .close(),
    /newer version/,
  ],
]
await fault('a database that can’t be started with', async (check) => {
  const made = await houseWith('sound.sqlite')
  await stop(made)
  const fold = new Database(at('sound.sqlite'))
  fold.pragma('journal_mode = DELETE')
  fold.close()
  for (const [name, spoil, sentence] of BAD) {
    const path = at('bad.sqlite')
    for (const end of ['', '-wal', '-shm']) rmSync(path + end, { recursive: true, force: true })
    copyFileSync(at('sound.sqlite'), path)
    spoil(path)
    const bytes = () => (name === 'a folder in its place' ? '' : readFileSync(path, 'latin1'))
    const before = bytes()
    const one = await start(path)
    await Promise.race([one.ended, sleep(5000)])
    const said = one.said()
    check(
      one.code === 78 && sentence.test(said) && SENTENCE.test(said),
      `${name}: code ${one.code}, said ${said}`,
    )
    check(bytes() === before, `${name}: its bytes were changed`)
    await stop(one)
  }
})

await fault('no rights, and a file that can only be read', async (check, row) => {
  if (process.getuid?.() !== 0) {
    row.note = 'left out: only root can start a server as somebody else'
    return
  }
  const NOBODY = 65_534
  const mine = at('rights')
  mkdirSync(mine)
  chmodSync(folder, 0o755)
  copyFileSync(at('sound.sqlite'), join(mine, 'closed.sqlite'))
  chmodSync(join(mine, 'closed.sqlite'), 0o600)
  copyFileSync(at('sound.sqlite'), join(mine, 'read.sqlite'))
  chmodSync(join(mine, 'read.sqlite'), 0o444)
  chownSync(mine, NOBODY, NOBODY)
  for (const [file, sentence] of [
    ['closed.sqlite', /doesn’t allow/],
    ['read.sqlite', /read-only/],
  ]) {
    const one = await start(join(mine, file), { uid: NOBODY })
    await Promise.race([one.ended, sleep(5000)])
    check(
      one.code === 78 && sentence.test(one.said()) && SENTENCE.test(one.said()),
      `${file}: code ${one.code}, said ${one.said()}`,
    )
    await stop(one)
  }
})

await fault('a full disk', async (check, row) => {
  const disk = at('disk')
  mkdirSync(disk)
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1500k', 'tmpfs', disk]).status !== 0) {
    row.note = 'left out: no small disk can be mounted here'
    return
  }
  try {
    copyFileSync(at('sound.sqlite'), join(disk, 'full.sqlite'))
    const one = await start(join(disk, 'full.sqlite'))
    const kept = []
    let refused
    for (let i = 0; i < 400 && !refused; i++) {
      const text = `${i} ${'x'.repeat(400)}`
      if (i === 5) appendFileSync(join(disk, 'filler'), Buffer.alloc(200_000))
      if (i === 20)
        try {
          for (;;) appendFileSync(join(disk, 'filler'), Buffer.alloc(4096))
        } catch {}
      const { outcome } = await press(one.address, ids.saveEntry, note(text))
      if (outcome?.ok) kept.push(text)
      else refused = outcome
    }
    check(
      /^Nothing was saved: the disk is full/.test(refused?.message ?? ''),
      `said ${JSON.stringify(refused)}`,
    )
    rmSync(join(disk, 'filler'))
    const { outcome } = await press(one.address, ids.saveEntry, note('with room again'))
    check(outcome?.ok === true, `with room again: ${JSON.stringify(outcome)}`)
    const there = new Set(notes('disk/full.sqlite'))
    check(
      kept.every((text) => there.has(text)) &&
        there.has('with room again') &&
        sound('disk/full.sqlite'),
      'an acknowledged entry is missing',
    )
    await stop(one)
    try {
      for (;;) appendFileSync(join(disk, 'filler'), Buffer.alloc(4096))
    } catch {}
    const late = await start(join(disk, 'new.sqlite'))
    await Promise.race([late.ended, sleep(5000)])
    check(
      late.code === 78 &&
        /disk is full|can’t be written/.test(late.said()) &&
        SENTENCE.test(late.said()),
      `a start on a full disk: code ${late.code}, ${late.said()}`,
    )
    await stop(late)
  } finally {
    spawnSync('umount', [disk])
  }
})

await fault('killed in the middle of a migration', async (check) => {
  for (let i = 0; i < times(3, 12, 60); i++) {
    const name = `half-${i}.sqlite`
    const one = realServer({ port: 4999, database: at(name), stdio: 'ignore' })
    const ended = new Promise((resolve) => one.on('close', resolve))
    for (let wait = 0; wait < 4000 && !existsSync(at(name)); wait++) await sleep(1)
    await sleep(12 * Math.random())
    one.kill('SIGKILL')
    await ended
    const again = await start(at(name))
    check(again.address !== undefined && sound(name), `killed at ${i}: ${again.said()}`)
    await stop(again)
  }
})

await fault('two processes open a new database at once', async (check) => {
  for (let i = 0; i < times(2, 10, 60); i++) {
    const name = `two-${i}.sqlite`
    const both = await Promise.all([start(at(name)), start(at(name))])
    check(
      both.every(({ address }) => address),
      both.map(({ said }) => said()).join(' / '),
    )
    await Promise.all(both.map(stop))
    check(sound(name), `${name} is damaged`)
  }
})

await fault('the clock goes back by two hours between two saves', async (check, row) => {
  const faketime = `const shift = Number(process.env.SHIFT_MS); const now = Date.now.bind(Date); Date.now = () => now() + shift`
  writeFileSync(at('shift.cjs'), faketime)
  const shifted = (ms) => ({
    env: { NODE_OPTIONS: `--require ${at('shift.cjs')}`, SHIFT_MS: String(ms) },
  })
  const first = await houseWith('clock.sqlite')
  await press(first.address, ids.saveEntry, {
    tub: '1',
    kind: 'test',
    when: 'now',
    method: 'strip',
    freeChlorine: '1',
    pH: '7.4',
    totalAlkalinity: '90',
    post: newKey(),
  })
  await press(first.address, ids.saveEntry, {
    tub: '1',
    kind: 'dose',
    when: 'now',
    product: 'sodium dichlor dihydrate',
    amount: '10',
    post: newKey(),
  })
  await stop(first)
  const back = await start(at('clock.sqlite'), shifted(-2 * 3_600_000))
  const page = await (await fetch(`${back.address}/tubs/1/now`)).text()
  check(/check the clock/.test(page), 'a clock that went back is not said')
  check(/saved at/.test(page), 'nor when the last entry was saved')
  await press(back.address, ids.saveEntry, note('after the clock went back'))
  const last = reading('clock.sqlite', (db) =>
    db.prepare("SELECT body ->> '$.text', max(changed) FROM entries").raw().get(),
  )
  check(last[0] === 'after the clock went back', 'what was last is told by the clock')
  const change = String(last[1])
  const undone = await press(back.address, ids.undoChange, { tub: '1', change, post: newKey() })
  const kinds = reading('clock.sqlite', (db) =>
    db.prepare('SELECT kind FROM entries WHERE undone_at IS NULL ORDER BY id').pluck().all(),
  )
  check(undone.outcome?.ok && kinds.join() === 'test,dose', `undo took another entry: ${kinds}`)
  await stop(back)
  const ahead = await start(at('clock.sqlite'), shifted(3 * 86_400_000))
  check((await fetch(`${ahead.address}/tubs/1/now`)).status === 200, 'a clock three days ahead')
  await stop(ahead)
  row.note = ''
})

const table = [
  '| fault | tried | failed |',
  '| --- | ---: | ---: |',
  ...rows.map(
    ({ name, tried, failed, note: said }) =>
      `| ${name}${said ? ` (${said})` : ''} | ${tried} | ${failed} |`,
  ),
].join('\n')
console.log(`\n${table}\n`)
if (process.argv.includes('--write')) {
  const path = join('docs', 'reliability.md')
  const [before] = readFileSync(path, 'utf8').split('<!-- table -->')
  writeFileSync(path, `${before}<!-- table -->\n${table}\n`)
}
const failures = rows.reduce((sum, { failed }) => sum + failed, 0)
process.exit(failures > 0 ? 1 : 0)
