import { spawnSync } from 'node:child_process'
import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'pavrel-scripts-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const run = (script: string, args: string[] = []) =>
  spawnSync(process.execPath, [script, ...args], {
    cwd: folder,
    encoding: 'utf8',
  })

test('the lock is completed for other platforms, once, and for none twice', () => {
  const script = join(process.cwd(), 'scripts', 'completeLock.mjs')
  writeFileSync(
    join(folder, 'package-lock.json'),
    JSON.stringify({
      packages: {
        '': {},
        'node_modules/tool': {
          version: '1.2.3',
          dev: true,
          optionalDependencies: {
            'tool-linux-x64-musl': '1.2.3',
            'tool-darwin-arm64': '^1.2.3',
            'tool-linux-x64-gnu': '1.2.3',
          },
        },
        'node_modules/tool-linux-x64-gnu': { version: '1.2.3', optional: true },
      },
    }),
  )
  expect(run(script).stdout).toContain('2 entries added')
  const { packages } = JSON.parse(readFileSync(join(folder, 'package-lock.json'), 'utf8'))
  expect(packages['node_modules/tool-darwin-arm64']).toEqual({
    version: '1.2.3',
    dev: true,
    optional: true,
    os: ['darwin'],
    cpu: ['arm64'],
  })
  expect(packages['node_modules/tool-linux-x64-musl']).toMatchObject({
    os: ['linux'],
    cpu: ['x64'],
    libc: ['musl'],
  })
  expect(run(script).stdout).toContain('0 entries added')
})

test('the project’s own lock holds an entry for every optional package, and no addresses', () => {
  const text = readFileSync('package-lock.json', 'utf8')
  const { packages } = JSON.parse(text) as {
    packages: Record<string, { optionalDependencies?: Record<string, string> }>
  }
  const missing = Object.entries(packages).flatMap(([path, entry]) =>
    Object.keys(entry.optionalDependencies ?? {}).filter(
      (name) =>
        !packages[`node_modules/${name}`] &&
        !packages[`${path ? `${path}/` : ''}node_modules/${name}`],
    ),
  )
  expect(missing).toEqual([])
  expect(text).not.toContain('"resolved"')
})

test('the demo writes to a demo database and to nothing else', () => {
  const path = join(folder, 'mine.sqlite')
  writeFileSync(path, 'a journal')
  const { status, stderr } = spawnSync(
    process.execPath,
    [join('node_modules', 'tsx', 'dist', 'cli.mjs'), join('src', 'demo', 'write.ts')],
    { encoding: 'utf8', env: { ...process.env, PAVREL_DB: path } },
  )
  expect(status).toBe(2)
  expect(stderr).toContain('writes only to a file named demo')
  expect(readFileSync(path, 'utf8')).toBe('a journal')
})

test('a port that cannot be is refused before anything is built', () => {
  const scripts = join(folder, 'scripts')
  mkdirSync(scripts)
  for (const name of ['serve.mjs', 'realServer.mjs', 'setUp.mjs', 'freePort.mjs'])
    copyFileSync(join('scripts', name), join(scripts, name))
  writeFileSync(
    join(scripts, 'try.mjs'),
    "import { serve } from './serve.mjs'\nawait serve({ database: undefined, what: 'x' })\n",
  )
  const { status, stderr } = run(join(scripts, 'try.mjs'), ['--port', 'ninety'])
  expect(status).toBe(1)
  expect(stderr).toContain("--port: 'ninety' was given; it can be 1 to 65435.")
})

test('opened to a network without a passphrase, nothing is served', () => {
  for (const passphrase of ['', 'short'])
    expect(
      spawnSync(process.execPath, [join('scripts', 'server.mjs'), '--host', '0.0.0.0'], {
        encoding: 'utf8',
        env: { ...process.env, PAVREL_PASSPHRASE: passphrase },
      }),
    ).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(
        /opens Pavrel to other machines: set PAVREL_PASSPHRASE to at least 12/,
      ),
    })
})
