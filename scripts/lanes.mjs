// Three things at a time, for two cores, since a journey often waits: lanes that take the next piece of work, the longest first, as soon as they are free.
import { spawn } from 'node:child_process'
import { say } from './setUp.mjs'

export const LANES = 3
const children = new Set()
process.on('exit', () => {
  for (const child of children) child.kill('SIGKILL')
})

/** Runs a command to its end; its output comes as one piece, so that two do not mix, and only where it failed. */
export const runBeside = (name, command, args, { env = {}, shown = false } = {}) =>
  new Promise((resolve) => {
    const started = performance.now()
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    })
    children.add(child)
    const said = []
    child.stdout.on('data', (chunk) => said.push(chunk))
    child.stderr.on('data', (chunk) => said.push(chunk))
    child.on('close', (status) => {
      children.delete(child)
      const seconds = (performance.now() - started) / 1000
      say(`${name}: ${status === 0 ? 'holds' : 'fails'}, ${Math.round(seconds)} s`)
      if (status !== 0 || shown) process.stdout.write(Buffer.concat(said))
      resolve({ holds: status === 0, seconds })
    })
  })

/**
 * @param {{ name: string, seconds: number, needs?: string, work: (lane: number) => Promise<{ holds: boolean, seconds: number }> }[]} pieces
 *   `seconds` is about how long it takes, `needs` the name of what must hold before it
 * @returns what became of each, by name; what needed something that failed is not there
 */
export const inLanes = async (pieces, lanes = LANES) => {
  const open = pieces.toSorted((a, b) => b.seconds - a.seconds)
  const done = new Map()
  const running = new Map()
  const takeNext = () => {
    const at = open.findIndex(({ needs }) => !needs || done.get(needs)?.holds)
    return at < 0 ? undefined : open.splice(at, 1)[0]
  }
  const lane = async (number) => {
    while (open.length > 0) {
      const piece = takeNext()
      if (piece) {
        const result = piece.work(number)
        running.set(piece.name, result)
        done.set(piece.name, await result)
        running.delete(piece.name)
      } else if (running.size > 0) await Promise.race(running.values())
      else return
    }
  }
  await Promise.all(Array.from({ length: lanes }, (_, i) => lane(i)))
  return done
}
