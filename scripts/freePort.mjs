import { createServer } from 'node:net'
import { fail } from './setUp.mjs'

const isFree = (port, host) =>
  new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(port, host, () => probe.close(() => resolve(true)))
  })

/** The wanted port, or the next free one above it. */
export const freePort = async (wanted, host = '127.0.0.1') => {
  for (let port = wanted; port < wanted + 100; port++) if (await isFree(port, host)) return port
  return fail(`No free port from ${wanted} to ${wanted + 99}.`)
}
