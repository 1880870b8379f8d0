// Serves the built application on the loopback address, or where --host says.
import { spawn } from 'node:child_process'
import { freePort } from './freePort.mjs'
import { NODE_FLAGS } from './realServer.mjs'
import { fail, option, say } from './setUp.mjs'

/** @param {{ database: string | undefined, what: string, standIns?: boolean, dev?: boolean }} given */
export const serve = async ({ database, what, standIns = false, dev = false }) => {
  const host = option('host') ?? '127.0.0.1'
  const wanted = option('port') ?? process.env.PORT ?? '4270'
  const first = Number(wanted)
  if (!Number.isInteger(first) || first < 1 || first > 65435)
    fail(`--port: '${wanted}' was given; it can be 1 to 65435.`)
  const port = await freePort(first, host)
  if (port !== first) say(`Port ${first} is taken.`)
  const server = spawn(
    process.execPath,
    [
      ...NODE_FLAGS,
      'scripts/server.mjs',
      '--host',
      host,
      '--port',
      String(port),
      ...(dev ? ['--dev'] : []),
    ],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: dev ? 'development' : 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        ...(database ? { PAVREL_DB: database } : {}),
        // Simulated devices read the demo's invented tubs and never a real one.
        PAVREL_STAND_INS: standIns ? '1' : '',
      },
    },
  )
  server.stdout.on('data', (chunk) => {
    const [, address, names] = /Ready: (\S+) · answers to (.*)/.exec(String(chunk)) ?? []
    if (!address) return
    console.log(`\n  ${what}: ${address}\n  Ctrl+C ends it.\n`)
    if (!/^http:\/\/(127|localhost|\[::1)/.test(address))
      console.log(
        `  It answers to ${names}, with the passphrase, unencrypted: keep it in your own network.\n`,
      )
  })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  server.on('exit', (code) => process.exit(code ?? 0))
}
