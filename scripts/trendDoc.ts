// Writes the table of docs/trends.md: what is found in houses that share no kinetics with the core. The first argument is how many of each.
import { readFileSync, writeFileSync } from 'node:fs'
import { livesOf, trajectoryOf } from '../src/core/estimate/trajectory'
import { findingsOf } from '../src/core/record/findings'
import { type Changed, outsideHouse, outsideTubRow } from '../tests/record/outsideHouse'

const houses = Number(process.argv[2] ?? 40)
const CASES: readonly (readonly [Changed, number, number])[] = [
  ['nothing', 0, 42],
  ['nothing', 0, 84],
  ['climb', 0, 28],
  ['climb', 0, 42],
  ['climb', 42, 84],
  ['demand', 0, 28],
  ['demand', 0, 42],
  ['demand', 42, 84],
  ['loss', 0, 42],
  ['loss', 42, 84],
]
const WORDS: Record<Changed, string> = {
  nothing: 'nothing',
  climb: 'carbon dioxide escapes twice as fast',
  demand: 'bathers bring twice as much',
  loss: 'first-order loss doubles',
}

const rows = CASES.flatMap(([changed, onDay, days]) =>
  (['drops', 'strip'] as const).map((method) => {
    let [found, other] = [0, 0]
    for (let seed = 1; seed <= houses; seed++) {
      const { journal, now } = outsideHouse({ seed, changed, onDay, method, days })
      const lives = livesOf(journal, now).map((life) => trajectoryOf(outsideTubRow, life, now))
      const { finding } = findingsOf(outsideTubRow, lives, journal, now)
      if (!finding) continue
      const { measure } = finding
      if (measure === changed || (changed === 'climb' && measure === 'acid')) found++
      else other++
    }
    const share = (n: number) => `${Math.round((100 * n) / houses)} %`
    const when = changed === 'nothing' ? '–' : onDay === 0 ? 'with the refill' : `day ${onDay}`
    const row = `| ${WORDS[changed]} | ${when} | ${days - onDay} days | ${method} | ${changed === 'nothing' ? '–' : share(found)} | ${share(other)} |`
    console.log(row)
    return row
  }),
)
const table = [
  `| what changes | when | looked at after | tests by | found | something else told |`,
  `| --- | --- | --- | --- | --- | --- |`,
  ...rows,
].join('\n')
const path = 'docs/trends.md'
const text = readFileSync(path, 'utf8')
const [start, end] = ['<!-- table -->', '<!-- end of table -->']
writeFileSync(
  path,
  `${text.slice(0, text.indexOf(start) + start.length)}\n\n${table}\n\n${text.slice(text.indexOf(end))}`.replace(
    /Of \d+ houses each/,
    `Of ${houses} houses each`,
  ),
)
