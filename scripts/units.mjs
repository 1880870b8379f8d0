// The unit tests, in shards that take about as long as each other: each is a piece of work for one lane.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { runBeside } from './lanes.mjs'
import { bin } from './setUp.mjs'
import { secondsOf } from './times.mjs'

const SHARDS = 6

const testsBelow = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) return testsBelow(path)
    return /\.test\.tsx?$/.test(name) ? [path] : []
  })

export const unitPieces = () => {
  const all = testsBelow('tests').reduce((sum, path) => sum + secondsOf(path), 0)
  const counts = { passed: 0, failed: 0, skipped: 0 }
  /** Seconds of each file, as they were this time. */
  const times = {}
  const pieces = Array.from({ length: SHARDS }, (_, i) => {
    const name = `Unit tests, ${i + 1} of ${SHARDS}`
    const results = join('test-results', `unit-${i + 1}.json`)
    return {
      name,
      seconds: all / SHARDS,
      otherwise: 'A unit test or a check failed.',
      work: async () => {
        const args = [
          '--runInBand',
          '--silent=false',
          `--shard=${i + 1}/${SHARDS}`,
          '--json',
          `--outputFile=${results}`,
        ]
        const done = await runBeside(name, process.execPath, [bin('jest/bin/jest.js'), ...args])
        if (!existsSync(results)) return { ...done, holds: false }
        const read = JSON.parse(readFileSync(results, 'utf8'))
        counts.passed += read.numPassedTests
        counts.failed += read.numFailedTests + read.numRuntimeErrorTestSuites
        counts.skipped += read.numPendingTests
        for (const { name: path, startTime, endTime } of read.testResults)
          times[relative('.', path)] = (endTime - startTime) / 1000
        return done
      },
    }
  })
  return { pieces, counts, times }
}
