import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { DONE, runCalc } from './runCalc'

/** Exit status of a fault of the program. */
const FAULT = 1

const complain = (line: string) => process.stderr.write(`${line}\n`)

// Whoever reads may stop reading, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(DONE)
})
runCalc(process.argv.slice(2), {
  read: () => readFileSync(0, 'utf8'),
  lines: () => createInterface({ input: process.stdin }),
  out: (line) => process.stdout.write(`${line}\n`),
  complain,
}).then(
  (status) => {
    process.exitCode = status
  },
  (error: unknown) => {
    complain(`a fault of the program: ${error instanceof Error ? error.message : String(error)}`)
    process.exitCode = FAULT
  },
)
