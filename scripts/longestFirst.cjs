// The order of unit tests: shards that take about as long as each other, and in each the longest first.
const { existsSync, readFileSync } = require('node:fs')
const { join, relative, sep } = require('node:path')
const { default: Sequencer } = require('@jest/test-sequencer')

const FILE = join(__dirname, '..', 'tests', 'times.json')
const known = existsSync(FILE) ? JSON.parse(readFileSync(FILE, 'utf8')) : {}
const secondsOf = ({ path }) =>
  known[relative(join(__dirname, '..'), path).split(sep).join('/')] ?? 3

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => secondsOf(b) - secondsOf(a) || (a.path < b.path ? -1 : 1))
  }

  shard(tests, { shardIndex, shardCount }) {
    const shards = Array.from({ length: shardCount }, () => ({ seconds: 0, tests: [] }))
    for (const test of this.sort(tests)) {
      const least = shards.reduce((a, b) => (b.seconds < a.seconds ? b : a))
      least.tests.push(test)
      least.seconds += secondsOf(test)
    }
    return shards[shardIndex - 1].tests
  }
}
