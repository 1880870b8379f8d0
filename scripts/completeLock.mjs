// npm leaves packages for other platforms out of the lock where its registry does not have them, and `npm ci` then refuses the
// lock. This adds an entry for each, so that the lock holds here and other platforms still find theirs. Run by `npm run lock`.
import { readFileSync, writeFileSync } from 'node:fs'

const SYSTEMS = [
  'darwin',
  'linux',
  'win32',
  'android',
  'freebsd',
  'openbsd',
  'netbsd',
  'sunos',
  'aix',
  'openharmony',
  'wasm32',
]
const PROCESSORS = [
  'arm64',
  'x64',
  'arm',
  'ia32',
  'ppc64',
  'riscv64',
  's390x',
  'loong64',
  'mips64el',
]
const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'))
const { packages } = lock
let added = 0
for (const [path, entry] of Object.entries(packages)) {
  for (const [name, spec] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path ? `${path}/` : ''}node_modules/${name}`
    const top = `node_modules/${name}`
    if (packages[nested] || packages[top]) continue
    const version = /\d+\.\d+\.\d+\S*/.exec(spec)?.[0]
    const system =
      SYSTEMS.find((one) => name.includes(one)) ?? (name.includes('win') ? 'win32' : undefined)
    const processor = PROCESSORS.find((one) => name.includes(one))
    if (!version || !system) {
      console.error(`No platform or version known for ${name}@${spec}, wanted by ${path}.`)
      process.exitCode = 1
      continue
    }
    packages[top] = {
      version,
      ...(entry.dev ? { dev: true } : {}),
      optional: true,
      os: [system === 'wasm32' ? 'none' : system],
      ...(processor ? { cpu: [processor] } : {}),
      ...(system === 'linux' ? { libc: [/musl/.test(name) ? 'musl' : 'glibc'] } : {}),
    }
    added++
  }
}
lock.packages = Object.fromEntries(
  Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)),
)
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`)
console.log(`${added} entries added.`)
