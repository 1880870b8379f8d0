// npm run quick: format, types, arrows, prose, what nothing uses, and the laws of the core. The habit before each commit.
import { CHECKS } from './checks.mjs'
import { inLanes, runBeside } from './lanes.mjs'
import { bin, fail, run, say, setUp } from './setUp.mjs'

const LAWS = ['tests/core/closures', 'tests/core/regimen', 'tests/core/water', 'tests/checks']

const started = performance.now()
setUp({ built: false })
run(process.execPath, [bin('next/dist/bin/next'), 'typegen'], {
  otherwise: 'The route types could not be written.',
})
const laws = {
  name: 'Laws of the core',
  seconds: 30,
  otherwise: 'A law of the core does not hold.',
  work: () =>
    runBeside('Laws of the core', process.execPath, [
      bin('jest/bin/jest.js'),
      '--runInBand',
      ...LAWS,
    ]),
}
const pieces = [...CHECKS, laws]
const done = await inLanes(pieces)
for (const { name, otherwise } of pieces) if (!done.get(name)?.holds) fail(otherwise)
say(`It holds; ${Math.round((performance.now() - started) / 1000)} s.`)
process.exit(0)
