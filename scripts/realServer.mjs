// The server as owners run it, as a child of a test, a bench or a fault.
import { spawn } from 'node:child_process'

/** A young generation of a quarter of the usual size: a sixth less memory, for a twentieth of the speed. */
export const NODE_FLAGS = ['--max-semi-space-size=4']

/** @param {{ port: number, database: string, env?: object, stdio?: any, uid?: number }} given */
export const realServer = ({
  port,
  database,
  env = {},
  stdio = ['ignore', 'ignore', 'inherit'],
  uid,
}) =>
  spawn(process.execPath, [...NODE_FLAGS, 'scripts/server.mjs', '--port', String(port)], {
    stdio,
    ...(uid ? { uid, gid: uid } : {}),
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      PAVREL_COPIES: 'off',
      PAVREL_DB: database,
      ...env,
    },
  })

/** Resolves once something answers there; rejects where nothing does. */
export const answering = async (address) => {
  for (let i = 0; i < 600; i++) {
    try {
      await fetch(address, { redirect: 'manual' })
      return address
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }
  throw new Error(`nothing answered at ${address}`)
}
