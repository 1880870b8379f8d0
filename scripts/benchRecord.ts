// What Trends costs beside the estimate, on ten years of a busy house, and what of it travels; ratios in one run. Data: kB as JSON.
import {
  DAY,
  type Entry,
  estimate,
  findingsOf,
  HOUR,
  LONGEST_WITH_LINES,
  livesOf,
  packTrends,
  programmeOf,
  type Tub,
  trajectoryOf,
  trendsOf,
} from '../src/core'
import { historyAsked, historyOf } from '../src/server/history'

const NOW = Date.UTC(2026, 5, 1, 20)
const tub: Tub = {
  volumeLitres: 1050,
  programme: 'granular chlorine',
  targets: programmeOf('granular chlorine').presets[0].targets,
  fillWater: { source: 'town' },
  setTemperatureCelsius: 38,
}
const journal: Entry[] = []
const add = (entry: Omit<Entry, 'id'>) =>
  journal.push({ ...entry, id: journal.length + 1 } as Entry)
for (let day = 3650; day > 0; day--) {
  const at = NOW - day * DAY
  if (day % 110 === 5) add({ kind: 'water', at, body: { replacedFraction: 1 } })
  for (const [hours, ppm] of [
    [7, 2 + (day % 3)],
    [19, 3 + (day % 2)],
  ] as const)
    add({
      kind: 'test',
      at: at + hours * HOUR,
      body: {
        method: 'drops',
        readings: {
          freeChlorine: ppm,
          pH: 7.2 + 0.1 * (day % 6),
          totalAlkalinity: 80 + 5 * (day % 7),
        },
      },
    })
  for (const hours of [8, 20])
    add({
      kind: 'dose',
      at: at + hours * HOUR,
      body: { product: 'sodium dichlor dihydrate', grams: 6 },
    })
  add({ kind: 'soak', at: at + 18 * HOUR, body: { people: 1 + (day % 4), minutes: 25 } })
}
const newestFirst = journal.toReversed()

const median = (work: () => unknown) => {
  const times = Array.from({ length: 15 }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return times[7] ?? 0
}
const floor = median(() => estimate(tub, journal, NOW))
const picture = (days: number) => {
  const range = { from: NOW - days * DAY, to: NOW }
  const lives = livesOf(journal, NOW)
    .filter((life) => (life.to ?? NOW) >= range.from)
    .map((life) =>
      days * DAY > LONGEST_WITH_LINES
        ? { from: life.from, to: life.to, points: [], carried: [] }
        : trajectoryOf(tub, life, NOW),
    )
  return packTrends(trendsOf(tub, newestFirst, lives, range))
}
console.log(
  `\nThe record of ${journal.length} entries, beside the estimate (${floor.toFixed(1)} ms)`,
)
const row = (name: string, work: () => unknown, sent?: unknown) => {
  const ms = median(work)
  const size = sent === undefined ? '' : `${(JSON.stringify(sent).length / 1000).toFixed(1)} kB`
  console.log(
    `${name.padEnd(34)} ${ms.toFixed(1).padStart(7)} ms  ${(ms / floor).toFixed(1).padStart(6)} ×  ${size}`,
  )
}
for (const [name, days] of [
  ['two weeks', 14],
  ['three months, waters not kept', 91],
  ['a year, waters not kept', 365],
  ['ten years', 3649],
] as const)
  row(`Trends, ${name}`, () => picture(days), picture(days))
const lives = livesOf(journal, NOW)
  .slice(-2)
  .map((life) => trajectoryOf(tub, life, NOW))
const since = lives[0]?.from ?? 0
const own = newestFirst.filter(({ at }) => at >= since)
row('what changed, two waters', () => findingsOf(tub, lives, own, NOW))
row('History, a page', () => historyOf(newestFirst, historyAsked({}, 'UTC'), 40))
row('History, a search in vain', () =>
  historyOf(newestFirst, historyAsked({ q: 'lighthouse' }, 'UTC'), 40),
)
