// Makes a fresh clone ready: packages as locked, and a build of the sources as they are. Works before any package is installed.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
process.chdir(root)

const OLDEST_NODE = 20
const environment = {
  ...process.env,
  NEXT_TELEMETRY_DISABLED: '1',
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
}

export const fail = (message) => {
  console.error(`\n${message}\n`)
  process.exit(1)
}

/** The value after an option of this command. */
export const option = (name) => {
  const args = process.argv.slice(2)
  const at = args.indexOf(`--${name}`)
  if (at >= 0) return args[at + 1]
  return args.find((arg) => arg.startsWith(`--${name}=`))?.split('=')[1]
}

export const say = (message) => console.log(`▸ ${message}`)

/** Runs a command with its output shown; ends the script with its sentence where the command fails. */
export const run = (command, args, { otherwise, env = {} } = {}) => {
  const { status, error } = spawnSync(command, args, {
    stdio: 'inherit',
    env: { ...environment, ...env },
  })
  if (error) fail(`${otherwise ?? command}: ${error.message}`)
  if (status !== 0) fail(otherwise ?? `${command} ${args.join(' ')} ended with ${status}.`)
}

export const bin = (path) => join('node_modules', ...path.split('/'))

const hashOf = (texts) => {
  const hash = createHash('sha256')
  for (const text of texts) hash.update(text)
  return hash.digest('hex')
}

const read = (path) => (existsSync(path) ? readFileSync(path, 'utf8') : '')

const install = () => {
  const stamp = join('node_modules', '.pavrel-lock')
  const wanted = hashOf([process.version, read('package-lock.json')])
  if (read(stamp) === wanted) return
  say('Installing packages as locked; the database driver is compiled, which takes a few minutes…')
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
  const args = ['ci', '--no-audit', '--no-fund']
  const { status } = spawnSync(npm, args, { stdio: 'inherit', env: environment })
  if (status !== 0) {
    say('`npm ci` refused; trying a plain install from the same lock…')
    run(npm, ['install', '--no-audit', '--no-fund', '--no-save'], {
      otherwise:
        'The packages could not be installed. Is the npm registry reachable, and are python3, make and a C++ compiler there?',
    })
  }
  writeFileSync(stamp, wanted)
}

const filesBelow = (folder) =>
  readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const path = join(folder, name)
      return statSync(path).isDirectory() ? filesBelow(path) : [path]
    })

/** What looks at each request first, in one file, so that a start needs no translator. */
export const BUILT_FRONT = join(root, '.next', 'front.mjs')

const build = () => {
  const stamp = join('.next', '.pavrel-sources')
  const sources = [
    ...filesBelow('src'),
    'package-lock.json',
    'next.config.ts',
    'postcss.config.mjs',
    'tsconfig.json',
  ]
  const wanted = hashOf(sources.flatMap((path) => [path, readFileSync(path)]))
  if (read(stamp) === wanted) return
  say('Building the application…')
  run(process.execPath, [bin('next/dist/bin/next'), 'build'], {
    otherwise: 'The build failed; the lines above say where.',
  })
  const bundle = ['--bundle', '--platform=node', '--format=esm', '--log-level=warning']
  run(bin('esbuild/bin/esbuild'), ['src/front/front.ts', `--outfile=${BUILT_FRONT}`, ...bundle], {
    otherwise: 'The front could not be built; the lines above say where.',
  })
  writeFileSync(stamp, wanted)
}

/** @param {{ built?: boolean }} wanted */
export const setUp = ({ built = true } = {}) => {
  const major = Number(process.versions.node.split('.')[0])
  if (major < OLDEST_NODE)
    fail(`Pavrel needs Node ${OLDEST_NODE} or newer; this is ${process.version}.`)
  install()
  if (built) build()
}

export const rebuilt = build
