// Serves the built application on the loopback address, or where --host says.
import { spawn } from 'node:child_process'
import { freePort } from './freePort.mjs'
import { bin, fail, say } from './setUp.mjs'

const option = (name) => {
  const args = process.argv.slice(2)
  const at = args.indexOf(`--${name}`)
  if (at >= 0) return args[at + 1]
  return args.find((arg) => arg.startsWith(`--${name}=`))?.split('=')[1]
}

/** @param {{ database: string | undefined, what: string, standIns?: boolean }} given */
export const serve = async ({ database, what, standIns = false }) => {
  const host = option('host') ?? '127.0.0.1'
  const wanted = option('port') ?? process.env.PORT ?? '4270'
  const first = Number(wanted)
  if (!Number.isInteger(first) || first < 1 || first > 65435)
    fail(`--port: '${wanted}' was given; it can be 1 to 65435.`)
  const port = await freePort(first, host)
  if (port !== first) say(`Port ${first} is taken.`)
  const server = spawn(
    process.execPath,
    [bin('next/dist/bin/next'), 'start', '-H', host, '-p', String(port)],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        NEXT_TELEMETRY_DISABLED: '1',
        ...(database ? { PAVREL_DB: database } : {}),
        // Simulated devices read the demo's invented tubs and never a real one.
        PAVREL_STAND_INS: standIns ? '1' : '',
        PAVREL_LOOPBACK_ONLY: ['127.0.0.1', 'localhost', '::1'].includes(host) ? '1' : '',
      },
    },
  )
  server.stdout.on('data', (chunk) => {
    if (/Ready/.test(String(chunk)))
      console.log(
        `\n  ${what}: http://${host.includes(':') ? `[${host}]` : host}:${port}\n  Ctrl+C ends it.\n`,
      )
  })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  server.on('exit', (code) => process.exit(code ?? 0))
}
